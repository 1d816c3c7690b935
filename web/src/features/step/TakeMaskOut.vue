<script setup lang="ts">
/** What becomes of what was built on a mask, asked where its laying is taken out. */
import { onMounted, ref } from "vue";
import type { Step } from "../../api/models";
import { t } from "../../words";

defineProps<{ called: string; built: Step[] }>();
const emit = defineEmits<{ only: []; all: []; leave: [] }>();
const box = ref<HTMLElement | null>(null);
onMounted(() => {
  box.value?.scrollIntoView({ block: "nearest" });
  box.value?.querySelector("button")?.focus({ preventScroll: true });
});
</script>

<template>
  <div ref="box" class="ask" role="group" :aria-label="t('step.takeMaskOut.label', { called })">
    <p>
      <i18n-t keypath="step.takeMaskOut.plannedWithThe" scope="global">
        <template #length>
          <b>{{
            built.length === 1
              ? t("step.takeMaskOut.oneStepWas")
              : t("step.takeMaskOut.stepsWere", { length: built.length })
          }}</b>
        </template>
        <template #called>{{ called }}</template>
      </i18n-t>
      {{ t("step.takeMaskOut.withoutItTheirInkGoes") }}
    </p>
    <el-button size="small" type="primary" @click="emit('only')">{{
      t("step.takeMaskOut.maskOnly")
    }}</el-button>
    <el-button size="small" @click="emit('all')">{{
      t("step.takeMaskOut.withSteps", {}, built.length)
    }}</el-button>
    <el-button size="small" @click="emit('leave')">{{ t("everywhere.action.cancel") }}</el-button>
  </div>
</template>

<style scoped>
.ask {
  margin-top: 8px;
  padding: 8px 14px;
  background: var(--paper-lift);
  border-left: 4px solid var(--ink);
}
p {
  margin: 0 0 6px;
}
</style>
