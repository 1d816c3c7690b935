<script setup lang="ts">
/** A ruler along one side of the panel. */
import { computed } from "vue";
import type { Units } from "../../api/models";
import { rulerMarks } from "../../logic/length";

const props = defineProps<{
  way: "across" | "down";
  length: number;
  scale: number;
  units: Units;
  wide: number;
}>();
const marks = computed(() => rulerMarks(props.length, props.units));
</script>

<template>
  <svg v-if="way === 'across'" class="ruler across" :width="length * scale" :height="wide" aria-hidden="true">
    <g v-for="m in marks" :key="m.mm">
      <line :x1="m.mm * scale" :x2="m.mm * scale" :y1="wide" :y2="wide - 14 * m.size" />
      <text v-if="m.label" :x="m.mm * scale + 3" :y="wide - 13">{{ m.label }}</text>
    </g>
  </svg>
  <svg v-else class="ruler down" :width="wide" :height="length * scale" aria-hidden="true">
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
.across {
  bottom: calc(100% + 8px);
}
.down {
  right: calc(100% + 8px);
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
