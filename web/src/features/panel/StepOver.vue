<script setup lang="ts">
/** The chosen step on the picture: where its ink is strongest and where it has faded, each line to be taken hold of. */
import { computed, ref } from "vue";
import type { Schemas } from "../../api/models";
import { useDesk } from "../../composables/useDesk";
import { useDragging } from "../../composables/useDragging";
import { sayLength } from "../../logic/length";
import { regionOf } from "../../logic/prints";
import { type ReachLine, reachLines, type Region } from "../../logic/reaches";
import { t } from "../../words";

const props = defineProps<{ step: string; scale: number; width: number; height: number }>();
const desk = useDesk();
const units = computed(() => desk.card?.plan.units ?? "in");
/** One mark of the ruler; larger with Shift, and freely between the marks with Alt. */
const mark = computed(() => (units.value === "in" ? 25.4 / 8 : 2));
const region = computed(
  () => regionOf(desk.card?.plan.steps.find(({ id }) => id === props.step)) as Region | undefined,
);
const lines = computed<ReachLine[]>(() =>
  region.value
    ? reachLines(region.value, { width: props.width, height: props.height }, desk.card?.plan.masks ?? [])
    : [],
);
const word = (to: Region) => ({ do: "word", step: props.step, path: "region", value: to }) as const;
let going: Region | null = null;
const { held, grab } = useDragging<ReachLine>({
  slack: 2,
  move(line, dx, dy, event) {
    const by = (dx * line.way.x + dy * line.way.y) / props.scale;
    const to = line.mm + by;
    going = line.moved(event.altKey ? to : Math.round(to / mark.value) * mark.value);
    desk.setDraft(word(going));
  },
  drop(line) {
    const to = going;
    going = null;
    desk.setDraft(null);
    if (to) save(line, to);
  },
  putBack() {
    going = null;
    desk.setDraft(null);
  },
});
function save(line: ReachLine, to: Region) {
  desk.push(
    t("panel.stepOver.changeWhereItIs", {
      kind: line.kind === "faded" ? t("panel.stepOver.fadedAway") : t("panel.stepOver.strongest"),
    }),
    word(to),
  );
}
const focused = ref<string | null>(null);
const BY_KEY: Record<string, 1 | -1> = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 };
/** Up and right are more, as of any slider; Shift goes four marks at once. */
function key(event: KeyboardEvent, line: ReachLine) {
  const by = BY_KEY[event.key];
  if (!by) return;
  event.preventDefault();
  event.stopPropagation();
  const to = Math.round(line.mm / mark.value + by * (event.shiftKey ? 4 : 1)) * mark.value;
  save(line, line.moved(Math.max(0, to)));
}
const shown = (line: ReachLine) => held.value?.key === line.key || focused.value === line.key;
const place = (at: { x: number; y: number }): Schemas["PlaceOut"] => ({
  x_mm: Math.min(props.width, Math.max(0, at.x)),
  y_mm: Math.min(props.height, Math.max(0, at.y)),
});
</script>

<template>
  <g v-if="lines.length" clip-path="url(#near)" data-test="reaches">
    <g v-for="line in lines" :key="line.key" class="reach" :class="line.kind">
      <path class="under" :d="line.path" />
      <path class="on" :d="line.path" />
      <g
        class="handle"
        role="slider"
        tabindex="0"
        :aria-label="line.name"
        :aria-valuenow="Math.round(line.mm)"
        :aria-valuemin="0"
        :aria-valuetext="sayLength(line.mm, units)"
        :transform="`translate(${place(line.at).x_mm} ${place(line.at).y_mm}) scale(${1 / scale})`"
        @pointerdown.stop="grab($event, line)"
        @click.stop
        @keydown="key($event, line)"
        @focus="focused = line.key"
        @blur="focused = null"
      >
        <circle class="grip" r="22" />
        <circle class="knob" r="8" />
        <text v-if="shown(line)" class="measure" x="14" y="-12">{{ sayLength(line.mm, units) }}</text>
      </g>
    </g>
  </g>
</template>

<style scoped>
path {
  fill: none;
  vector-effect: non-scaling-stroke;
  pointer-events: none;
}
/* A light line under the dark one is seen on any stock and ink. */
.under {
  stroke: #fffc;
  stroke-width: 3.5px;
}
.on {
  stroke: var(--ink);
  stroke-width: 1.5px;
}
.faded .on {
  stroke-dasharray: 3 5;
}
.handle {
  cursor: grab;
  touch-action: none;
  outline: none;
}
.grip {
  fill: transparent;
}
.knob {
  fill: #fff;
  stroke: var(--ink);
  stroke-width: 2.5px;
}
.faded .knob {
  stroke-dasharray: 3 2;
}
.handle:hover .knob,
.handle:focus-visible .knob {
  stroke-width: 5px;
}
.measure {
  font: 600 15px var(--text);
  fill: var(--ink);
  paint-order: stroke;
  stroke: #fff;
  stroke-width: 4px;
}
</style>
