<script setup lang="ts">
/** A window, frame, spotlight or strip as a sentence. */
import { computed } from "vue";
import type { Cut, Units } from "../../api/models";
import WordAngle from "../../components/word/WordAngle.vue";
import WordChoice from "../../components/word/WordChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import { useDesk } from "../../composables/useDesk";
import { USES } from "../../logic/cuts";
import { useShelf } from "../../stores/shelf";

const props = defineProps<{ cut: Cut; units: Units }>();
const desk = useDesk();
const shelf = useShelf();

const set = (part: Partial<Cut>, said: string) =>
  desk.push(said, { do: "cut", cut: { ...props.cut, ...part } });
const OUTLINES = [
  { value: "rectangle" as const, label: "straight" },
  { value: "round" as const, label: "round" },
];
const outlines = computed<{ value: Cut["outline"]; label: string }[]>(() => [
  ...OUTLINES,
  ...(shelf.shelf?.motifs ?? []).map((m) => ({ value: m.key, label: m.name })),
]);
const use = computed(() => USES.find((u) => u.value === props.cut.use));
</script>

<template>
  <span>
    The
    <WordChoice
      label="Use"
      :text="use?.short ?? cut.use"
      :value="cut.use"
      :choices="USES"
      @choose="(use) => set({ use }, 'change its use')"
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
        :text="outlines.find((o) => o.value === cut.outline)?.label ?? cut.outline"
        :value="cut.outline"
        :choices="outlines"
        @choose="(outline) => set({ outline }, 'change the outline')" /></template
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
    <WordAngle
      label="Turned"
      :value="cut.angle_deg"
      @change="(n) => set({ angle_deg: n }, `turn the ${cut.name}`)"
    />.
    <button
      type="button"
      class="word quiet"
      @click="desk.push(`take the ${cut.name} away`, { do: 'drop-cut', key: cut.key })"
    >
      Take it away
    </button>
  </span>
</template>
