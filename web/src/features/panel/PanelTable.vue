<script setup lang="ts">
/** The panel in true proportion between its rulers, on its mats and base: to look at, to point at, to move things on. */
import { ARROWS } from "../../logic/arrows";
import { useElementSize } from "@vueuse/core";
import { computed, ref, toRef, watch } from "vue";
import type { Look } from "../../api/client";
import type { CardOut, Schemas } from "../../api/models";
import { useDesk } from "../../composables/useDesk";
import { type Place, usePicture } from "../../composables/usePicture";
import { usePanelPlacings } from "../../composables/usePanelPlacings";
import { NOMINAL_PX_PER_MM, useRealSize } from "../../composables/useRealSize";
import { hexOf } from "../../logic/colour";
import { cornerOf, matsRound, panelSize } from "../../logic/panelSize";
import FocalOver from "./FocalOver.vue";
import GuideLines from "./GuideLines.vue";
import HoldsOver from "./HoldsOver.vue";
import HoldCard from "./HoldCard.vue";
import LampOver from "./LampOver.vue";
import MasksOver from "./MasksOver.vue";
import OpeningsOver from "./OpeningsOver.vue";
import PrintsOver from "./PrintsOver.vue";
import PlacesOver from "./PlacesOver.vue";
import PanelRuler from "./PanelRuler.vue";
import StepOver from "./StepOver.vue";
import StrokeOver from "./StrokeOver.vue";
import { t } from "../../words";

const props = defineProps<{
  card: CardOut;
  steps: number;
  masksOn: string[];
  /** A stencil whose openings are chosen one by one, and those chosen; all where none is. */
  choosing: { mask: string; openings: string[] } | null;
  mark: Schemas["PlaceOut"] | null;
  /** The step whose prints are taken hold of. */
  chosen: string | null;
  /** Shown as pale or as strong as it may well come out; null as predicted. */
  look: Look | null;
  /** The place that was tapped last, to stamp at. */
  tapped: Place | null;
  /** Whether the panel is tilted to the light; the lamp goes with the pointer, or where the arrows put it. */
  tilted: boolean;
  /** Shown as large as it is, and not as large as there is room for. */
  real: boolean;
}>();
const emit = defineEmits<{
  /** The place pointed at, mm; null when none is. */
  point: [place: Place | null];
  openings: [keys: string[]];
  print: [place: number];
  tap: [place: Place | null];
  /** After how many steps the panel is that is seen; null while none is. */
  shown: [steps: number | null];
}>();

const RULER = 28;
const BREATH = 12;
const desk = useDesk();
const table = ref<HTMLElement | null>(null);
const { width, height } = useElementSize(table);
const lamp = ref<Place | null>(null);
const { shown, settled, canvas, drawn, sharp, of, missed } = usePicture(
  desk,
  toRef(props, "steps"),
  toRef(props, "look"),
  lamp,
);

watch(of, (steps) => emit("shown", steps), { immediate: true });

const base = computed(() => props.card.plan.card);
const mats = computed(() => matsRound(base.value));
const corner = computed(() => cornerOf(base.value));
const panel = computed(() => panelSize(base.value));
/** The lamp is held over the panel's upper left at first, as most light comes on a table. */
watch(
  () => props.tilted,
  (tilted) => {
    lamp.value = tilted ? { x_mm: round(panel.value.width / 4), y_mm: round(panel.value.height / 5) } : null;
  },
);
const round = (mm: number) => Math.round(mm * 2) / 2;
const pxPerMm = useRealSize();
const measuring = ref(false);
watch(
  () => props.real,
  (real) => (measuring.value = real && pxPerMm.value === null),
);
const scale = computed(() => {
  if (props.real) return pxPerMm.value ?? NOMINAL_PX_PER_MM;
  const [across, down] = [width.value - RULER - 2 * BREATH, height.value - RULER - 2 * BREATH];
  return Math.max(0.5, Math.min(across / base.value.width_mm, down / base.value.height_mm));
});

const onPanel = <T extends { x_mm: number; y_mm: number }>(thing: T): T => ({
  ...thing,
  x_mm: Math.min(panel.value.width, Math.max(0, thing.x_mm)),
  y_mm: Math.min(panel.value.height, Math.max(0, thing.y_mm)),
});
const { masks, holds, focal, prints, guides } = usePanelPlacings(
  desk,
  toRef(props, "card"),
  toRef(props, "chosen"),
  scale,
  onPanel,
);

function point(event: PointerEvent) {
  if ([masks, holds, focal, prints].some((placing) => placing.held.value)) return;
  const over = event.currentTarget;
  if (!(over instanceof Element)) return;
  const box = over.getBoundingClientRect();
  const there = onPanel({
    x_mm: (event.clientX - box.left) / scale.value,
    y_mm: (event.clientY - box.top) / scale.value,
  });
  if (props.tilted) lamp.value = { x_mm: round(there.x_mm), y_mm: round(there.y_mm) };
  emit("point", there);
}
/** A place asked about by the arrow keys, from the middle on; Shift goes a long way at once. */
function askByKey(event: KeyboardEvent) {
  if (event.key === "Escape" && props.tapped) {
    event.preventDefault();
    emit("tap", null);
    emit("point", null);
  }
  const by = ARROWS[event.key];
  if (!by) return;
  event.preventDefault();
  const far = (props.card.plan.units === "in" ? 25.4 / 8 : 5) * (event.shiftKey ? 4 : 1);
  const from = props.tapped ?? { x_mm: panel.value.width / 2, y_mm: panel.value.height / 2 };
  const to = props.tapped
    ? onPanel({ x_mm: from.x_mm + by[0] * far, y_mm: from.y_mm + by[1] * far })
    : onPanel(from);
  emit("tap", to);
  emit("point", to);
}
function tap(event: MouseEvent) {
  const over = event.currentTarget;
  const chooses = event.target instanceof Element && event.target.closest("[role=checkbox]");
  if (!(over instanceof Element) || chooses) return;
  const box = over.getBoundingClientRect();
  const [x, y] = [(event.clientX - box.left) / scale.value, (event.clientY - box.top) / scale.value];
  emit("tap", onPanel({ x_mm: Math.round(x * 10) / 10, y_mm: Math.round(y * 10) / 10 }));
}
</script>

