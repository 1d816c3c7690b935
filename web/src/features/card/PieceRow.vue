<script setup lang="ts">
/** The parts of the card: the panel and every piece, one of which lies in front; and the whole, put together. */
import { computed } from "vue";
import type { CardOut } from "../../api/models";
import { pieceId, wholeOf } from "../../logic/beside";
import { t } from "../../words";

const props = defineProps<{ card: CardOut; together: boolean }>();
const emit = defineEmits<{ together: [shown: boolean] }>();
const whole = computed(() => wholeOf(props.card.id));
const longest = computed(() =>
  Math.max(...props.card.pieces.map((p) => Math.max(p.width_mm, p.height_mm)), 1),
);
const box = (mm: number) => `${Math.max(6, (mm / longest.value) * 30)}px`;
</script>

<template>
  <nav class="parts" :aria-label="t('everywhere.common.thePartsOfTheCard')">
    <RouterLink
      :to="{ name: 'desk', params: { id: whole } }"
      class="part"
      :class="{ here: !card.piece && !together }"
      @click="emit('together', false)"
      >{{ t("everywhere.common.thePanel") }}</RouterLink
    >
    <RouterLink
      v-for="piece in card.pieces"
      :key="piece.key"
      :to="{ name: 'desk', params: { id: pieceId(whole, piece.key) } }"
      class="part"
      :class="{ here: card.piece === piece.key && !together }"
      @click="emit('together', false)"
    >
      <span
        class="paper"
        :style="{
          background: piece.stock_hex,
          width: box(piece.width_mm),
          height: box(piece.height_mm),
          borderRadius: piece.outline === 'round' ? '50%' : '0',
        }"
      />{{ piece.name }}</RouterLink
    >
    <button type="button" class="part" :class="{ here: together }" @click="emit('together', !together)">
      {{ t("card.pieceRow.theWholeCard") }}
    </button>
  </nav>
</template>

<style scoped>
.parts {
  display: flex;
  flex: none;
  flex-wrap: wrap;
  gap: 2px 4px;
  padding: 6px 14px;
  border-bottom: 1px solid var(--hairline);
}
.part {
  display: inline-flex;
  align-items: center;
  gap: 8px;
  min-height: var(--tap);
  padding: 0 12px;
  border: 0;
  background: transparent;
  color: var(--ink);
  font: inherit;
  font-size: 16px;
  text-decoration: none;
  cursor: pointer;
}
.part:hover {
  background: var(--paper-deep);
}
.here {
  font-weight: 650;
  box-shadow: inset 0 -3px 0 var(--ink);
}
.paper {
  outline: 1px solid var(--hairline);
}
</style>
