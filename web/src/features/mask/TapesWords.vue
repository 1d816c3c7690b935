<script setup lang="ts">
/** How far two tapes lie apart, or what a border of four leaves open. */
import type { Schemas, Units } from "../../api/models";
import WordLength from "../../components/word/WordLength.vue";
import { t } from "../../words";

const props = defineProps<{ mask: Schemas["Tapes"]; called: string; units: Units }>();
const emit = defineEmits<{
  change: [mask: Schemas["Tapes"], said: string];
  draft: [mask: Schemas["Tapes"] | null];
}>();
const set = (part: Partial<Schemas["Tapes"]>, said: string) =>
  emit("change", { ...props.mask, ...part }, said);
const draft = (part: Partial<Schemas["Tapes"]> | null) => emit("draft", part && { ...props.mask, ...part });
</script>

<template>
  <i18n-t keypath="mask.tapesWords.leaveOpenItsMiddle" scope="global">
    <template #openStrip>
      <WordLength
        :label="t('mask.tapesWords.openStrip')"
        :mm="mask.width_mm"
        :units="units"
        :least="3"
        :most="600"
        @change="(mm) => set({ width_mm: mm }, t('mask.tapesWords.changeTheStrip'))"
        @draft="(mm) => draft(mm === null ? null : { width_mm: mm })"
      />
    </template>
    <template #by>
      <i18n-t v-if="mask.length_mm" keypath="mask.tapesWords.by" scope="global">
        <template #openAs>
          <WordLength
            :label="t('mask.tapesWords.openAsFar')"
            :mm="mask.length_mm"
            :units="units"
            :least="3"
            :most="600"
            @change="(mm) => set({ length_mm: mm }, t('mask.tapesWords.changeTheBorder'))"
            @draft="(mm) => draft(mm === null ? null : { length_mm: mm })"
          />
        </template>
      </i18n-t>
    </template>
  </i18n-t>
</template>
