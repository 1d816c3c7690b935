<script setup lang="ts">
/** A mask or stencil as a sentence: what it is, how large, where, how it lies, which side it keeps, and what holds it. */
import { computed } from "vue";
import type { Mask } from "../../api/models";
import WordAngle from "../../components/word/WordAngle.vue";
import WordChoice from "../../components/word/WordChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import WordMenu from "../../components/word/WordMenu.vue";
import WordToggle from "../../components/word/WordToggle.vue";
import { useDesk } from "../../composables/useDesk";
import type { MaskAction } from "../../logic/edits";
import {
  isInUse,
  isRepeat,
  isStencil,
  keepsChoices,
  NEW_MASKS,
  newMask,
  NUDGE,
  type Shape,
} from "../../logic/masks";
import DiscWords from "./DiscWords.vue";
import DrawnWords from "./DrawnWords.vue";
import EdgeWords from "./EdgeWords.vue";
import MotifWords from "./MotifWords.vue";
import StencilWords from "./StencilWords.vue";
import TapesWords from "./TapesWords.vue";

const props = defineProps<{ mask: Mask }>();
const desk = useDesk();
const plan = computed(() => desk.card?.plan);
const units = computed(() => plan.value?.units ?? "in");
const reading = computed(() => desk.saved?.reading.masks.find((other) => other.key === props.mask.key));
const called = computed(() => reading.value?.called ?? props.mask.name);
const holds = computed(() => plan.value?.holds.filter((hold) => hold.mask === props.mask.key) ?? []);
const inUse = computed(() => (plan.value ? isInUse(plan.value, props.mask.key) : true));
const keeps = computed(() => keepsChoices(props.mask.shape));
/** Single motifs that a strip can be fitted round. */
const motifs = computed(
  () =>
    plan.value?.masks
      .filter(({ shape }) => shape === "disc" || shape === "motif" || shape === "drawn")
      .map(({ key, name }) => ({
        value: key,
        label: desk.saved?.reading.masks.find((other) => other.key === key)?.called ?? name,
      })) ?? [],
);
const change = (mask: Mask, said: string) => desk.push(said, { do: "mask", mask });
const draft = (mask: Mask | null) => desk.setDraft(mask && { do: "mask", mask });
/** Masks that can be turned, and those with a margin, are told apart by what they have. */
function turned(angle: number): Mask {
  return "angle_deg" in props.mask ? { ...props.mask, angle_deg: angle } : props.mask;
}
function spread(mm: number): Mask {
  return "spread_mm" in props.mask ? { ...props.mask, spread_mm: mm } : props.mask;
}
function turnedOver(): Mask {
  return "flipped" in props.mask ? { ...props.mask, flipped: !props.mask.flipped } : props.mask;
}
const act = (said: string, action: MaskAction) =>
  desk.push(said, { do: "mask-action", mask: props.mask.key, action });
