<script setup lang="ts">
/** The panel in true proportion between its rulers: to look at, to point at, and to move the masks on. */
import { useDebounceFn, useElementSize, useThrottleFn } from "@vueuse/core";
import { computed, onBeforeUnmount, ref, watch } from "vue";
import { type AnswerOut, api, type CardOut, pictureUrl, type Schemas, take } from "../api/client";
import type { Mask } from "../logic/masks";
import { useNotice } from "../composables/useNotice";
import { rulerMarks } from "../logic/length";

const props = defineProps<{
  card: CardOut;
  steps: number;
  masksOn: string[];
  mark?: Schemas["PlaceOut"] | null;
}>();
const emit = defineEmits<{ moveMask: [mask: Mask]; answer: [answer: AnswerOut | null] }>();

const RULER = 30;
const BREATH = 26;
const table = ref<HTMLElement | null>(null);
const { width, height } = useElementSize(table);
const { attempt } = useNotice();

const panel = computed(() => ({
  width: props.card.reading.panel_width_mm,
  height: props.card.reading.panel_height_mm,
}));
const base = computed(() => props.card.plan.card);
const scale = computed(() =>
  Math.max(
    0.5,
    Math.min(
      (width.value - RULER - 2 * BREATH) / base.value.width_mm,
      (height.value - RULER - 2 * BREATH) / base.value.height_mm,
    ),
  ),
);
const across = computed(() => rulerMarks(panel.value.width, props.card.plan.units));
const down = computed(() => rulerMarks(panel.value.height, props.card.plan.units));

// A new picture is shown when it is there, never a gap between the old and the new.
const shown = ref("");
const wanted = computed(() => pictureUrl(props.card.id, props.card.revision, 100, props.steps));
let preview = "";
watch(
  wanted,
  (url) => {
    const image = new Image();
    image.onload = () => {
      if (url !== wanted.value) return;
      shown.value = url;
      forgetPreview();
    };
    image.src = url;
  },
  { immediate: true },
);
function forgetPreview() {
  if (preview) URL.revokeObjectURL(preview);
  preview = "";
}
onBeforeUnmount(forgetPreview);

function placeOf(event: PointerEvent) {
  const box = (event.currentTarget as Element).getBoundingClientRect();
  return {
    x_mm: Math.min(panel.value.width, Math.max(0, (event.clientX - box.left) / scale.value)),
    y_mm: Math.min(panel.value.height, Math.max(0, (event.clientY - box.top) / scale.value)),
  };
}

const pointed = ref<{ x_mm: number; y_mm: number } | null>(null);
const askNow = useDebounceFn(async () => {
  const place = pointed.value;
  if (!place) return;
  const query = { ...place, revision: props.card.revision, steps: props.steps };
  const answer = await attempt(() =>
    take<AnswerOut>(
      api.GET("/api/cards/{card_id}/ask", { params: { path: { card_id: props.card.id }, query } }),
    ),
  );
  if (pointed.value === place) emit("answer", answer ?? null);
}, 40);
function point(event: PointerEvent) {
  if (holding.value) return drag(event);
  pointed.value = placeOf(event);
  askNow();
}
function leave() {
  pointed.value = null;
  emit("answer", null);
}

// Moving a mask: a preview follows the hand, and the place is saved when it is let go.
const dragged = ref<Mask | null>(null);
const holding = ref(false);
watch(
  () => props.card.revision,
  () => (dragged.value = null),
);
let grip = { x: 0, y: 0 };
const masks = computed(() =>
  (props.card.plan.masks ?? []).map((mask) => (dragged.value?.key === mask.key ? dragged.value : mask)),
);
const pathOf = (key: string) => props.card.reading.masks.find((mask) => mask.key === key)?.path ?? "";
const calledOf = (key: string) => props.card.reading.masks.find((mask) => mask.key === key)?.called ?? key;
/** While it is dragged a mask's outline goes with the hand. */
function movedBy(mask: Mask) {
  const saved = props.card.plan.masks?.find((other) => other.key === mask.key);
  return saved ? `translate(${mask.x_mm - saved.x_mm} ${mask.y_mm - saved.y_mm})` : undefined;
}
function grab(event: PointerEvent, mask: Mask) {
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  grip = { x: event.clientX / scale.value - mask.x_mm, y: event.clientY / scale.value - mask.y_mm };
  dragged.value = { ...mask };
  holding.value = true;
}
function snap(mm: number) {
  const step = props.card.plan.units === "in" ? 25.4 / 16 : 1;
  return Math.round(mm / step) * step;
}
function drag(event: PointerEvent) {
  const mask = dragged.value;
  if (!mask) return;
  dragged.value = held({
    ...mask,
    x_mm: snap(event.clientX / scale.value - grip.x),
    y_mm: snap(event.clientY / scale.value - grip.y),
  });
  showPreview();
}
function held(mask: Mask): Mask {
  return {
    ...mask,
    x_mm: Math.min(panel.value.width, Math.max(0, mask.x_mm)),
    y_mm: Math.min(panel.value.height, Math.max(0, mask.y_mm)),
  };
}
function drop() {
  const mask = dragged.value;
  holding.value = false;
  const before = props.card.plan.masks?.find((other) => other.key === mask?.key);
  if (mask && before && (mask.x_mm !== before.x_mm || mask.y_mm !== before.y_mm)) emit("moveMask", mask);
  else dragged.value = null;
}
const showPreview = useThrottleFn(
  async () => {
    if (!holding.value) return;
    const plan = { ...props.card.plan, masks: masks.value };
    const answer = await fetch(`/api/cards/picture.png?dpi=60&steps=${props.steps}`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(plan),
    });
    if (!answer.ok || !holding.value) return;
    forgetPreview();
    preview = URL.createObjectURL(await answer.blob());
    shown.value = preview;
  },
  90,
  true,
);
function nudge(event: KeyboardEvent, mask: Mask) {
  const step = props.card.plan.units === "in" ? 25.4 / 16 : 1;
  const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[
    event.key
  ];
  if (!by) return;
  event.preventDefault();
  emit("moveMask", held({ ...mask, x_mm: mask.x_mm + (by[0] ?? 0), y_mm: mask.y_mm + (by[1] ?? 0) }));
}
</script>

