<script setup lang="ts">
/** The openings of a stencil, chosen one by one, by groups that go together, or several by a stroke over them. */
import { useEventListener } from "@vueuse/core";
import { computed, ref } from "vue";
import { storeToRefs } from "pinia";
import { useDesk } from "../../composables/useDesk";
import { togetherWith } from "../../logic/openings";
import { useTakes } from "../../stores/takes";
import { t } from "../../words";

const props = defineProps<{ mask: string; chosen: string[] }>();
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
  stroke.value = { take: !props.chosen.includes(key), first: key, keys: goWith(key), met: false };
}
/** A press takes what goes with the opening; a stroke takes what it meets, one by one. */
const { takes } = storeToRefs(useTakes());
const goWith = (key: string) => togetherWith(openings.value, key, takes.value);
function over(key: string) {
  const met = stroke.value;
  if (!met || met.first === key) return;
  const keys = met.met ? met.keys : [met.first];
  if (!keys.includes(key)) stroke.value = { ...met, met: true, keys: [...keys, key] };
}
function end() {
  if (!stroke.value) return;
  const keys = now.value;
  stroke.value = null;
  // A stroke from one opening to another ends as a click on the panel, which is no tap on a place.
  window.addEventListener("click", (event) => event.stopPropagation(), { capture: true, once: true });
  emit("choose", keys);
}
useEventListener(window, "pointerup", end);
useEventListener(window, "pointercancel", () => (stroke.value = null));
function toggle(key: string) {
  const keys = goWith(key);
  const others = props.chosen.filter((other) => !keys.includes(other));
  emit("choose", props.chosen.includes(key) ? others : [...others, ...keys].sort());
}
</script>

<template>
  <path
    v-for="opening in openings"
    :key="opening.key"
    class="opening"
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
