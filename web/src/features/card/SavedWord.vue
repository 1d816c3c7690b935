<script setup lang="ts">
/** Whether what is on the table is saved; said from the outbox alone. */
import { computed } from "vue";
import { useDesk } from "../../composables/useDesk";
import { useServer } from "../../stores/server";
import { t } from "../../words";

const desk = useDesk();
const server = useServer();
const word = computed(() => {
  const waiting = desk.outbox.length;
  if (!waiting) return t("card.savedWord.saved");
  return server.away || desk.stuck
    ? t("card.savedWord.notSavedYet", { waiting })
    : t("card.savedWord.saving");
});
</script>

<template>
  <span class="quiet saved" aria-live="polite" data-test="saved">{{ word }}</span>
</template>

<style scoped>
.saved {
  min-width: 62px;
  font-size: 15px;
  white-space: nowrap;
}
</style>
