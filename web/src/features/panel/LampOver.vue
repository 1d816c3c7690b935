<script setup lang="ts">
/** The lamp that a tilted panel is looked at by; it goes with the hand, and with the arrow keys. */
import { ARROWS } from "../../logic/arrows";
import type { Place } from "../../composables/usePicture";
import { t } from "../../words";

const props = defineProps<{ lamp: Place; scale: number }>();
const emit = defineEmits<{ move: [to: Place] }>();
function move(event: KeyboardEvent) {
  const way = ARROWS[event.key];
  if (!way) return;
  event.preventDefault();
  const by = event.shiftKey ? 20 : 6;
  emit("move", { x_mm: props.lamp.x_mm + way[0] * by, y_mm: props.lamp.y_mm + way[1] * by });
}
</script>

<template>
  <button
    type="button"
    :style="{ left: `${lamp.x_mm * scale}px`, top: `${lamp.y_mm * scale}px` }"
    :aria-label="t('panel.lampOver.theLampTheArrowKeys')"
    @keydown="move"
  >
    <svg viewBox="-12 -12 24 24" aria-hidden="true">
      <circle r="5" />
      <path v-for="turn in 8" :key="turn" d="M0 -8v-3" :transform="`rotate(${turn * 45})`" />
    </svg>
  </button>
</template>

<style scoped>
button {
  position: absolute;
  z-index: 1;
  width: 44px;
  height: 44px;
  margin: -22px 0 0 -22px;
  padding: 6px;
  border: 0;
  background: none;
  pointer-events: none;
}
circle {
  fill: #fff8e0;
  stroke: var(--ink);
}
path {
  stroke: var(--ink);
  stroke-width: 3px;
  stroke-linecap: round;
}
</style>
