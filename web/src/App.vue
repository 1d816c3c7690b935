<script setup lang="ts">
import en from "element-plus/es/locale/lang/en";
import HelpHere from "./components/HelpHere.vue";
import NoticeLine from "./components/NoticeLine.vue";
import SightFilters from "./components/SightFilters.vue";
</script>

<template>
  <el-config-provider :locale="en" :button="{ autoInsertSpace: false }">
    <RouterView v-slot="{ Component, route }">
      <component :is="Component" :key="route.path" />
    </RouterView>
    <HelpHere />
    <SightFilters />
    <NoticeLine />
  </el-config-provider>
</template>
