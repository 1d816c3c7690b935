<script setup lang="ts">
/** The head of every page: the way home, the title, and what can be done. */
defineProps<{ here?: string }>();
</script>

<template>
  <header>
    <RouterLink to="/" class="home" aria-label="Cielo, all cards">Cielo</RouterLink>
    <div class="title"><slot /></div>
    <nav class="actions" :aria-label="here ?? 'Actions'"><slot name="actions" /></nav>
  </header>
</template>

<style scoped>
header {
  display: flex;
  align-items: center;
  gap: 22px;
  min-height: 60px;
  padding: 6px 24px;
  border-bottom: 1px solid var(--hairline);
}
.home {
  font: 700 30px/1 var(--display);
  text-decoration: none;
  padding: 8px 2px;
  letter-spacing: 0.01em;
}
.title {
  flex: 1;
  min-width: 0;
}
.actions {
  display: flex;
  align-items: center;
}
/* Upright, the title has a row to itself. */
@media (max-width: 1000px) {
  header {
    flex-wrap: wrap;
    gap: 0 22px;
  }
  .actions {
    flex: 1 0 100%;
    flex-wrap: wrap;
    justify-content: space-between;
    margin-left: -14px;
  }
}
</style>
