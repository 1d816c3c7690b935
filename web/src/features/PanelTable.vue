<script setup lang="ts">
/** The panel in true proportion between its rulers: to look at, to point at, and to move the masks on. */
import { useDebounceFn, useElementSize, useThrottleFn } from "@vueuse/core";
import { computed, onBeforeUnmount, ref, watch } from "vue";
import { type AnswerOut, api, type CardOut, pictureUrl, type Schemas, take } from "../api/client";
import type { Mask } from "../logic/masks";
import { useNotice } from "../composables/useNotice";
import { useNudge } from "../composables/useNudge";
import { rulerMarks } from "../logic/length";
import { type Line, linesFor, snap } from "../logic/snapping";

const props = defineProps<{
  card: CardOut;
  steps: number;
  masksOn: string[];
  /** A stencil whose openings are chosen one by one, and those chosen; all where none is. */
  choosing?: { mask: string; openings: string[] } | null;
  mark?: Schemas["PlaceOut"] | null;
}>();
const emit = defineEmits<{
  moveMask: [mask: Mask];
  moveHold: [hold: Hold];
  answer: [answer: AnswerOut | null];
  opening: [key: string];
}>();
type Hold = NonNullable<CardOut["plan"]["holds"]>[number];

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
/** The mats that show round the panel, the outermost first, mm beyond the panel at each side. */
const mats = computed(() => {
  const beyond = { left: 0, top: 0, right: 0, bottom: 0 };
  return (base.value.mats ?? [])
    .map((mat, i) => {
      beyond.left += mat.reveals.left_mm;
      beyond.top += mat.reveals.top_mm;
      beyond.right += mat.reveals.right_mm;
      beyond.bottom += mat.reveals.bottom_mm;
      return { key: i, ...beyond };
    })
    .reverse();
});
/** Where the panel lies on the base, mm. */
const corner = computed(() => ({
  left: base.value.reveals.left_mm + (mats.value[0]?.left ?? 0),
  top: base.value.reveals.top_mm + (mats.value[0]?.top ?? 0),
}));
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
const keyed = useNudge<Mask>((mask) => emit("moveMask", mask));
const keyedHold = useNudge<Hold>((hold) => emit("moveHold", hold));
watch(
  () => props.card.revision,
  () => {
    dragged.value = null;
    keyed.settle(props.card.plan.masks ?? []);
    keyedHold.settle(props.card.plan.holds ?? []);
  },
);
let grip = { x: 0, y: 0 };
const masks = computed(() =>
  (props.card.plan.masks ?? []).map(
    (mask) => [dragged.value, keyed.moving.value].find((moved) => moved?.key === mask.key) ?? mask,
  ),
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
const step = computed(() => (props.card.plan.units === "in" ? 25.4 / 16 : 1));
/** The lines that a dragged mask rests on, drawn while it is held. */
const guides = ref<{ x: Line | null; y: Line | null }>({ x: null, y: null });
function drag(event: PointerEvent) {
  const mask = dragged.value;
  if (!mask) return;
  const { plan } = props.card;
  const x = snap(
    event.clientX / scale.value - grip.x,
    linesFor(plan, mask.key, "x_mm", panel.value.width),
    step.value,
  );
  const y = snap(
    event.clientY / scale.value - grip.y,
    linesFor(plan, mask.key, "y_mm", panel.value.height),
    step.value,
  );
  guides.value = { x: x.on, y: y.on };
  dragged.value = held({ ...mask, x_mm: x.mm, y_mm: y.mm });
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
  guides.value = { x: null, y: null };
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
  const by = byKey(event);
  const saved = props.card.plan.masks?.find((other) => other.key === mask.key);
  if (by && saved) keyed.nudge(saved, by, held);
}
function byKey(event: KeyboardEvent): [number, number] | null {
  const by: Record<string, [number, number]> = {
    ArrowLeft: [-step.value, 0],
    ArrowRight: [step.value, 0],
    ArrowUp: [0, -step.value],
    ArrowDown: [0, step.value],
  };
  const found = by[event.key];
  if (found) event.preventDefault();
  return found ?? null;
}

// Tape and magnets are moved the same way, without a preview: they only keep ink off.
const heldHold = ref<Hold | null>(null);
const holdPath = (key: string) => props.card.reading.holds.find((hold) => hold.key === key)?.path ?? "";
function grabHold(event: PointerEvent, hold: Hold) {
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  grip = { x: event.clientX / scale.value - hold.x_mm, y: event.clientY / scale.value - hold.y_mm };
  heldHold.value = { ...hold };
}
function dragHold(event: PointerEvent) {
  if (!heldHold.value) return;
  const to = (mm: number) => Math.round(mm / step.value) * step.value;
  heldHold.value = {
    ...heldHold.value,
    x_mm: to(event.clientX / scale.value - grip.x),
    y_mm: to(event.clientY / scale.value - grip.y),
  };
}
function dropHold() {
  const hold = heldHold.value;
  heldHold.value = null;
  const before = props.card.plan.holds?.find((other) => other.key === hold?.key);
  if (hold && before && (hold.x_mm !== before.x_mm || hold.y_mm !== before.y_mm)) emit("moveHold", hold);
}
function nudgeHold(event: KeyboardEvent, hold: Hold) {
  const by = byKey(event);
  if (by) keyedHold.nudge(hold, by, (moved) => moved);
}
function holdMovedBy(hold: Hold) {
  const now = heldHold.value ?? keyedHold.moving.value;
  return now?.key === hold.key ? `translate(${now.x_mm - hold.x_mm} ${now.y_mm - hold.y_mm})` : undefined;
}

const choosable = computed(
  () => props.card.reading.masks.find((mask) => mask.key === props.choosing?.mask)?.openings ?? [],
);
const isChosen = (key: string) => props.choosing?.openings.includes(key) ?? false;
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
          left: `${corner.left * scale}px`,
          top: `${corner.top * scale}px`,
          width: `${panel.width * scale}px`,
          height: `${panel.height * scale}px`,
        }"
      >
        <div
          v-for="mat in mats"
          :key="mat.key"
          class="mat"
          :style="{
            inset: `${-mat.top * scale}px ${-mat.right * scale}px ${-mat.bottom * scale}px ${-mat.left * scale}px`,
          }"
        />
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
          <g
            v-for="hold in card.plan.holds"
            :key="hold.key"
            class="hold"
            :class="{ away: !masksOn.includes(hold.mask) }"
            tabindex="0"
            role="img"
            :aria-label="`${hold.kind}; drag it or use the arrow keys to move it`"
            :transform="holdMovedBy(hold)"
            @pointerdown.stop="grabHold($event, hold)"
            @pointermove="dragHold"
            @pointerup.stop="dropHold"
            @keydown="nudgeHold($event, hold)"
          >
            <path :d="holdPath(hold.key)" />
          </g>
          <path v-for="cut in card.reading.cuts" :key="cut.key" class="cut" :d="cut.path" />
          <path
            v-for="opening in choosable"
            :key="opening.key"
            class="opening"
            clip-path="url(#near)"
            :class="{ chosen: isChosen(opening.key) }"
            :d="opening.path"
            role="checkbox"
            tabindex="0"
            :aria-checked="isChosen(opening.key)"
            :aria-label="`Opening ${opening.key}`"
            @pointerdown.stop="emit('opening', opening.key)"
            @keydown.enter.prevent="emit('opening', opening.key)"
            @keydown.space.prevent="emit('opening', opening.key)"
          />
          <g v-if="guides.x" class="guide">
            <line :x1="guides.x.mm" :x2="guides.x.mm" y1="0" :y2="panel.height" />
            <text :x="guides.x.mm + 1.5" :y="panel.height - 2">{{ guides.x.name }}</text>
          </g>
          <g v-if="guides.y" class="guide">
            <line x1="0" :x2="panel.width" :y1="guides.y.mm" :y2="guides.y.mm" />
            <text x="1.5" :y="guides.y.mm - 1.2">{{ guides.y.name }}</text>
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
.mat {
  position: absolute;
  outline: 1px solid var(--hairline);
  background: repeating-linear-gradient(135deg, #0000 0 5px, var(--hairline) 5px 6px);
}
.hold {
  cursor: grab;
  outline: none;
}
.hold path {
  fill: #fbf7eecc;
  stroke: var(--ink);
  stroke-width: 1.5px;
  vector-effect: non-scaling-stroke;
}
.hold.away path {
  fill: transparent;
  stroke-dasharray: 2 3;
}
.hold:hover path,
.hold:focus-visible path {
  stroke-width: 3px;
}
.cut {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5px;
  stroke-dasharray: 8 3;
  vector-effect: non-scaling-stroke;
  pointer-events: none;
}
.opening {
  fill: #ffffff01;
  stroke: var(--ink);
  stroke-width: 1.5px;
  stroke-dasharray: 1 3;
  vector-effect: non-scaling-stroke;
  cursor: pointer;
}
.opening:hover,
.opening:focus-visible {
  outline: none;
  stroke-width: 3px;
}
.opening.chosen {
  stroke-width: 3px;
  stroke-dasharray: none;
}
.guide {
  pointer-events: none;
}
.guide line {
  stroke: var(--ink);
  stroke-width: 1px;
  vector-effect: non-scaling-stroke;
}
.guide text {
  font: 3.6px var(--text);
  fill: var(--ink);
  paint-order: stroke;
  stroke: #fff;
  stroke-width: 0.9px;
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
