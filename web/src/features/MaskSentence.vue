<script setup lang="ts">
/** A mask or stencil as a sentence: what it is, how large, where, how it lies, and which side it keeps. */
import { computed } from "vue";
import type { Units } from "../api/client";
import WordChoice from "../components/WordChoice.vue";
import WordLength from "../components/WordLength.vue";
import WordNumber from "../components/WordNumber.vue";
import { useShelf } from "../composables/useShelf";
import { readLength, sayLength, showLength, tapLength } from "../logic/length";
import type { MaskAction } from "../composables/useCard";
import { keepsChoices, type Mask, PROFILES } from "../logic/masks";

const props = defineProps<{
  mask: Mask;
  called: string;
  units: Units;
  inUse: boolean;
  facts: string[];
  /** Middles that nothing holds. */
  islands: number;
  holds: { key: string; kind: string }[];
  /** Single motifs that a strip can be fitted round. */
  motifs: { value: string; label: string }[];
}>();
const emit = defineEmits<{
  change: [mask: Mask, said: string];
  action: [action: MaskAction];
  letGo: [hold: string];
  takeOut: [];
}>();
const { shelf } = useShelf();

const set = (change: object, said: string) => emit("change", { ...props.mask, ...change } as Mask, said);
function readPitch(text: string) {
  const mm = readLength(text, props.units);
  return mm === null || mm > 600 ? null : mm;
}
function readAngle(text: string) {
  const value = Number(text.replace("°", "").replace(",", "."));
  return Number.isFinite(value) && Math.abs(value) <= 360 ? value : null;
}
function readPercent(text: string) {
  const value = Number(text.replace("%", "").replace(",", "."));
  return value >= 3 && value <= 2000 ? value / 100 : null;
}
const profileName = computed(() => {
  const { mask } = props;
  return mask.shape === "edge" ? (PROFILES.find((p) => p.value === mask.profile)?.label ?? "") : "";
});
const repeats = computed(
  () => props.mask.shape === "stencil" || (props.mask.shape === "drawn" && props.mask.pitch_mm > 0),
);
const isStencil = computed(
  () => ["stencil", "motif", "drawn"].includes(props.mask.shape) && props.mask.keeps === "outside",
);
const HOLDS = [
  { value: "tape" as const, label: "tape", hint: "at the rim, where no opening is covered" },
  { value: "magnet" as const, label: "a magnet", hint: "at the rim, where no opening is covered" },
];
const allMotifs = () => (shelf.value?.motifs ?? []).map((m) => ({ value: m.key, label: m.name }));
const motifName = (key: string) => shelf.value?.motifs.find((m) => m.key === key)?.name ?? key;
</script>

