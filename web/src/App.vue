<script setup lang="ts">
import en from "element-plus/es/locale/lang/en";
import HelpHere from "./components/HelpHere.vue";
import NoticeLine from "./components/NoticeLine.vue";
import SightFilters from "./components/SightFilters.vue";
import { t } from "./words";

/** Past the ways that stand at the head of every page. */
function skip() {
  const main = document.querySelector<HTMLElement>("main");
  if (!main) return;
  main.tabIndex = -1;
  main.focus();
}
</script>

<template>
  <el-config-provider :locale="en" :button="{ autoInsertSpace: false }">
    <button type="button" class="skip" @click="skip">{{ t("everywhere.app.skip") }}</button>
    <RouterView v-slot="{ Component, route }">
      <component :is="Component" :key="route.path" />
    </RouterView>
    <HelpHere />
    <SightFilters />
    <NoticeLine />
  </el-config-provider>
</template>

<style scoped>
/* Seen only where it is come to by keys. */
.skip {
  position: fixed;
  top: 6px;
  left: 6px;
  z-index: 10;
  padding: 8px 14px;
  border: 2px solid var(--ink);
  background: var(--paper-lift);
  transform: translateY(-200%);
}
.skip:focus {
  transform: none;
}
</style>
