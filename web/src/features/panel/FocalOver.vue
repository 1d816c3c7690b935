<script setup lang="ts">
/** Focal pieces as ghosts on the panel. */
import type { Focal } from "../../api/models";
import { useDesk } from "../../composables/useDesk";
import type { usePlacing } from "../../composables/usePlacing";
import PlacedThing from "./PlacedThing.vue";

defineProps<{ placing: ReturnType<typeof usePlacing<Focal>> }>();
const desk = useDesk();
</script>

<template>
  <PlacedThing
    v-for="piece in desk.card?.plan.focal"
    :key="piece.key"
    class="ghost"
    :thing="piece"
    :drawn-at="undefined"
    :called="piece.name"
    :placing="placing"
  >
    <rect
      :x="piece.x_mm - piece.width_mm / 2"
      :y="piece.y_mm - piece.height_mm / 2"
      :width="piece.width_mm"
      :height="piece.height_mm"
    />
    <text :x="piece.x_mm" :y="piece.y_mm - piece.height_mm / 2 - 1.2">{{ piece.name }}</text>
  </PlacedThing>
</template>

<style scoped>
/* Only its rim is taken hold of, so that the panel can be asked through it. */
rect {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1px;
  stroke-dasharray: 6 4;
  vector-effect: non-scaling-stroke;
  pointer-events: stroke;
}
.ghost:hover rect,
.ghost:focus-visible rect {
  stroke-width: 3px;
}
text {
  font: 3.6px var(--text);
  text-anchor: middle;
  fill: var(--ink);
  paint-order: stroke;
  stroke: #fff;
  stroke-width: 0.9px;
}
</style>
