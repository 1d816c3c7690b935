<script setup lang="ts">
/** What a repeat stencil repeats. */
import type { Schemas, Units } from "../../api/models";
import MotifChoice from "./MotifChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import { t } from "../../words";

const props = defineProps<{ mask: Schemas["Stencil"]; called: string; units: Units }>();
const emit = defineEmits<{
  change: [mask: Schemas["Stencil"], said: string];
  draft: [mask: Schemas["Stencil"] | null];
}>();
const set = (part: Partial<Schemas["Stencil"]>, said: string) =>
  emit("change", { ...props.mask, ...part }, said);
const draft = (part: Partial<Schemas["Stencil"]> | null) => emit("draft", part && { ...props.mask, ...part });
</script>

<template>
  <i18n-t keypath="mask.stencilWords.hasTheAcrossEvery" scope="global">
    <template #motifChoice>
      <MotifChoice
        :value="mask.motif"
        @choose="(motif) => set({ motif }, t('mask.motifWords.changeTheMotif'))"
      />
    </template>
    <template #motifAcross>
      <WordLength
        :label="t('mask.motifWords.motifAcross')"
        :mm="mask.size_mm"
        :units="units"
        :least="3"
        :most="400"
        @change="(mm) => set({ size_mm: mm }, t('mask.motifWords.resizeTheMotif'))"
        @draft="(mm) => draft(mm === null ? null : { size_mm: mm })"
      />
    </template>
    <template #repeat>
      <WordLength
        :label="t('mask.stencilWords.repeat')"
        :mm="mask.pitch_mm"
        :units="units"
        :least="4"
        :most="600"
        @change="(mm) => set({ pitch_mm: mm }, t('mask.drawnWords.changeTheRepeat'))"
        @draft="(mm) => draft(mm === null ? null : { pitch_mm: mm })"
      />
    </template>
  </i18n-t>
</template>
