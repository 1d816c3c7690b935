<script setup lang="ts">
/** What the card is, on one line; opened in place it is the sentence in which all of it is changed. */
import { asYes, useKept } from "../../composables/useKept";
import { computed, nextTick, ref } from "vue";
import type { CardOut } from "../../api/models";
import { sayLength, showLength } from "../../logic/length";
import { useShelf } from "../../stores/shelf";
import CardSentence from "./CardSentence.vue";
import { t } from "../../words";

const props = defineProps<{ card: CardOut }>();
const emit = defineEmits<{
  laidAnew: [];
  /** The column is to be scrolled by so much, or to its top. */
  turned: [by: number];
}>();
const shelf = useShelf();
const plan = computed(() => props.card.plan);
const wanted = useKept("cielo-facts-open", false, asYes);
/** With nothing planned yet, what the card is comes first, and stays until it is closed. */
const open = ref(wanted.value || !plan.value.steps.length);
const size = computed(() => {
  const { width_mm, height_mm } = plan.value.card;
  const format = shelf.shelf?.formats.find(
    (f) => Math.abs(f.width_mm - width_mm) < 0.01 && Math.abs(f.height_mm - height_mm) < 0.01,
  );
  return (
    format?.name ?? `${showLength(width_mm, plan.value.units)} × ${sayLength(height_mm, plan.value.units)}`
  );
});
const masks = computed(() => {
  const many = plan.value.masks.length;
  return many ? t("card.cardFacts.masks", { many }, many) : "";
});
const opened = ref<HTMLElement | null>(null);
async function turn() {
  const before = opened.value?.offsetHeight ?? 0;
  wanted.value = open.value = !open.value;
  await nextTick();
  // Opened it is seen from its beginning; closed again, the step that is being worked on stays where it is.
  emit("turned", open.value ? -Infinity : -before);
}
</script>

<template>
  <section class="facts">
    <button type="button" class="line" :aria-expanded="open" @click="turn">
      <span class="what">{{ size }}, {{ plan.stock.name }}{{ masks }}</span>
      <span class="inks" aria-hidden="true"
        ><span v-for="ink in card.reading.inks" :key="ink.key" class="dot" :style="{ background: ink.hex }"
      /></span>
      <span class="turn" aria-hidden="true">{{
        open ? t("card.cardFacts.close") : t("card.cardFacts.change")
      }}</span>
      <span class="visually-hidden">{{
        open ? t("card.cardFacts.closeLabel") : t("card.cardFacts.changeTheCard")
      }}</span>
    </button>
    <div v-if="open" ref="opened" class="opened">
      <CardSentence :card="card" @laid-anew="emit('laidAnew')" />
    </div>
  </section>
</template>

<style scoped>
/* The line stays in sight, whatever is open below it. */
.facts {
  display: contents;
}
.line {
  position: sticky;
  top: 0;
  z-index: 2;
  display: flex;
  width: 100%;
  background: var(--paper);
  align-items: center;
  gap: 10px;
  min-height: var(--tap);
  padding: 2px 18px;
  border: 0;
  border-bottom: 2px solid var(--ink);
  text-align: left;
  cursor: pointer;
}
.line:hover {
  background: var(--paper-deep);
}
.what {
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
  font-weight: 600;
}
.inks {
  flex: none;
  display: flex;
}
.dot {
  width: 17px;
  height: 17px;
  margin-left: -4px;
  border: 1px solid var(--paper);
  border-radius: 50%;
  forced-color-adjust: none;
}
.turn {
  margin-left: auto;
  font-size: 15px;
  text-decoration: underline dashed 1.5px;
  text-underline-offset: 4px;
}
.opened {
  padding: 0 22px 10px;
  border-bottom: 2px solid var(--ink);
}
</style>