<template>
  <div ref="table" class="table">
    <div
      class="base"
      :style="{
        width: `${base.width_mm * scale}px`,
        height: `${base.height_mm * scale}px`,
        marginLeft: `${RULER}px`,
        marginTop: `${RULER}px`,
      }"
    >
      <div
        class="panel"
        :style="{
          left: `${base.reveals.left_mm * scale}px`,
          top: `${base.reveals.top_mm * scale}px`,
          width: `${panel.width * scale}px`,
          height: `${panel.height * scale}px`,
        }"
      >
        <svg class="ruler across" :width="panel.width * scale" :height="RULER" aria-hidden="true">
          <g v-for="m in across" :key="m.mm">
            <line :x1="m.mm * scale" :x2="m.mm * scale" :y1="RULER" :y2="RULER - 14 * m.size" />
            <text v-if="m.label" :x="m.mm * scale + 3" :y="RULER - 13">{{ m.label }}</text>
          </g>
        </svg>
        <svg class="ruler down" :width="RULER" :height="panel.height * scale" aria-hidden="true">
          <g v-for="m in down" :key="m.mm">
            <line :y1="m.mm * scale" :y2="m.mm * scale" :x1="RULER" :x2="RULER - 14 * m.size" />
            <text v-if="m.label" :y="m.mm * scale + 13" :x="RULER - 26">{{ m.label }}</text>
          </g>
        </svg>
        <img
          v-if="shown"
          :src="shown"
          alt="The panel as predicted"
          draggable="false"
          data-test="panel"
          :data-settled="shown === wanted"
        />
        <svg
          class="over"
          :viewBox="`0 0 ${panel.width} ${panel.height}`"
          data-test="over"
          @pointermove="point"
          @pointerdown="point"
          @pointerup="drop"
          @pointerleave="leave"
        >
          <clipPath id="near">
            <rect x="-3" y="-3" :width="panel.width + 6" :height="panel.height + 6" />
          </clipPath>
          <g
            v-for="mask in masks"
            :key="mask.key"
            class="mask"
            clip-path="url(#near)"
            :class="{ on: masksOn.includes(mask.key) }"
            tabindex="0"
            role="img"
            :aria-label="`${calledOf(mask.key)}; drag it or use the arrow keys to move it`"
            @pointerdown.stop="grab($event, mask)"
            @keydown="nudge($event, mask)"
          >
            <path
              class="grip"
              :class="{ line: mask.shape === 'edge' || mask.shape === 'tapes' }"
              :d="pathOf(mask.key)"
              :transform="movedBy(mask)"
            />
            <path class="rim" :d="pathOf(mask.key)" :transform="movedBy(mask)" />
          </g>
          <g v-for="piece in card.plan.focal" :key="piece.key" class="ghost">
            <rect
              :x="piece.x_mm - piece.width_mm / 2"
              :y="piece.y_mm - piece.height_mm / 2"
              :width="piece.width_mm"
              :height="piece.height_mm"
            />
            <text :x="piece.x_mm" :y="piece.y_mm - piece.height_mm / 2 - 1.2">{{ piece.name }}</text>
          </g>
          <g v-if="mark" class="mark" :transform="`translate(${mark.x_mm} ${mark.y_mm})`">
            <circle r="4.2" />
            <circle r="4.2" class="inner" />
          </g>
        </svg>
      </div>
    </div>
  </div>
</template>

<style scoped>
.table {
  height: 100%;
  display: grid;
  place-items: center;
  background: var(--surround);
  overflow: hidden;
}
.base {
  position: relative;
  outline: 1px solid var(--hairline);
}
.panel {
  position: absolute;
}
img,
.over {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
.over {
  touch-action: none;
  cursor: crosshair;
  overflow: visible;
}
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
.ruler line {
  stroke: var(--ink-soft);
  stroke-width: 1;
}
.ruler text {
  font: 13px var(--text);
  fill: var(--ink-soft);
}
.mask {
  cursor: grab;
  outline: none;
}
.grip {
  fill: transparent;
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
.grip.line {
  fill: none;
  stroke: transparent;
  stroke-width: 26px;
  vector-effect: non-scaling-stroke;
}
.ghost {
  pointer-events: none;
}
.ghost rect {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1px;
  stroke-dasharray: 6 4;
  vector-effect: non-scaling-stroke;
}
.ghost text {
  font: 3.6px var(--text);
  text-anchor: middle;
  fill: var(--ink);
  paint-order: stroke;
  stroke: #fff;
  stroke-width: 0.9px;
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
