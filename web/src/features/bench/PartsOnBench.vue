<script setup lang="ts">
/** The parts of the card at the bench: the panel and every piece, and which of them are made. */
import type { RouteLocationRaw } from "vue-router";
import type { BenchOut } from "../../api/models";
import { t } from "../../words";

defineProps<{ bench: BenchOut; benchOf: (part: string) => RouteLocationRaw }>();
</script>

<template>
  <nav class="parts" :aria-label="t('everywhere.common.thePartsOfTheCard')">
    <RouterLink
      v-for="part in bench.parts"
      :key="part.key"
      class="part"
      :class="{ here: part.key === bench.part }"
      :aria-current="part.key === bench.part ? 'page' : undefined"
      :to="benchOf(part.key)"
      >{{ part.made ? "✓ " : ""
      }}<span v-if="part.made" class="visually-hidden">{{ t("bench.partsOnBench.finished") }} </span
      >{{ part.key ? part.name : t("everywhere.common.thePanel") }}</RouterLink
    >
  </nav>
</template>

<style scoped>
.parts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  padding: 0 14px 6px;
}
.part {
  display: grid;
  grid-auto-flow: column;
  place-items: center;
  min-height: 52px;
  padding: 0 16px;
  font-size: 20px;
  text-decoration: none;
}
.part:hover {
  background: var(--paper-deep);
}
.here {
  font-weight: 650;
  box-shadow: inset 0 -4px 0 var(--ink);
}
</style>
