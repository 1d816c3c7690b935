<script setup lang="ts">
/** What is done to the pieces before a step of the panel, as the run has it; each leads to where it is done. */
import { pieceId } from "../../logic/beside";
import type { DoneBeside } from "../../logic/run";
import { t } from "../../words";

defineProps<{ card: string; done: readonly DoneBeside[] }>();
</script>

<template>
  <li v-for="piece in done" :key="piece.key">
    <RouterLink class="beside" :to="{ name: 'desk', params: { id: pieceId(card, piece.key) } }">{{
      t("step.stepList.onThePiece", { piece: piece.name, steps: piece.steps }, piece.steps)
    }}</RouterLink>
  </li>
</template>

<style scoped>
li {
  border-bottom: 1px solid var(--hairline);
}
.beside {
  display: flex;
  align-items: center;
  min-height: var(--tap);
  padding: 3px 4px 3px 40px;
  color: var(--ink);
  font-size: 16px;
  font-style: italic;
  text-decoration: none;
}
.beside:hover {
  background: var(--paper-deep);
}
</style>
