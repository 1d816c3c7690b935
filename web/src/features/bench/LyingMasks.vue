<script setup lang="ts">
/** The masks that lie on the panel at a step, drawn over its picture; of one that is laid now, where its middle goes. */
import { computed } from "vue";
import type { CardOut, PlanModel } from "../../api/models";

const props = defineProps<{
  reading: CardOut["reading"];
  step: PlanModel["steps"][number];
  plan: PlanModel;
}>();

const size = computed(() => ({ w: props.reading.panel_width_mm, h: props.reading.panel_height_mm }));
const on = computed(() => {
  const lying = props.reading.steps.find((reading) => reading.id === props.step.id)?.masks_on ?? [];
  return props.reading.masks.filter((mask) => lying.includes(mask.key));
});
const laid = computed(() => (props.step.do === "lay-mask" ? props.step.mask : null));
const middle = computed(() => {
  const mask = props.plan.masks?.find((one) => one.key === laid.value);
  return mask && { x: mask.x_mm, y: mask.y_mm };
});
</script>

<template>
  <svg :viewBox="`0 0 ${size.w} ${size.h}`" aria-hidden="true">
    <clipPath id="panel-rim"><rect :width="size.w" :height="size.h" /></clipPath>
    <g clip-path="url(#panel-rim)">
      <template v-if="middle">
        <path class="under" :d="`M0 ${middle.y}H${middle.x}V0`" />
        <path class="ruler" :d="`M0 ${middle.y}H${middle.x}V0`" />
        <circle class="spot" :cx="middle.x" :cy="middle.y" r="1.4" />
      </template>
      <template v-for="mask in on" :key="mask.key">
        <path class="under" :d="mask.path" />
        <path class="line" :class="{ laid: mask.key === laid }" :d="mask.path" />
      </template>
    </g>
    <rect class="rim" :width="size.w" :height="size.h" />
  </svg>
</template>

<style scoped>
path,
.rim {
  fill: none;
  vector-effect: non-scaling-stroke;
}
.under {
  stroke: var(--paper-lift);
  stroke-width: 4;
}
.line {
  stroke: var(--ink);
  stroke-width: 1.6;
  stroke-dasharray: 6 5;
}
.line.laid {
  stroke-width: 2.4;
  stroke-dasharray: none;
}
.ruler {
  stroke: var(--ink);
  stroke-width: 1.2;
  stroke-dasharray: 2 4;
}
.spot {
  fill: var(--ink);
  stroke: var(--paper-lift);
  stroke-width: 0.5;
}
.rim {
  stroke: var(--hairline);
  stroke-width: 1;
}
</style>
