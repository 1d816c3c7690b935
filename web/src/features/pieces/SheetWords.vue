<script setup lang="ts">
/** For how many cards, cut from which sheets. */
import type { Schemas } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordCount from "../../components/word/WordCount.vue";
import { t } from "../../words";

defineProps<{ count: number; sheet: string; called: string; sheets: Schemas["PiecesOut"]["sheets"] }>();
const emit = defineEmits<{ count: [count: number]; sheet: [key: string] }>();
</script>

<template>
  <i18n-t keypath="pieces.sheetWords.forCutFromSheets" scope="global">
    <template #cards>
      <WordCount
        :label="t('everywhere.useWays.cards')"
        :text="count === 1 ? t('everywhere.common.oneCard') : t('everywhere.common.cards', { count })"
        :value="count"
        :most="200"
        @change="(n) => emit('count', n)"
      />
    </template>
    <template #sheets>
      <WordChoice
        :label="t('pieces.sheetWords.sheets')"
        :text="called"
        :value="sheet"
        :choices="sheets.map((s) => ({ value: s.key, label: s.name }))"
        @choose="(key) => emit('sheet', key)"
      />
    </template>
  </i18n-t>
</template>
