<script setup lang="ts">
/** The stock as a word of a sentence. */
import { computed } from "vue";
import { useShelf } from "../stores/shelf";
import { NEW, type Choice } from "./word/choice";
import WordChoice from "./word/WordChoice.vue";
import { t } from "../words";

/** `make`: a stock that is not on the shelf yet can be asked for at the end of the list. */
const props = defineProps<{ text: string; value: string; make?: boolean }>();
const emit = defineEmits<{ choose: [key: string]; make: [] }>();
const shelf = useShelf();
const choices = computed<Choice[]>(() => [
  ...(shelf.shelf?.stocks ?? []).map(({ stock, hex }) => ({
    value: stock.key,
    label: stock.name,
    hint: stock.paper.surface,
    colour: hex,
  })),
  ...(props.make ? [{ value: NEW, label: t("everywhere.common.aNewOne") }] : []),
]);
</script>

<template>
  <WordChoice
    :label="t('everywhere.stockWord.stock')"
    :text="text"
    :value="value"
    :choices="choices"
    @choose="(key) => (key === NEW ? emit('make') : emit('choose', key))"
  />
</template>
