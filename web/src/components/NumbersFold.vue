<script setup lang="ts">
/** Numbers for those who want them, folded away behind two words. */
import { t } from "../words";
</script>

<template>
  <details class="numbers">
    <summary>{{ t("everywhere.numbersFold.theNumbers") }}</summary>
    <slot />
  </details>
</template>

<style scoped>
.numbers {
  display: inline;
  color: var(--ink-soft);
}
.numbers[open] {
  display: block;
}
summary {
  display: inline;
  cursor: pointer;
  text-decoration: underline dotted;
  text-underline-offset: 3px;
}
summary::marker {
  content: "";
}
</style>
