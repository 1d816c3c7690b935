<script setup lang="ts">
import PageHead from "../components/PageHead.vue";
import PageState from "../components/PageState.vue";
import { t } from "../words";
</script>

<template>
  <PageHead
    ><h1>{{ t("everywhere.common.pageNotFound") }}</h1></PageHead
  >
  <PageState
    state="absent"
    :what="t('nowhere.page.thatPage')"
    :why="t('everywhere.common.thereIsNothingAtThisAddress')"
  />
</template>
