<script setup lang="ts" generic="T extends Placed">
/** One thing on the panel that is moved by hand or by the arrow keys; its outline goes with it before it is saved. */
import { computed } from "vue";
import type { usePlacing } from "../../composables/usePlacing";
import type { Placed } from "../../composables/usePlacing";
import { t } from "../../words";

const props = defineProps<{
  thing: T;
  /** Where the outline was drawn. */
  drawnAt: Placed | undefined;
  called: string;
  placing: ReturnType<typeof usePlacing<T>>;
}>();
const by = computed(() =>
  props.drawnAt
    ? `translate(${props.thing.x_mm - props.drawnAt.x_mm} ${props.thing.y_mm - props.drawnAt.y_mm})`
    : undefined,
);
</script>

<template>
  <g
    class="placed"
    :class="{ held: placing.held.value?.key === thing.key }"
    tabindex="0"
    role="img"
    :aria-label="t('panel.placedThing.dragItOrUse', { called })"
    @pointerdown.stop="placing.grab($event, thing)"
    @keydown="placing.key($event, thing)"
    @blur="placing.rest()"
  >
    <g :transform="by"><slot /></g>
  </g>
</template>

<style scoped>
.placed {
  cursor: grab;
  outline: none;
}
.held {
  cursor: grabbing;
}
</style>
