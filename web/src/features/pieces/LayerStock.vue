<script setup lang="ts">
/** What the base or a mat is cut of: a stock of the shelf, which it then looks like, or anything else by its name. */
import { computed } from "vue";
import type { Schemas } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordText from "../../components/word/WordText.vue";
import type { Lab } from "../../logic/colour";
import { useShelf } from "../../stores/shelf";

const props = defineProps<{ label: string; name: string; lab: Schemas["Mat"]["lab"] }>();
const emit = defineEmits<{ take: [name: string, lab: Lab | null] }>();
const shelf = useShelf();
const stocks = computed(() => shelf.shelf?.stocks ?? []);
const choices = computed(() => [
  ...stocks.value.map(({ stock, hex }) => ({ value: stock.key, label: stock.name, colour: hex })),
  ...(props.lab ? [{ value: "", label: "something else", hint: "by its name; drawn plain" }] : []),
]);
function take(key: string) {
  const found = stocks.value.find(({ stock }) => stock.key === key);
  if (found) emit("take", found.stock.name, found.stock.paper.lab ?? null);
  else emit("take", "plain card", null);
}
</script>

<template>
  <WordChoice
    v-if="lab"
    :label="label"
    :text="name"
    :value="stocks.find(({ stock }) => stock.name === name)?.stock.key ?? null"
    :choices="choices"
    @choose="take"
  />
  <template v-else
    ><WordText :label="label" :text="name" :value="name" @change="(text) => emit('take', text, null)" />, or
    <WordChoice
      :label="`${label}, from the shelf`"
      text="from the shelf"
      :value="null"
      :choices="choices"
      @choose="take"
  /></template>
</template>
