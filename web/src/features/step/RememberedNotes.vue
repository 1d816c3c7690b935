<script setup lang="ts">
/** What she wrote of other cards to remember next time, where it concerns this step. */
import type { CardOut } from "../../api/models";
import { t } from "../../words";

defineProps<{ notes: readonly CardOut["remembered"][number][] }>();
</script>

<template>
  <i18n-t
    v-for="told in notes"
    :key="told.entry"
    keypath="step.stepList.from"
    tag="p"
    scope="global"
    class="told"
    data-test="remembered"
  >
    <template #youWanted>
      <b>{{ t("step.stepList.youWantedToRemember") }}</b>
    </template>
    <template #of>{{ told.of }}</template>
    <template #because>{{ told.because }}</template>
    <template #words>{{ told.words }}</template>
  </i18n-t>
</template>

<style scoped>
.told {
  margin-top: 4px;
  padding: 4px 10px;
  border-left: 4px dotted var(--ink);
  font-size: 16px;
  line-height: 1.35;
}
</style>
