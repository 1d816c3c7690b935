<script setup lang="ts">
/** The openings of a stencil, to be chosen one by one. */
import { computed } from "vue";
import { useDesk } from "../../composables/useDesk";

const props = defineProps<{ mask: string; chosen: string[] }>();
const emit = defineEmits<{ toggle: [key: string] }>();
const desk = useDesk();
const openings = computed(
  () => desk.saved?.reading.masks.find((mask) => mask.key === props.mask)?.openings ?? [],
);
</script>

<template>
  <path
    v-for="opening in openings"
    :key="opening.key"
    class="opening"
    clip-path="url(#near)"
    :class="{ chosen: chosen.includes(opening.key) }"
    :d="opening.path"
    role="checkbox"
    tabindex="0"
    :aria-checked="chosen.includes(opening.key)"
    :aria-label="`Opening ${opening.key}`"
    @pointerdown.stop="$event.button === 0 && emit('toggle', opening.key)"
    @keydown.enter.prevent="emit('toggle', opening.key)"
    @keydown.space.prevent="emit('toggle', opening.key)"
  />
</template>

<style scoped>
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
</style>
