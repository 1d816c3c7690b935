<script setup lang="ts">
/** A stroke by hand: drawn anew wherever the panel is pressed and drawn over. */
import { useEventListener } from "@vueuse/core";
import { computed, ref } from "vue";
import { useDesk } from "../../composables/useDesk";
import { regionOf } from "../../logic/prints";
import { bent, heldAt, HOLDS, type StrokeHold, thinned } from "../../logic/stroke";
import { t } from "../../words";

const props = defineProps<{ step: string; scale: number; width: number; height: number }>();
const desk = useDesk();
const region = computed(() => {
  const of = regionOf(desk.card?.plan.steps.find(({ id }) => id === props.step));
  return of?.over === "stroke" ? of : null;
});
const drawing = ref<[number, number][] | null>(null);
const line = computed(() => {
  const points = drawing.value ?? region.value?.points ?? [];
  return points.map(([x, y], i) => `${i ? "L" : "M"}${x} ${y}`).join("");
});
let corner = { left: 0, top: 0 };
const place = (event: PointerEvent): [number, number] => [
  Math.round(((event.clientX - corner.left) / props.scale) * 10) / 10,
  Math.round(((event.clientY - corner.top) / props.scale) * 10) / 10,
];
function begin(event: PointerEvent) {
  const over = event.currentTarget;
  if (event.button !== 0 || !(over instanceof SVGElement)) return;
  corner = over.ownerSVGElement?.getBoundingClientRect() ?? corner;
  drawing.value = [place(event)];
}
useEventListener(window, "pointermove", (event) => {
  if (drawing.value) drawing.value = [...drawing.value, place(event)];
});
useEventListener(window, "pointercancel", () => (drawing.value = null));
useEventListener(window, "pointerup", () => {
  const points = thinned(drawing.value ?? []);
  drawing.value = null;
  if (points.length < 2) return;
  desk.push(t("panel.strokeOver.drawTheStrokeAnew"), {
    do: "word",
    step: props.step,
    path: "region.points",
    value: points,
  });
});
/** The arrows move what is held by a millimetre, with Shift by five. */
function key(event: KeyboardEvent, hold: StrokeHold) {
  const way = ARROWS[event.key];
  if (!way || !region.value) return;
  event.preventDefault();
  event.stopPropagation();
  const far = event.shiftKey ? 5 : 1;
  const points = bent(region.value.points, hold, way[0] * far, way[1] * far);
  desk.push(t("panel.strokeOver.moveTheOfTheStroke", { hold }), {
    do: "word",
    step: props.step,
    path: "region.points",
    value: points,
  });
}
const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
</script>

<template>
  <g v-if="region">
    <rect class="sheet" :width="width" :height="height" @pointerdown.prevent="begin" @click.stop />
    <path class="line" :d="line" />
    <template v-if="!drawing">
      <circle
        v-for="hold in HOLDS"
        :key="hold.key"
        class="hold"
        role="button"
        tabindex="0"
        :aria-label="t('panel.strokeOver.theOfTheStrokeThe', { key: hold.key })"
        :cx="heldAt(region.points, hold.key)[0]"
        :cy="heldAt(region.points, hold.key)[1]"
        :r="7 / scale"
        @keydown="key($event, hold.key)"
      />
    </template>
  </g>
</template>

<style scoped>
.sheet {
  fill: #ffffff01;
  cursor: crosshair;
  touch-action: none;
}
.hold {
  fill: var(--paper);
  stroke: var(--ink);
  stroke-width: 1.5px;
  vector-effect: non-scaling-stroke;
  pointer-events: none;
}
.hold:focus {
  outline: none;
  fill: var(--ink);
  stroke: var(--paper);
}
.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5px;
  stroke-dasharray: 1 4;
  stroke-linecap: round;
  vector-effect: non-scaling-stroke;
  pointer-events: none;
}
</style>
