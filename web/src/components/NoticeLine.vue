<script setup lang="ts">
import { useNotice } from "../composables/useNotice";

const { notice, clear } = useNotice();
function goBack() {
  notice.value?.back?.go();
  clear();
}
</script>

<template>
  <div class="line" role="status" aria-live="polite">
    <div v-if="notice" class="words">
      <span>{{ notice.text }}</span>
      <button v-if="notice.back" class="press back" @click="goBack">{{ notice.back.label }}</button>
      <button class="press back" @click="clear">All right</button>
    </div>
  </div>
</template>

<style scoped>
.line {
  position: fixed;
  inset: auto 0 0;
  z-index: 3000;
  display: flex;
  justify-content: center;
  pointer-events: none;
}
.words {
  pointer-events: auto;
  display: flex;
  align-items: center;
  gap: 12px;
  max-width: 900px;
  margin: 0 16px 14px;
  padding: 8px 10px 8px 20px;
  background: var(--ink);
  color: var(--paper-lift);
  border-radius: 4px;
}
.back:hover:not(:disabled) {
  background: #ffffff22;
}
</style>