/** The outer size of the sheet, from one side or the other; none where it is larger than the panel. */
function sheet(part: { sheet_width_mm?: number; sheet_height_mm?: number }): Mask {
  const { sheet_width_mm, sheet_height_mm } = props.mask;
  const size = sheet_width_mm ?? sheet_height_mm ?? SHEET_MM[units.value];
  return {
    ...props.mask,
    sheet_width_mm: sheet_width_mm ?? size,
    sheet_height_mm: sheet_height_mm ?? size,
    ...part,
  };
}
const SHEET_MM = { in: 152.4, cm: 150 };
const HELD = [
  { value: "usual", label: "as it usually is", hint: "a cut-out by its back, an edge by hand" },
  { value: "back", label: "by its own back", hint: "sticky: the panel must be dry" },
  { value: "hand", label: "by hand" },
  { value: "tape", label: "by low-tack tape" },
  { value: "magnets", label: "by magnets" },
] as const;
type Held = (typeof HELD)[number]["value"];
const held = computed<Held>(() => props.mask.held ?? "usual");
function heldBy(value: Held) {
  change({ ...props.mask, held: value === "usual" ? null : value }, `hold the ${called.value} another way`);
}
/** Other sheets of the card and new ones, to lie wherever this one is laid. */
const instead = computed(() => [
  ...(plan.value?.masks ?? [])
    .filter((other) => other.key !== props.mask.key)
    .map((other) => ({ value: `own ${other.key}`, label: `the ${other.name}`, hint: "as on this card" })),
  ...NEW_MASKS.map((mask) => ({ ...mask, value: `new ${mask.value}` })),
]);
function takeInstead(choice: string) {
  const size = desk.saved?.reading;
  if (!plan.value || !size) return;
  const [from, key] = [choice.slice(0, 3), choice.slice(4)];
  const other =
    from === "own"
      ? plan.value.masks.find((mask) => mask.key === key)
      : newMask(key as Shape, plan.value, size.panel_width_mm, size.panel_height_mm);
  if (!other) return;
  const { key: own, x_mm, y_mm } = props.mask;
  desk.push(`take the ${other.name} in place of the ${called.value}`, {
    do: "mask-instead",
    mask: { ...other, key: own, x_mm, y_mm },
  });
}
/** What the knife left besides this sheet, as it is asked for; it begins a sentence where no hold is offered before it. */
const otherHalf = computed(() => {
  if (isStencil(props.mask)) return "use its piece as a mask";
  if (props.mask.shape === "edge") return "Use its other half";
  return props.mask.keeps === "inside" ? "Use its hole as a stencil" : "Use its piece as a mask";
});
const HOLDS = [
  { value: "tape" as const, label: "tape", hint: "at the rim, where no opening is covered" },
  { value: "magnet" as const, label: "a magnet", hint: "at the rim, where no opening is covered" },
];
</script>

