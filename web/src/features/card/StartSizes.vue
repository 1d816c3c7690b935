<script setup lang="ts">
/** The size of a new card: a usual format or one's own, upright or across, folded at any side, a panel of its own size on it. */
import { computed } from "vue";
import type { Schemas, Units } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import WordToggle from "../../components/word/WordToggle.vue";
import { FOLDS, type Sizes } from "../../logic/startSizes";

const props = defineProps<{ sizes: Sizes; formats: Schemas["FormatOut"][]; units: Units }>();
const emit = defineEmits<{ change: [sizes: Sizes] }>();
const set = (part: Partial<Sizes>) => emit("change", { ...props.sizes, ...part });
const format = computed(() => props.formats.find((f) => f.key === props.sizes.format));
const choices = computed(() => [
  ...props.formats.map((f) => ({ value: f.key, label: f.name })),
  { value: "own", label: "a size of your own" },
]);
function choose(key: string) {
  if (key === "own") return set({ format: null });
  set({ format: key });
}
</script>

<template>
  A
  <WordChoice
    label="Card format"
    :text="format?.name ?? 'card of your own size,'"
    :value="sizes.format ?? 'own'"
    :choices="choices"
    @choose="choose"
  />
  <template v-if="!sizes.format">
    <WordLength
      label="The card wide"
      :mm="sizes.width_mm"
      :units="units"
      :least="40"
      :most="600"
      @change="(mm) => set({ width_mm: mm })"
    />
    by
    <WordLength
      label="The card high"
      :mm="sizes.height_mm"
      :units="units"
      :least="40"
      :most="600"
      @change="(mm) => set({ height_mm: mm })"
    />
  </template>
  card,
  <WordToggle
    v-if="sizes.format"
    label="Laid"
    :text="sizes.across ? 'across' : 'upright'"
    :other="sizes.across ? 'upright' : 'across'"
    @toggle="set({ across: !sizes.across })"
  /><template v-if="sizes.format">, </template>folded
  <WordChoice
    label="Folded"
    :text="FOLDS.find((f) => f.value === sizes.fold)?.label ?? ''"
    :value="sizes.fold"
    :choices="FOLDS"
    @choose="(fold) => set({ fold })"
  />,
  <template v-if="sizes.panel"
    >its panel
    <WordLength
      label="The panel wide"
      :mm="sizes.panel.width_mm"
      :units="units"
      :least="20"
      :most="600"
      @change="(mm) => sizes.panel && set({ panel: { ...sizes.panel, width_mm: mm } })"
    />
    by
    <WordLength
      label="The panel high"
      :mm="sizes.panel.height_mm"
      :units="units"
      :least="20"
      :most="600"
      @change="(mm) => sizes.panel && set({ panel: { ...sizes.panel, height_mm: mm } })"
    />,</template
  ><template v-else
    >the
    <button type="button" class="word" @click="set({ panel: { width_mm: 100, height_mm: 140 } })">
      panel with the usual rim</button
    >,</template
  >
</template>
