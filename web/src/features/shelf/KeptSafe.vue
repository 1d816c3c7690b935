<script setup lang="ts">
/** Where everything lies, and how it is kept safe. */
import { t } from "../../words";
</script>

<template>
  <p class="quiet">{{ t("shelf.keptSafe.allOfThisAndYour") }}</p>
</template>

<style scoped>
p {
  max-width: 62ch;
  margin-top: 34px;
}
</style>
