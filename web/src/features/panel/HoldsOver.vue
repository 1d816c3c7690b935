<script setup lang="ts">
/** Tape and magnets where they lie on the panel, to be moved off the openings. */
import type { Hold } from "../../api/models";
import { useDesk } from "../../composables/useDesk";
import type { usePlacing } from "../../composables/usePlacing";
import PlacedThing from "./PlacedThing.vue";

defineProps<{ on: string[]; placing: ReturnType<typeof usePlacing<Hold>> }>();
const desk = useDesk();
const path = (key: string) => desk.saved?.reading.holds.find((hold) => hold.key === key)?.path;
const drawnAt = (key: string) => desk.saved?.plan.holds.find((hold) => hold.key === key);
</script>

<template>
  <PlacedThing
    v-for="hold in desk.card?.plan.holds"
    :key="hold.key"
    class="hold"
    :class="{ away: !on.includes(hold.mask) }"
    :thing="hold"
    :drawn-at="drawnAt(hold.key)"
    :called="hold.kind"
    :placing="placing"
  >
    <path :d="path(hold.key)" />
  </PlacedThing>
</template>

<style scoped>
path {
  fill: #fbf7eecc;
  stroke: var(--ink);
  stroke-width: 1.5px;
  vector-effect: non-scaling-stroke;
}
.away path {
  fill: transparent;
  stroke-dasharray: 2 3;
}
.hold:hover path,
.hold:focus-visible path {
  stroke-width: 3px;
}
</style>