<template>
  <span>
    The {{ called }}
    <template v-if="mask.shape === 'disc'">
      is
      <WordLength
        :label="`The ${called} across`"
        :mm="mask.diameter_mm"
        :units="units"
        :least="3"
        @change="(mm) => set({ diameter_mm: mm }, `resize the ${called}`)"
      />
      across, its middle
    </template>
    <template v-else-if="mask.shape === 'edge'">
      has an edge of
      <WordChoice
        label="Edge"
        :text="profileName"
        :value="mask.profile"
        :choices="PROFILES"
        @choose="(value) => set({ profile: value }, 'change the edge')"
      />
      <template v-if="mask.profile !== 'straight'">
        rising
        <WordLength
          label="Rising"
          :mm="mask.height_mm"
          :units="units"
          :least="1"
          @change="(mm) => set({ height_mm: mm }, 'change the edge')"
        />
        (<button class="word" @click="set({ seed: mask.seed + 1 }, 'take another edge')">another one</button>)
      </template>
      through a point
    </template>
    <template v-else-if="mask.shape === 'tapes'">
      leave
      <WordLength
        label="Open strip"
        :mm="mask.width_mm"
        :units="units"
        :least="3"
        @change="(mm) => set({ width_mm: mm }, 'change the strip')"
      />
      open, its middle
    </template>
    <template v-else-if="mask.shape === 'drawn'">
      is drawn at
      <WordNumber
        label="Size of the drawing"
        :text="`${Math.round(mask.scale * 100)}%`"
        :shown="String(Math.round(mask.scale * 100))"
        unit="%"
        hint="Use 3 to 2000."
        :read="readPercent"
        :tap="(d) => Math.max(0.05, (mask.shape === 'drawn' ? mask.scale : 1) + 0.05 * d)"
        @change="(scale) => set({ scale }, `resize the ${called}`)"
      />
      of its size,
      <WordNumber
        label="Repeat it every"
        :text="mask.pitch_mm ? `repeated every ${sayLength(mask.pitch_mm, units)}` : 'once'"
        :shown="showLength(mask.pitch_mm, units)"
        :unit="units"
        hint="0 lays it once."
        :read="(text) => readPitch(text)"
        :tap="(d) => tapLength(mask.shape === 'drawn' ? mask.pitch_mm : 0, units, d, 0)"
        @change="(mm) => set({ pitch_mm: mm < 4 ? 0 : mm }, 'change the repeat')"
      />, its middle
    </template>
    <template v-else>
      has the
      <WordChoice
        label="Motif"
        :text="motifName(mask.motif)"
        :value="mask.motif"
        :choices="allMotifs()"
        @choose="(value) => set({ motif: value }, 'change the motif')"
      />
      <WordLength
        label="Motif across"
        :mm="mask.size_mm"
        :units="units"
        :least="3"
        @change="(mm) => set({ size_mm: mm }, 'resize the motif')"
      />
      across<template v-if="mask.shape === 'stencil'">
        every
        <WordLength
          label="Repeat"
          :mm="mask.pitch_mm"
          :units="units"
          :least="4"
          @change="(mm) => set({ pitch_mm: mm }, 'change the repeat')"
        /> </template
      >, its middle
    </template>
    <WordLength
      :label="`The ${called} from the left`"
      :mm="mask.x_mm"
      :units="units"
      @change="(mm) => set({ x_mm: mm }, `move the ${called}`)"
    />
    from the left and
    <WordLength
      :label="`The ${called} from the top`"
      :mm="mask.y_mm"
      :units="units"
      @change="(mm) => set({ y_mm: mm }, `move the ${called}`)"
    />
    from the top (<button class="word" @click="emit('action', { do: 'centre' })">
      {{ repeats ? "centre the repeat" : "centre it" }}</button
    >)<template v-if="mask.shape !== 'disc'"
      >, turned
      <WordNumber
        label="Turned"
        :text="`${mask.angle_deg}°`"
        :shown="String(mask.angle_deg)"
        unit="°"
        hint="Use -360 to 360."
        :read="readAngle"
        :tap="(d) => (mask.shape === 'disc' ? 0 : mask.angle_deg + 5 * d)"
        @change="(value) => set({ angle_deg: value }, `turn the ${called}`)" /></template
    ><template v-if="mask.shape !== 'tapes'"
      >; it keeps
      <WordChoice
        label="Keeps"
        :text="keepsChoices(mask.shape).find((k) => k.value === mask.keeps)?.label ?? ''"
        :value="mask.keeps"
        :choices="keepsChoices(mask.shape)"
        @choose="(value) => set({ keeps: value }, 'change what it keeps')" /></template
    >.
    <template v-if="'flipped' in mask">
      It lies
      <button class="word" @click="set({ flipped: !mask.flipped }, `turn the ${called} over`)">
        {{ mask.flipped ? "turned over" : "this side up" }}</button><template
        v-if="'spread_mm' in mask && mask.keeps === 'inside'"
        >, with a margin of
        <WordLength
          label="Margin"
          :mm="mask.spread_mm"
          :units="units"
          @change="(mm) => set({ spread_mm: Math.min(20, mm) }, 'change the margin')"
        /> </template
      >.
    </template>
    <template v-if="mask.shape === 'tapes' && motifs.length">
      <WordChoice
        label="Fit the strip round"
        text="Fit the strip round a motif"
        :choices="motifs"
        @choose="(motif) => emit('action', { do: 'strip', motif, margin_mm: units === 'in' ? 25.4 / 8 : 3 })"
      />.
    </template>
    <template v-for="fact in facts" :key="fact"
      >{{ " " }}<i class="fact">{{ fact }}</i></template
    >{{ " " }}
    <template v-if="islands && mask.shape === 'drawn'">
      <button class="word" @click="emit('action', { do: 'bridges' })">
        Bridge {{ islands === 1 ? "it" : "them" }}</button
      >.
    </template>
    <template v-if="isStencil">
      <template v-for="hold in holds" :key="hold.key">
        {{ hold.kind === "tape" ? "Tape" : "A magnet" }} holds it (<button
          class="word"
          @click="emit('letGo', hold.key)"
        >
          take it off</button
        >).
      </template>
      <WordChoice
        label="Hold it with"
        text="Hold it"
        :choices="HOLDS"
        @choose="(kind) => emit('action', { do: 'hold', kind })"
      />
      or
      <button class="word" @click="emit('action', { do: 'as-mask' })">use its piece as a mask</button>.
    </template>
    <template v-if="!inUse"
      >{{ " " }}<button class="word quiet" @click="emit('takeOut')">Take it out</button>.</template
    >
  </span>
</template>

<style scoped>
.fact {
  color: var(--ink-soft);
}
</style>
