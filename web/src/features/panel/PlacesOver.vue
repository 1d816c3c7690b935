<script setup lang="ts">
/** Places on the panel: the one that was tapped, and the one that a finding is about. In the panel's millimetres. */
import type { Schemas } from "../../api/models";
import type { Place } from "../../composables/usePicture";

defineProps<{ tapped: Place | null; mark: Schemas["PlaceOut"] | null }>();
const cross = ({ x_mm, y_mm }: Place) => `M${x_mm - 3} ${y_mm}h6M${x_mm} ${y_mm - 3}v6`;
</script>

<template>
  <g>
    <template v-if="tapped">
      <path class="tapped under" :d="cross(tapped)" />
      <path class="tapped" :d="cross(tapped)" />
    </template>
    <g v-if="mark" class="mark" data-test="mark" :transform="`translate(${mark.x_mm} ${mark.y_mm})`">
      <circle r="4.2" />
      <circle r="4.2" class="inner" />
    </g>
  </g>
</template>

<style scoped>
g {
  pointer-events: none;
}
.tapped {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2px;
  vector-effect: non-scaling-stroke;
}
.tapped.under {
  stroke: #fff;
  stroke-width: 5px;
}
.mark circle {
  fill: none;
  stroke: #fff;
  stroke-width: 4px;
  vector-effect: non-scaling-stroke;
}
.mark .inner {
  stroke: var(--ink);
  stroke-width: 2px;
}
</style>
