<script setup lang="ts">
/** Rulers along the panel at the bench, and a numbered cross wherever the step in hand puts something. */
import { useElementSize } from "@vueuse/core";
import { computed, ref } from "vue";
import type { BenchOut, Step } from "../../api/models";
import { placesOf } from "../../logic/places";
import { rulerMarks } from "../../logic/length";

const props = defineProps<{ bench: BenchOut; step: Step; prints: readonly string[] }>();
const svg = ref<SVGSVGElement | null>(null);
const { width, height } = useElementSize(svg);
const size = computed(() => ({
  w: props.bench.reading.panel_width_mm,
  h: props.bench.reading.panel_height_mm,
}));
/** Millimetres of the panel in a pixel. */
const px = computed(() =>
  width.value ? 1 / Math.min(width.value / size.value.w, height.value / size.value.h) : 0.4,
);
const marks = (length: number) =>
  rulerMarks(length, props.bench.plan.units).filter((mark) => mark.size * 14 > 5 || px.value < 0.4);
const across = computed(() => marks(size.value.w));
const down = computed(() => marks(size.value.h));
const places = computed(() => placesOf(props.step, props.bench.plan, props.prints));
const ARM = 7;
</script>

<template>
  <svg ref="svg" :viewBox="`0 0 ${size.w} ${size.h}`" aria-hidden="true">
    <g v-for="m in across" :key="`x${m.mm}`" class="mark">
      <line :x1="m.mm" :x2="m.mm" :y1="-2 * px" :y2="-(2 + 10 * m.size) * px" />
      <text v-if="m.label" :x="m.mm + 2 * px" :y="-8 * px" :font-size="11 * px">{{ m.label }}</text>
    </g>
    <g v-for="m in down" :key="`y${m.mm}`" class="mark">
      <line :y1="m.mm" :y2="m.mm" :x1="-2 * px" :x2="-(2 + 10 * m.size) * px" />
      <text v-if="m.label" :y="m.mm + 11 * px" :x="-6 * px" text-anchor="end" :font-size="11 * px">
        {{ m.label }}
      </text>
    </g>
    <g v-for="place in places" :key="place.said" class="place">
      <path
        v-for="under in [true, false]"
        :key="String(under)"
        :class="{ under }"
        :d="`M${place.x - ARM * px} ${place.y}h${2 * ARM * px}M${place.x} ${place.y - ARM * px}v${2 * ARM * px}`"
      />
      <text
        v-if="places.length > 1"
        :x="place.x + 4 * px"
        :y="place.y - 4 * px"
        :font-size="13 * px"
        :stroke-width="3 * px"
      >
        {{ place.said }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  overflow: visible;
}
.mark line {
  stroke: var(--ink-soft);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}
.mark text {
  fill: var(--ink-soft);
}
.place path {
  stroke: var(--ink);
  stroke-width: 1.6;
  vector-effect: non-scaling-stroke;
}
.place .under {
  stroke: var(--paper-lift);
  stroke-width: 4.5;
}
.place text {
  font-weight: 650;
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--paper-lift);
}
</style>
