<script setup lang="ts">
/** What stands in a page's place while it is not there: on its way, away, refused, or no such thing. */
import type { State } from "../composables/useAsked";
import { t } from "../words";

defineProps<{
  state: State;
  /** What is waited for, in the middle of a sentence: "the card". */
  what: string;
  why?: string;
  /** It stands in a part of a page, and not in place of all of it. */
  within?: boolean;
}>();
const emit = defineEmits<{ again: [] }>();
</script>

<template>
  <component :is="within ? 'div' : 'main'">
    <div v-if="state === 'asking'" class="waiting" role="status">
      <span class="said">{{ t("everywhere.pageState.loading", { what }) }}</span>
      <el-skeleton :rows="5" animated />
    </div>
    <el-result v-else-if="state === 'away'" icon="warning" :title="t('everywhere.pageState.away', { what })">
      <template #icon><span aria-hidden="true" /></template>
      <template #sub-title>
        <p role="status">{{ t("everywhere.pageState.awayHint") }}</p>
      </template>
    </el-result>
    <el-result v-else-if="state === 'absent'" icon="info" :title="t('everywhere.pageState.absent', { what })">
      <template #icon><span aria-hidden="true" /></template>
      <template #sub-title
        ><p role="status">{{ why ?? t("everywhere.common.thereIsNothingAtThisAddress") }}</p></template
      >
      <template #extra>
        <RouterLink v-slot="{ navigate }" to="/" custom
          ><el-button type="primary" @click="navigate()">{{
            t("everywhere.pageState.toCards")
          }}</el-button></RouterLink
        >
      </template>
    </el-result>
    <el-result
      v-else-if="state === 'refused'"
      icon="warning"
      :title="t('everywhere.pageState.refused', { what })"
    >
      <template #icon><span aria-hidden="true" /></template>
      <template #sub-title
        ><p role="status">{{ why }}</p></template
      >
      <template #extra
        ><el-button @click="emit('again')">{{ t("everywhere.common.tryAgain") }}</el-button
        ><RouterLink v-slot="{ navigate }" to="/" custom
          ><el-button @click="navigate()">{{ t("everywhere.pageState.toCards") }}</el-button></RouterLink
        ></template
      >
    </el-result>
  </component>
</template>

<style scoped>
.waiting {
  max-width: 620px;
  padding: 40px;
}
.said {
  display: block;
  margin-bottom: 20px;
  font: 620 22px var(--display);
  animation: late 0.6s;
}
/* Only a wait that is felt is spoken of. */
@keyframes late {
  0%,
  99% {
    opacity: 0;
  }
}
</style>
