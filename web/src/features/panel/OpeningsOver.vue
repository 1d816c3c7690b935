<script setup lang="ts">
/** The openings of a stencil, chosen one by one, by groups that go together, several by a stroke over them, or by a line drawn round. */
import { useEventListener } from "@vueuse/core";
import { computed, ref } from "vue";
import { storeToRefs } from "pinia";
import { useDesk } from "../../composables/useDesk";
import { enclosed, openingsOf, togetherWith } from "../../logic/openings";
import { useTakes } from "../../stores/takes";
import { t } from "../../words";

const props = defineProps<{ mask: string; chosen: string[]; width: number; height: number }>();
const emit = defineEmits<{ choose: [keys: string[]] }>();
const desk = useDesk();
const openings = computed(
  () => desk.saved?.reading.masks.find((mask) => mask.key === props.mask)?.openings ?? [],
);
/** What a stroke has touched so far, all taken or all left as the first of them was. */
const stroke = ref<{ take: boolean; first: string; keys: string[]; met: boolean } | null>(null);
const now = computed(() => {
  const { take, keys } = stroke.value ?? { take: true, keys: [] as string[] };
  const others = props.chosen.filter((key) => !keys.includes(key));
  return take ? [...others, ...keys].sort() : others;
});
function begin(event: PointerEvent, key: string) {
  if (event.button !== 0) return;
  // Touch holds on to what it first touched; let go, so that the stroke meets the other openings.
  (event.target as Element).releasePointerCapture?.(event.pointerId);
  beginLine(event);
  stroke.value = { take: !props.chosen.includes(key), first: key, keys: goWith(key), met: false };
}
/** A press takes what goes with the opening; a stroke takes what it meets, one by one. */
const { takes } = storeToRefs(useTakes());
const named = computed(() => desk.card?.plan.masks.find(({ key }) => key === props.mask)?.named ?? []);
/** Openings that go by one name of the maker's go together, as a flower's do. */
const goWith = (key: string) => {
  const group =
    takes.value === "flower"
      ? named.value.map(openingsOf).find((keys) => keys.length > 1 && keys.includes(key))
      : null;
  return group ?? togetherWith(openings.value, key, takes.value);
};
function over(key: string) {
  const met = stroke.value;
  if (!met || met.first === key) return;
  const keys = met.met ? met.keys : [met.first];
  if (!keys.includes(key)) stroke.value = { ...met, met: true, keys: [...keys, key] };
}
/** A line drawn round openings takes what it encloses, whether it begins on one or beside it; without a line it is a tap on the panel. */
const ground = ref<SVGRectElement | null>(null);
const line = ref<[number, number][] | null>(null);
function pointOf(event: PointerEvent): [number, number] {
  const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(
    ground.value?.getScreenCTM()?.inverse(),
  );
  return [at.x, at.y];
}
function beginLine(event: PointerEvent) {
  if (event.button === 0) line.value = [pointOf(event)];
}
function draw(event: PointerEvent) {
  if (line.value) line.value = [...line.value, pointOf(event)];
}
/** So many points are no tap that shook. */
const LEAST = 6;
function enclosedByLine(): string[] {
  const drawn = line.value ?? [];
  line.value = null;
  if (drawn.length < LEAST) return [];
  const shapes = [...(ground.value?.parentElement?.querySelectorAll<SVGPathElement>("path.opening") ?? [])];
  const middles = shapes.map((path) => {
    const { x, y, width, height } = path.getBBox();
    return [path.dataset.key ?? "", [x + width / 2, y + height / 2]] as const;
  });
  return enclosed(drawn, new Map(middles));
}
function end() {
  const met = stroke.value;
  const round = met?.take === false ? [] : enclosedByLine();
  line.value = null;
  if (!met && !round.length) return;
  const keys = [...new Set([...now.value, ...round])].sort();
  stroke.value = null;
  // A stroke or a line ends as a click on the panel, which is no tap on a place.
  window.addEventListener("click", (event) => event.stopPropagation(), { capture: true, once: true });
  emit("choose", keys);
}
useEventListener(window, "pointerup", end);
useEventListener(window, "pointermove", draw);
useEventListener(window, "pointercancel", () => {
  stroke.value = null;
  line.value = null;
});
function toggle(key: string) {
  const keys = goWith(key);
  const others = props.chosen.filter((other) => !keys.includes(other));
  emit("choose", props.chosen.includes(key) ? others : [...others, ...keys].sort());
}
</script>

<template>
  <rect ref="ground" class="ground" x="0" y="0" :width="width" :height="height" @pointerdown="beginLine" />
  <polyline v-if="line && line.length > 1" class="line" :points="line.join(' ')" />
  <path
    v-for="opening in openings"
    :key="opening.key"
    class="opening"
    :data-key="opening.key"
    clip-path="url(#near)"
    :class="{ chosen: now.includes(opening.key) }"
    :d="opening.path"
    role="checkbox"
    tabindex="0"
    :aria-checked="now.includes(opening.key)"
    :aria-label="t('panel.openingsOver.opening', { called: opening.called })"
    @pointerdown.stop.prevent="begin($event, opening.key)"
    @pointerenter="over(opening.key)"
    @click.stop
    @keydown.enter.prevent="toggle(opening.key)"
    @keydown.space.prevent="toggle(opening.key)"
  >
    <title>{{ opening.called }}</title>
  </path>
</template>

<style scoped>
.ground {
  fill: #ffffff01;
  touch-action: none;
}
.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5px;
  stroke-dasharray: 4 3;
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
  touch-action: none;
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
</style>
