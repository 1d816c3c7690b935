<script setup lang="ts">
/** The screen measured once: a bank card, or a ruler, held against a line. */
import { computed } from "vue";
import { BANK_CARD_MM, NOMINAL_PX_PER_MM, useRealSize } from "../../composables/useRealSize";
import { t } from "../../words";

const emit = defineEmits<{ done: [] }>();
const held = useRealSize();
const pxPerMm = computed(() => held.value ?? NOMINAL_PX_PER_MM);
function set(event: Event) {
  if (event.target instanceof HTMLInputElement) held.value = Number(event.target.value) / BANK_CARD_MM;
}
</script>

<template>
  <div class="hold" role="group" :aria-label="t('panel.holdCard.measureThisScreen')">
    <p>{{ t("panel.holdCard.holdABankCardFlat") }}</p>
    <div class="card" :style="{ width: `${pxPerMm * BANK_CARD_MM}px` }" data-test="bank-card" />
    <label
      >{{ t("panel.holdCard.longerOrShorter") }}
      <input
        type="range"
        min="180"
        max="700"
        step="1"
        :value="pxPerMm * BANK_CARD_MM"
        :aria-label="t('panel.holdCard.asLongAsTheCard')"
        @input="set"
    /></label>
    <el-button type="primary" @click="emit('done')">{{ t("everywhere.action.done") }}</el-button>
  </div>
</template>

<style scoped>
.hold {
  position: absolute;
  inset: 14px auto auto 14px;
  z-index: 3;
  max-width: calc(100% - 28px);
  padding: 12px 16px;
  background: var(--paper-lift);
  border: 1px solid var(--hairline);
}
.card {
  height: 26px;
  margin: 10px 0;
  border: 2px solid var(--ink);
  border-top: 0;
}
label {
  display: block;
}
input {
  display: block;
  width: min(360px, 100%);
  min-height: var(--tap);
}
</style>
