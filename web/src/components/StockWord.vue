<script setup lang="ts">
/** The stock as a word of a sentence. */
import { computed } from "vue";
import { useShelf } from "../stores/shelf";
import WordChoice from "./word/WordChoice.vue";
import { t } from "../words";

defineProps<{ text: string; value: string }>();
const emit = defineEmits<{ choose: [key: string] }>();
const shelf = useShelf();
const choices = computed(() =>
  (shelf.shelf?.stocks ?? []).map(({ stock, hex }) => ({
    value: stock.key,
    label: stock.name,
    hint: stock.paper.surface,
    colour: hex,
  })),
);
</script>

<template>
  <WordChoice
    :label="t('everywhere.stockWord.stock')"
    :text="text"
    :value="value"
    :choices="choices"
    @choose="(key) => emit('choose', key)"
  />
</template>