<template>
  <span>
    The {{ called }}{{ " " }}
    <DiscWords
      v-if="mask.shape === 'disc'"
      v-bind="{ mask, called, units }"
      @change="change"
      @draft="draft"
    />
    <EdgeWords
      v-else-if="mask.shape === 'edge'"
      v-bind="{ mask, called, units }"
      @change="change"
      @draft="draft"
    />
    <TapesWords
      v-else-if="mask.shape === 'tapes'"
      v-bind="{ mask, called, units }"
      @change="change"
      @draft="draft"
    />
    <DrawnWords
      v-else-if="mask.shape === 'drawn'"
      v-bind="{ mask, called, units }"
      @change="change"
      @draft="draft"
    />
    <StencilWords
      v-else-if="mask.shape === 'stencil'"
      v-bind="{ mask, called, units }"
      @change="change"
      @draft="draft"
    />
    <MotifWords v-else v-bind="{ mask, called, units }" @change="change" @draft="draft" />{{ " " }}
    <WordLength
      :label="`The ${called} from the left`"
      :mm="mask.x_mm"
      :units="units"
      @change="(mm) => change({ ...mask, x_mm: mm }, `move the ${called}`)"
      @draft="(mm) => draft(mm === null ? null : { ...mask, x_mm: mm })"
    />
    from the left and
    <WordLength
      :label="`The ${called} from the top`"
      :mm="mask.y_mm"
      :units="units"
      @change="(mm) => change({ ...mask, y_mm: mm }, `move the ${called}`)"
      @draft="(mm) => draft(mm === null ? null : { ...mask, y_mm: mm })"
    />
    from the top (<button type="button" class="word" @click="act(`centre the ${called}`, { do: 'centre' })">
      {{ isRepeat(mask) ? "centre the repeat" : "centre it" }}</button
    >)<template v-if="mask.shape !== 'disc'"
      >, turned
      <WordAngle
        label="Turned"
        :value="mask.angle_deg"
        @change="(angle) => change(turned(angle), `turn the ${called}`)"
        @draft="(angle) => draft(angle === null ? null : turned(angle))" /></template
    ><template v-if="mask.shape !== 'tapes'"
      >; it keeps
      <WordChoice
        label="Keeps"
        :text="keeps.find((k) => k.value === mask.keeps)?.label ?? ''"
        :value="mask.keeps"
        :choices="keeps"
        @choose="(value) => change({ ...mask, keeps: value }, 'change what it keeps')" /></template
    >.
    <template v-if="'flipped' in mask"
      >{{ " " }}It lies
      <WordToggle
        label="It lies"
        :text="mask.flipped ? 'turned over' : 'this side up'"
        :other="mask.flipped ? 'this side up' : 'turned over'"
        @toggle="change(turnedOver(), `turn the ${called} over`)"
      /><template v-if="'spread_mm' in mask && mask.keeps === 'inside'"
        >, with a margin of
        <WordLength
          label="Margin"
          :mm="mask.spread_mm"
          :units="units"
          :most="20"
          @change="(mm) => change(spread(mm), 'change the margin')"
          @draft="(mm) => draft(mm === null ? null : spread(mm))" /></template
      >.
    </template>
    <template v-if="mask.shape !== 'tapes'"
      >{{ " " }}It is held
      <WordChoice
        label="Held"
        :text="HELD.find((one) => one.value === held)?.label ?? ''"
        :value="held"
        :choices="[...HELD]"
        @choose="heldBy"
      /><template v-if="mask.keeps === 'outside' || mask.shape === 'edge'"
        ><template v-if="mask.sheet_width_mm && mask.sheet_height_mm"
          >, on a sheet of
          <WordLength
            label="Sheet wide"
            :mm="mask.sheet_width_mm"
            :units="units"
            :least="10"
            :most="600"
            @change="(mm) => change(sheet({ sheet_width_mm: mm }), 'change the size of the sheet')"
            @draft="(mm) => draft(mm === null ? null : sheet({ sheet_width_mm: mm }))"
          />
          by
          <WordLength
            label="Sheet high"
            :mm="mask.sheet_height_mm"
            :units="units"
            :least="10"
            :most="600"
            @change="(mm) => change(sheet({ sheet_height_mm: mm }), 'change the size of the sheet')"
            @draft="(mm) => draft(mm === null ? null : sheet({ sheet_height_mm: mm }))"
          />
          (<button
            type="button"
            class="word quiet"
            @click="
              change(
                { ...mask, sheet_width_mm: null, sheet_height_mm: null },
                'take a sheet as large as need be',
              )
            "
          >
            larger than the panel</button
          >)</template
        ><template v-else
          >, on a sheet larger than the panel (<button
            type="button"
            class="word quiet"
            @click="change(sheet({}), 'say how large the sheet is')"
          >
            say its size</button
          >)</template
        ></template
      >.
    </template>
    <template v-if="mask.shape === 'tapes' && motifs.length"
      >{{ " "
      }}<WordMenu
        label="Fit the strip round"
        text="Fit the strip round a motif"
        :choices="motifs"
        @choose="
          (motif) => act('fit the strip round the motif', { do: 'strip', motif, margin_mm: NUDGE[units] })
        "
      />.
    </template>
    <template v-for="fact in reading?.facts ?? []" :key="fact"
      >{{ " " }}<i class="fact">{{ fact }}</i></template
    >{{ " " }}
    <template v-if="reading?.islands && mask.shape === 'drawn'">
      <button type="button" class="word" @click="act(`bridge the ${called}`, { do: 'bridges' })">
        Bridge {{ reading.islands === 1 ? "it" : "them" }}</button
      >.
    </template>
    <template v-if="isStencil(mask)">
      <template v-for="hold in holds" :key="hold.key">
        {{ hold.kind === "tape" ? "Tape" : "A magnet" }} holds it (<button
          type="button"
          class="word"
          @click="desk.push('take the hold off', { do: 'let-go', key: hold.key })"
        >
          take it off</button
        >).
      </template>
      <WordMenu
        label="Hold it with"
        text="Hold it"
        :choices="HOLDS"
        @choose="(kind) => act(`hold the ${called} with ${kind}`, { do: 'hold-mask', kind })"
      />
      or
    </template>
    <button
      v-if="mask.shape !== 'tapes'"
      type="button"
      class="word"
      @click="act(`use what the ${called} was cut from`, { do: 'counterpart' })"
    >
      {{ otherHalf }}</button>{{ mask.shape === "tapes" ? "" : "." }} {{ " "
    }}<WordMenu
      label="In its place"
      text="Take another in its place"
      :choices="instead"
      @choose="takeInstead"
    />.
    <template v-if="!inUse"
      >{{ " "
      }}<button
        type="button"
        class="word quiet"
        @click="desk.push(`take the ${called} out`, { do: 'take-mask-out', key: mask.key })"
      >
        Take it out</button
      >.</template
    >
  </span>
</template>

<style scoped>
.fact {
  color: var(--ink-soft);
}
</style>
