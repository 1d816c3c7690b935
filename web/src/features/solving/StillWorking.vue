<script setup lang="ts">
/** A solver at work: what it does, how far it is, and a way to stop it. */
import { t } from "../../words";
defineProps<{ what: string; share?: number | null }>();
const emit = defineEmits<{ stop: [] }>();
</script>

<template>
  <p class="working" role="status">
    <span>{{ what }}</span>
    <progress :aria-label="what" :value="share ?? undefined" max="1" />
    <button type="button" class="word" @click="emit('stop')">{{ t("everywhere.action.stop") }}</button>
  </p>
</template>

<style scoped>
.working {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
}
progress {
  width: 150px;
  height: 8px;
  accent-color: var(--ink);
}
</style>
