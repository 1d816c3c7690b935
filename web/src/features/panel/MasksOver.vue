<script setup lang="ts">
/** The masks of a card where they lie on the panel, to be moved. */
import type { Mask } from "../../api/models";
import { useDesk } from "../../composables/useDesk";
import type { usePlacing } from "../../composables/usePlacing";
import PlacedThing from "./PlacedThing.vue";

defineProps<{ on: string[]; placing: ReturnType<typeof usePlacing<Mask>> }>();
const desk = useDesk();
const read = (key: string) => desk.saved?.reading.masks.find((mask) => mask.key === key);
const drawnAt = (key: string) => desk.saved?.plan.masks.find((mask) => mask.key === key);
const isLine = (mask: Mask) => mask.shape === "edge" || mask.shape === "tapes";
</script>

<template>
  <PlacedThing
    v-for="mask in desk.card?.plan.masks"
    :key="mask.key"
    class="mask"
    :class="{ on: on.includes(mask.key) }"
    clip-path="url(#near)"
    :thing="mask"
    :drawn-at="drawnAt(mask.key)"
    :called="read(mask.key)?.called ?? mask.name"
    :placing="placing"
  >
    <path class="grip" :class="{ line: isLine(mask) }" :d="read(mask.key)?.path" />
    <path class="rim" :d="read(mask.key)?.path" />
  </PlacedThing>
</template>

<style scoped>
.grip {
  fill: transparent;
}
.grip.line {
  fill: none;
  stroke: transparent;
  stroke-width: 26px;
  vector-effect: non-scaling-stroke;
}
.rim {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1px;
  stroke-dasharray: 2 4;
  vector-effect: non-scaling-stroke;
}
.mask:not(.on):not(:hover):not(:focus-visible) .rim {
  opacity: 0.35;
}
.mask.on .rim {
  stroke-width: 2px;
  stroke-dasharray: none;
}
.mask:focus-visible .rim,
.mask:hover .rim {
  stroke-width: 3px;
}
</style>
