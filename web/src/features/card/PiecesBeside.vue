<script setup lang="ts">
/** That there are pieces which this page does not plan, and where they are. */
import { computed } from "vue";
import type { PlanModel } from "../../api/models";

const props = defineProps<{ pieces: PlanModel["pieces"]; page: string }>();
const names = computed(() => props.pieces.map((piece) => piece.name));
const listed = computed(() =>
  names.value.length > 1
    ? `${names.value.slice(0, -1).join(", ")} and ${names.value.at(-1) ?? ""}`
    : (names.value[0] ?? ""),
);
</script>

<template>
  <p v-if="pieces.length" class="beside">
    {{ page }} goes by the panel alone so far. The {{ listed }} {{ names.length === 1 ? "is" : "are" }} made
    by the run sheet, which has every piece.
  </p>
</template>

<style scoped>
.beside {
  margin: 8px 0;
  padding: 6px 14px;
  border-left: 4px solid var(--ink);
  background: var(--paper-lift);
}
</style>
