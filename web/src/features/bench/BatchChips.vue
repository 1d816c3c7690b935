<script setup lang="ts">
/** The cards of the batch in rotation: which is in hand, where the others stand, one more or fewer. */
import { computed, ref } from "vue";
import { type InBatch, nextInReach } from "../../logic/batch";
import { sayClock } from "../../logic/time";
import { t } from "../../words";

const props = defineProps<{
  places: InBatch[];
  inHand: number;
  cards: number;
  /** The card that is wanted in hand and on its way. */
  coming: number | null;
}>();
const emit = defineEmits<{ take: [number: number]; batch: [cards: number] }>();

/** In a large batch only the cards next in reach are shown, until all are asked for. */
const MOST_SHOWN = 8;
const MOST_CARDS = 60;
const showAll = ref(false);
const shown = computed(() =>
  showAll.value || props.places.length <= MOST_SHOWN
    ? props.places
    : nextInReach(props.places, props.inHand, MOST_SHOWN - 1),
);
</script>

<template>
  <nav class="batch" :aria-label="t('bench.batchChips.cardsOfTheBatch')">
    <template v-if="places.length > 1">
      <button
        v-for="place in shown"
        :key="place.number"
        type="button"
        class="chip"
        :aria-current="place.number === inHand"
        :aria-busy="place.number === coming"
        @click="emit('take', place.number)"
      >
        <span class="visually-hidden">{{ t("bench.batchChips.card") }} </span>{{ place.number
        }}<span class="visually-hidden">{{
          place.left > 0 ? t("bench.batchChips.drying") : t("bench.batchChips.atStep")
        }}</span
        ><small>{{ place.left > 0 ? sayClock(place.left) : place.step }}</small>
      </button>
      <el-button v-if="places.length > MOST_SHOWN" :aria-expanded="showAll" @click="showAll = !showAll">
        {{ showAll ? t("bench.batchChips.fewer") : t("bench.batchChips.all", { length: places.length }) }}
      </el-button>
    </template>
    <button
      type="button"
      class="chip"
      :aria-label="t('bench.batchChips.oneCardFewer')"
      :disabled="cards < 2"
      @click="emit('batch', cards - 1)"
    >
      −
    </button>
    <span class="cards" role="status">{{
      cards === 1
        ? t("everywhere.common.oneCard")
        : places.length > 1
          ? ""
          : t("everywhere.common.cards", { count: cards })
    }}</span>
    <button
      type="button"
      class="chip"
      :aria-label="t('bench.batchChips.oneCardMore')"
      :disabled="cards >= MOST_CARDS"
      @click="emit('batch', cards + 1)"
    >
      +
    </button>
  </nav>
</template>

<style scoped>
[aria-busy="true"] {
  outline: 2px dashed currentcolor;
  outline-offset: 2px;
}
.batch {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
  max-width: 640px;
}
.cards {
  font-size: 19px;
  white-space: nowrap;
}
.chip {
  min-width: 52px;
  min-height: 52px;
  border: 1px solid var(--hairline);
  border-radius: 26px;
  background: transparent;
  font: 620 20px/1.05 var(--display);
  cursor: pointer;
  touch-action: manipulation;
}
.chip small {
  display: block;
  font: 400 14px var(--text);
}
.chip[aria-current="true"] {
  background: var(--ink);
  color: var(--paper-lift);
}
.chip:disabled {
  opacity: 0.4;
}
</style>
