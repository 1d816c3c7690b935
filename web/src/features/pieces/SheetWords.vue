<script setup lang="ts">
/** For how many cards, cut from which sheets. */
import type { Schemas } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordCount from "../../components/word/WordCount.vue";

defineProps<{ count: number; sheet: string; called: string; sheets: Schemas["PiecesOut"]["sheets"] }>();
const emit = defineEmits<{ count: [count: number]; sheet: [key: string] }>();
</script>

<template>
  For
  <WordCount
    label="Cards"
    :text="count === 1 ? 'one card' : `${count} cards`"
    :value="count"
    :most="200"
    @change="(n) => emit('count', n)"
  />, cut from sheets of
  <WordChoice
    label="Sheets"
    :text="called"
    :value="sheet"
    :choices="sheets.map((s) => ({ value: s.key, label: s.name }))"
    @choose="(key) => emit('sheet', key)"
  />.
</template>
