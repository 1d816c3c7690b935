<script setup lang="ts">
/** What the base or a mat is cut of: a stock of the shelf, which it then looks like, or anything else by its name. */
import { computed } from "vue";
import type { Schemas } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordText from "../../components/word/WordText.vue";
import type { Lab } from "../../logic/colour";
import { useShelf } from "../../stores/shelf";
import { t } from "../../words";

const props = defineProps<{ label: string; name: string; lab: Schemas["Mat"]["lab"] }>();
const emit = defineEmits<{ take: [name: string, lab: Lab | null] }>();
const shelf = useShelf();
const stocks = computed(() => shelf.shelf?.stocks ?? []);
const choices = computed(() => [
  ...stocks.value.map(({ stock, hex }) => ({ value: stock.key, label: stock.name, colour: hex })),
  ...(props.lab
    ? [
        {
          value: "",
          label: t("pieces.layerStock.somethingElse"),
          hint: t("pieces.layerStock.byItsNameDrawnPlain"),
        },
      ]
    : []),
]);
function take(key: string) {
  const found = stocks.value.find(({ stock }) => stock.key === key);
  if (found) emit("take", found.stock.name, found.stock.paper.lab ?? null);
  else emit("take", t("pieces.layerStock.plainCard"), null);
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
  <i18n-t v-else keypath="pieces.layerStock.or" scope="global">
    <template #name>
      <WordText :label="label" :text="name" :value="name" @change="(text) => emit('take', text, null)" />
    </template>
    <template #it>
      <WordChoice
        :label="t('pieces.layerStock.choiceFromShelf', { label })"
        :text="t('pieces.layerStock.fromShelf')"
        :value="null"
        :choices="choices"
        @choose="take"
      />
    </template>
  </i18n-t>
</template>