<template>
  <div ref="table" class="table" :class="{ real }">
    <HoldCard v-if="real && measuring" @done="measuring = false" />
    <button v-else-if="real" type="button" class="word measure" @click="measuring = true">
      {{ t("panel.panelTable.isItNotQuiteSo") }}
    </button>
    <div
      class="base"
      :style="{
        width: `${base.width_mm * scale}px`,
        height: `${base.height_mm * scale}px`,
        marginLeft: `${RULER}px`,
        marginTop: `${RULER}px`,
      }"
    >
      <div v-if="base.base_lab" class="mat" :style="{ inset: 0, background: hexOf(base.base_lab) }" />
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
            background: mat.lab ? hexOf(mat.lab) : undefined,
          }"
        />
        <PanelRuler
          way="across"
          :length="panel.width"
          :scale="scale"
          :units="card.plan.units"
          :wide="RULER"
          :beyond="corner.top * scale"
        />
        <PanelRuler
          way="down"
          :length="panel.height"
          :scale="scale"
          :units="card.plan.units"
          :wide="RULER"
          :beyond="corner.left * scale"
        />
        <img
          v-if="shown"
          :src="shown"
          :alt="t('everywhere.common.thePanelAsPredicted')"
          draggable="false"
          data-test="panel"
          :data-settled="settled"
          :data-of="of"
        />
        <p v-if="missed && !drawn" class="missed" role="status">
          {{ t("panel.panelTable.thePictureDidNotCome") }}
        </p>
        <canvas
          v-show="drawn"
          ref="canvas"
          class="live"
          aria-hidden="true"
          data-test="live"
          :data-drawn="drawn"
          :data-sharp="sharp"
        />
        <LampOver v-if="tilted && lamp" :lamp="lamp" :scale="scale" @move="(to) => (lamp = onPanel(to))" />
        <svg
          class="over"
          :viewBox="`0 0 ${panel.width} ${panel.height}`"
          data-test="over"
          tabindex="0"
          role="group"
          :aria-label="t('panel.panelTable.thePanelArrowKeysAsk')"
          @pointermove="point"
          @pointerdown="point"
          @click="tap"
          @pointerleave="emit('point', tapped)"
          @keydown.self="askByKey"
        >
          <clipPath id="near">
            <rect x="-3" y="-3" :width="panel.width + 6" :height="panel.height + 6" />
          </clipPath>
          <MasksOver :on="masksOn" :placing="masks" />
          <HoldsOver :on="masksOn" :placing="holds" />
          <path v-for="cut in card.reading.cuts" :key="cut.key" class="cut" :d="cut.path" />
          <OpeningsOver
            v-if="choosing"
            :mask="choosing.mask"
            :chosen="choosing.openings"
            :width="card.reading.panel_width_mm"
            :height="card.reading.panel_height_mm"
            @choose="(keys) => emit('openings', keys)"
          />
          <PrintsOver
            v-if="chosen"
            :step="chosen"
            :placing="prints"
            @toggle="(place) => emit('print', place)"
          />
          <FocalOver :placing="focal" />
          <StepOver v-if="chosen" :step="chosen" :scale="scale" :width="panel.width" :height="panel.height" />
          <StrokeOver
            v-if="chosen"
            :step="chosen"
            :scale="scale"
            :width="panel.width"
            :height="panel.height"
          />
          <PlacesOver :tapped="tapped" :mark="mark" />
          <GuideLines v-if="guides" :x="guides.x" :y="guides.y" :width="panel.width" :height="panel.height" />
        </svg>
      </div>
    </div>
  </div>
</template>

<style scoped>
.missed {
  position: absolute;
  inset: auto 0 0;
  margin: 0;
  padding: 4px 10px;
  background: var(--paper);
  z-index: 2;
}
.table {
  height: 100%;
  display: grid;
  place-items: center;
  /* What is said of the panel stands below it. */
  padding-bottom: 56px;
  background: var(--surround);
  overflow: hidden;
}
@container table (max-width: 800px) {
  .table {
    padding-bottom: 76px;
  }
}
@container table (max-width: 520px) {
  .table {
    padding-bottom: 124px;
  }
}
.table.real {
  place-items: safe center;
  overflow: auto;
  padding: 30px 30px 60px;
}
.measure {
  position: absolute;
  inset: 8px auto auto 14px;
  z-index: 2;
  background: var(--surround);
}
.base {
  position: relative;
  outline: 1px solid var(--hairline);
}
.panel {
  position: absolute;
}
img,
.live {
  filter: var(--eyes, none);
}
img,
.live,
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
.mat {
  position: absolute;
  outline: 1px solid var(--hairline);
  filter: var(--eyes, none);
  forced-color-adjust: none;
  background: repeating-linear-gradient(135deg, #0000 0 5px, var(--hairline) 5px 6px);
}
.cut {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5px;
  stroke-dasharray: 8 3;
  vector-effect: non-scaling-stroke;
  pointer-events: none;
}
</style>
