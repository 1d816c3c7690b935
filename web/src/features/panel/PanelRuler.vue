<script setup lang="ts">
/** A ruler along one side of the panel, beside the base it lies on: its marks are read on any stock. */
import { computed } from "vue";
import type { Units } from "../../api/models";
import { rulerMarks } from "../../logic/length";

const props = defineProps<{
  way: "across" | "down";
  length: number;
  scale: number;
  units: Units;
  wide: number;
  /** How far the base goes beyond the panel there, pixels. */
  beyond: number;
}>();
const marks = computed(() => rulerMarks(props.length, props.units));
</script>

<template>
  <svg
    v-if="way === 'across'"
    class="ruler"
    :style="{ bottom: `calc(100% + ${beyond + 2}px)` }"
    :width="length * scale"
    :height="wide"
    aria-hidden="true"
  >
    <g v-for="m in marks" :key="m.mm">
      <line :x1="m.mm * scale" :x2="m.mm * scale" :y1="wide" :y2="wide - 14 * m.size" />
      <text v-if="m.label" :x="m.mm * scale + 3" :y="wide - 13">{{ m.label }}</text>
    </g>
  </svg>
  <svg
    v-else
    class="ruler"
    :style="{ right: `calc(100% + ${beyond + 2}px)` }"
    :width="wide"
    :height="length * scale"
    aria-hidden="true"
  >
    <g v-for="m in marks" :key="m.mm">
      <line :y1="m.mm * scale" :y2="m.mm * scale" :x1="wide" :x2="wide - 14 * m.size" />
      <text v-if="m.label" :y="m.mm * scale + 13" :x="wide - 26">{{ m.label }}</text>
    </g>
  </svg>
</template>

<style scoped>
.ruler {
  position: absolute;
  overflow: visible;
}
line {
  stroke: var(--ink-soft);
  stroke-width: 1;
}
text {
  font: 13px var(--text);
  fill: var(--ink-soft);
}
</style>
