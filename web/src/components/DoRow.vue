<script setup lang="ts">
/** What can be done with one sort of thing: its name, and a button for each. */
defineProps<{ of: string }>();
</script>

<template>
  <div class="row" role="group" :aria-label="of">
    <span class="of" aria-hidden="true">{{ of }}</span>
    <div class="ways"><slot /></div>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 72px 1fr;
  align-items: baseline;
  margin-top: 4px;
  border-top: 1px solid var(--hairline);
}
.of {
  font: 650 17px/1.3 var(--display);
}
.ways {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 6px;
}
/* Words that open a list stand beside plain buttons, and look as those do. */
.ways :deep(.word) {
  min-height: 38px;
  padding: 0 8px;
  border-bottom: 0;
  font-size: 16px;
  font-weight: 400;
  text-decoration: underline dashed 1.5px;
  text-underline-offset: 5px;
}
.ways :deep(.el-button) {
  min-height: 38px;
  padding: 2px 8px;
  font-size: 16px;
}
@media (pointer: coarse) {
  .ways :deep(.word),
  .ways :deep(.el-button) {
    min-height: var(--tap);
  }
}
</style>
