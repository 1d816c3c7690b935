<script setup lang="ts">
/** The prints of the chosen step on the panel: taken hold of and moved, each by itself; or tapped, to paint inside some of them. */
import { computed } from "vue";
import { useDesk } from "../../composables/useDesk";
import type { usePlacing } from "../../composables/usePlacing";
import { placesOf, type PlacedPrint, regionOf } from "../../logic/prints";
import PlacedThing from "./PlacedThing.vue";
import { t } from "../../words";

const props = defineProps<{ step: string; placing: ReturnType<typeof usePlacing<PlacedPrint>> }>();
const emit = defineEmits<{ toggle: [print: number] }>();
const desk = useDesk();
const stepOf = (id: string) => desk.card?.plan.steps.find((step) => step.id === id);
const outlines = (id: string) => desk.saved?.reading.steps.find((step) => step.id === id)?.prints ?? [];

const step = computed(() => stepOf(props.step));
const drawn = computed(() => placesOf(desk.saved?.plan.steps.find((other) => other.id === props.step)));
/** The step whose prints are painted into, and those chosen; all where none is. */
const inside = computed(() => {
  const region = regionOf(step.value);
  return region?.over === "in-print" ? { of: region.step, only: region.only ?? [] } : null;
});
</script>

<template>
  <PlacedThing
    v-for="place in placesOf(step)"
    :key="place.key"
    class="print"
    :thing="place"
    :drawn-at="drawn.find((other) => other.key === place.key)"
    :called="t('panel.printsOver.printKey', { key: Number(place.key) + 1 })"
    :placing="placing"
  >
    <path :d="outlines(props.step)[Number(place.key)]" />
  </PlacedThing>
  <template v-if="inside">
    <path
      v-for="(path, i) in outlines(inside.of)"
      :key="i"
      class="inside"
      :class="{ out: inside.only.length && !inside.only.includes(i) }"
      :d="path"
      role="checkbox"
      tabindex="0"
      :aria-checked="!inside.only.length || inside.only.includes(i)"
      :aria-label="t('panel.printsOver.printNumber', { i: i + 1 })"
      @pointerdown.stop
      @click="emit('toggle', i)"
      @keydown.enter="emit('toggle', i)"
      @keydown.space.prevent="emit('toggle', i)"
    />
  </template>
</template>

<style scoped>
path {
  fill: transparent;
  stroke: var(--ink);
  stroke-width: 1.5px;
  stroke-dasharray: 6 4;
  vector-effect: non-scaling-stroke;
}
.print:hover path,
.print:focus-visible path,
.inside:hover,
.inside:focus-visible {
  stroke-width: 3px;
  outline: none;
}
.inside {
  cursor: pointer;
  stroke-dasharray: none;
}
.out {
  stroke-dasharray: 2 5;
}
</style>
