<script setup lang="ts">
/** The head of every page: the ways to every place, of the whole and of the card, the title, and what can be done here. */
import { useTitle } from "@vueuse/core";
import { computed } from "vue";
import { PLACES, useWays } from "../composables/useWays";
import { t } from "../words";

const props = defineProps<{
  /** Of what the page is, where it is of a card: its name and id. */
  card?: { id: string; title?: string; crossings?: Record<string, string> } | null;
}>();
const { whole, ofCard, here } = useWays(() => props.card ?? null);
const place = computed(() => PLACES[here.value] ?? t("everywhere.common.pageNotFound"));
useTitle(
  computed(() =>
    props.card?.title
      ? t("everywhere.pageHead.titleOfCard", { title: props.card.title, place: place.value.toLowerCase() })
      : t("everywhere.pageHead.titleOfPlace", { place: place.value }),
  ),
);
</script>

<template>
  <header>
    <nav class="ways" :aria-label="t('everywhere.pageHead.places')">
      <RouterLink to="/" class="home" :aria-label="t('everywhere.pageHead.allCards')">{{
        t("everywhere.pageHead.title")
      }}</RouterLink>
      <RouterLink v-for="way in whole" :key="way.name" class="way" :to="way.to">{{ way.label }}</RouterLink>
    </nav>
    <div class="title"><slot /></div>
    <nav v-if="ofCard.length" class="ways" :aria-label="t('everywhere.common.placesOfThisCard')">
      <RouterLink
        v-for="way in ofCard"
        :key="way.name"
        class="way"
        :to="way.to"
        :aria-current="way.name === here ? 'page' : undefined"
        >{{ way.label }}</RouterLink
      >
    </nav>
    <div class="actions"><slot name="actions" /></div>
    <RouterLink
      v-if="!card"
      class="way gear"
      :to="{ name: 'settings' }"
      :aria-label="PLACES['settings']"
      :title="PLACES['settings']"
      ><svg viewBox="0 0 24 24" aria-hidden="true">
        <path d="M4 7h9M19 7h1M4 17h1M11 17h9" />
        <circle cx="16" cy="7" r="3" />
        <circle cx="8" cy="17" r="3" /></svg
    ></RouterLink>
  </header>
</template>

<style scoped>
header {
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 60px;
  /* At the right the sign for help. */
  padding: 4px 34px 4px 20px;
  border-bottom: 1px solid var(--hairline);
}
.home {
  font: 700 29px/1 var(--display);
  text-decoration: none;
  padding: 8px 8px 8px 0;
  letter-spacing: 0.01em;
}
.title {
  flex: 1 1 190px;
  min-width: 120px;
}
.ways {
  display: flex;
  align-items: center;
}
.way {
  display: grid;
  place-items: center;
  min-height: var(--tap);
  padding: 0 9px;
  border-radius: 3px;
  text-decoration: none;
  border-bottom: 3px solid transparent;
}
.way:hover {
  background: var(--paper-deep);
}
.way[aria-current],
.way.router-link-active {
  border-bottom-color: var(--ink);
  font-weight: 650;
}
.actions {
  display: flex;
  align-items: center;
}
.actions :deep(.el-button) {
  padding: 6px 10px;
}
.gear svg {
  width: 24px;
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
/* Upright, the title and what can be done have rows to themselves. */
@media (max-width: 1100px) {
  header {
    flex-wrap: wrap;
    gap: 0 14px;
  }
  .title {
    order: 1;
    flex: 1 0 auto;
  }
  .actions {
    order: 2;
    flex-wrap: wrap;
  }
  /* The title begins a row. */
  header::after {
    content: "";
    flex: 1 0 100%;
  }
}
@media (max-width: 620px) {
  .title {
    flex: 1 0 100%;
  }
  /* What can be done shares its row with the settings. */
  .actions {
    flex: 1 1 0;
    margin-left: -6px;
  }
  .gear {
    order: 3;
  }
}
@media (max-width: 420px) {
  header {
    padding: 4px 34px 4px 12px;
  }
  .home {
    font-size: 25px;
  }
  .actions :deep(.el-button) {
    padding: 6px 7px;
  }
  .way {
    padding: 0 7px;
  }
}
</style>
