<script setup lang="ts">
/** What a single motif is. */
import type { Schemas, Units } from "../../api/models";
import MotifChoice from "./MotifChoice.vue";
import WordLength from "../../components/word/WordLength.vue";

const props = defineProps<{ mask: Schemas["MotifMask"]; called: string; units: Units }>();
const emit = defineEmits<{
  change: [mask: Schemas["MotifMask"], said: string];
  draft: [mask: Schemas["MotifMask"] | null];
}>();
const set = (part: Partial<Schemas["MotifMask"]>, said: string) =>
  emit("change", { ...props.mask, ...part }, said);
const draft = (part: Partial<Schemas["MotifMask"]> | null) =>
  emit("draft", part && { ...props.mask, ...part });
</script>

<template>
  has the
  <MotifChoice :value="mask.motif" @choose="(motif) => set({ motif }, 'change the motif')" />{{ " " }}
  <WordLength
    label="Motif across"
    :mm="mask.size_mm"
    :units="units"
    :least="3"
    :most="400"
    @change="(mm) => set({ size_mm: mm }, 'resize the motif')"
    @draft="(mm) => draft(mm === null ? null : { size_mm: mm })"
  />
  across, its middle
</template>
