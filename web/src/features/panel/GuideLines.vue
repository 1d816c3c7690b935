<script setup lang="ts">
/** What a thing in the hand rests on, drawn while it is held. */
import type { Line } from "../../logic/snapping";

defineProps<{ x: Line | null; y: Line | null; width: number; height: number }>();
</script>

<template>
  <g v-if="x" class="guide">
    <line :x1="x.mm" :x2="x.mm" y1="0" :y2="height" />
    <text :x="x.mm + 1.5" :y="height - 2">{{ x.name }}</text>
  </g>
  <g v-if="y" class="guide">
    <line x1="0" :x2="width" :y1="y.mm" :y2="y.mm" />
    <text x="1.5" :y="y.mm - 1.2">{{ y.name }}</text>
  </g>
</template>

<style scoped>
.guide {
  pointer-events: none;
}
line {
  stroke: var(--ink);
  stroke-width: 1px;
  vector-effect: non-scaling-stroke;
}
text {
  font: 3.6px var(--text);
  fill: var(--ink);
  paint-order: stroke;
  stroke: #fff;
  stroke-width: 0.9px;
}
</style>
