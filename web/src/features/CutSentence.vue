<script setup lang="ts">
/** A window, frame, spotlight or strip as a sentence. */
import type { PlanModel, Units } from "../api/client";
import WordChoice from "../components/WordChoice.vue";
import WordLength from "../components/WordLength.vue";
import WordNumber from "../components/WordNumber.vue";
import { useShelf } from "../composables/useShelf";
import { type Cut, USES } from "../logic/cuts";

const props = defineProps<{ cut: Cut; units: Units }>();
const emit = defineEmits<{ change: [said: string, make: (plan: PlanModel) => PlanModel] }>();
const { shelf } = useShelf();

function set(part: Partial<Cut>, said: string) {
  emit("change", said, (now) => ({
    ...now,
    cuts: (now.cuts ?? []).map((other) => (other.key === props.cut.key ? { ...other, ...part } : other)),
  }));
}
function takeOut() {
  emit("change", `take the ${props.cut.name} away`, (now) => ({
    ...now,
    cuts: (now.cuts ?? []).filter((other) => other.key !== props.cut.key),
  }));
}
const outlines = () => [
  { value: "rectangle" as Cut["outline"], label: "straight" },
  { value: "round" as Cut["outline"], label: "round" },
  ...(shelf.value?.motifs ?? []).map((m) => ({ value: m.key as Cut["outline"], label: m.name })),
];
const use = () => USES.find((u) => u.value === props.cut.use);
function readAngle(text: string) {
  const value = Number(text.replace("°", "").replace(",", "."));
  return Number.isFinite(value) && Math.abs(value) <= 360 ? value : null;
}
</script>

<template>
  <span>
    The
    <WordChoice
      label="Use"
      :text="use()?.short ?? cut.use"
      :value="cut.use"
      :choices="USES"
      @choose="(value) => set({ use: value }, 'change its use')"
    />
    is
    <WordLength
      :label="`The ${cut.name} wide`"
      :mm="cut.width_mm"
      :units="units"
      :least="3"
      @change="(mm) => set({ width_mm: mm }, `resize the ${cut.name}`)"
    />
    by
    <WordLength
      :label="`The ${cut.name} high`"
      :mm="cut.height_mm"
      :units="units"
      :least="3"
      @change="(mm) => set({ height_mm: mm }, `resize the ${cut.name}`)"
    />
    <template v-if="!['strip', 'sentiment'].includes(cut.use)"
      >,
      <WordChoice
        label="Outline"
        :text="outlines().find((o) => o.value === cut.outline)?.label ?? cut.outline"
        :value="cut.outline"
        :choices="outlines()"
        @choose="(value) => set({ outline: value }, 'change the outline')" /></template
    ><template v-if="cut.use === 'frame'"
      >, its rim
      <WordLength
        label="Rim"
        :mm="cut.rim_mm"
        :units="units"
        :least="1"
        @change="(mm) => set({ rim_mm: mm }, 'change the rim')" /></template
    >, its middle
    <WordLength
      :label="`The ${cut.name} from the left`"
      :mm="cut.x_mm"
      :units="units"
      @change="(mm) => set({ x_mm: mm }, `move the ${cut.name}`)"
    />
    from the left and
    <WordLength
      :label="`The ${cut.name} from the top`"
      :mm="cut.y_mm"
      :units="units"
      @change="(mm) => set({ y_mm: mm }, `move the ${cut.name}`)"
    />
    from the top, turned
    <WordNumber
      label="Turned"
      :text="`${cut.angle_deg}°`"
      :shown="String(cut.angle_deg)"
      unit="°"
      hint="Use -360 to 360."
      :read="readAngle"
      :tap="(d) => cut.angle_deg + 5 * d"
      @change="(n) => set({ angle_deg: n }, `turn the ${cut.name}`)"
    />.
    <button class="word quiet" @click="takeOut">Take it away</button>
  </span>
</template>
