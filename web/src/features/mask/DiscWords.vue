<script setup lang="ts">
/** How large a round mask is. */
import type { Schemas, Units } from "../../api/models";
import WordLength from "../../components/word/WordLength.vue";
import { t } from "../../words";

const props = defineProps<{ mask: Schemas["Disc"]; called: string; units: Units }>();
const emit = defineEmits<{
  change: [mask: Schemas["Disc"], said: string];
  draft: [mask: Schemas["Disc"] | null];
}>();
const set = (part: Partial<Schemas["Disc"]>, said: string) =>
  emit("change", { ...props.mask, ...part }, said);
const draft = (part: Partial<Schemas["Disc"]> | null) => emit("draft", part && { ...props.mask, ...part });
</script>

<template>
  <i18n-t keypath="mask.discWords.isAcrossItsMiddle" scope="global">
    <template #diameter>
      <WordLength
        :label="t('everywhere.common.theWhatAcross', { what: called })"
        :mm="mask.diameter_mm"
        :units="units"
        :least="3"
        :most="600"
        @change="(mm) => set({ diameter_mm: mm }, t('everywhere.common.resizeWhat', { what: called }))"
        @draft="(mm) => draft(mm === null ? null : { diameter_mm: mm })"
      />
    </template>
  </i18n-t>
</template>
