<script setup lang="ts">
/** How far two tapes lie apart, or what a border of four leaves open. */
import type { Schemas, Units } from "../../api/models";
import WordLength from "../../components/word/WordLength.vue";

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
  leave
  <WordLength
    label="Open strip"
    :mm="mask.width_mm"
    :units="units"
    :least="3"
    :most="600"
    @change="(mm) => set({ width_mm: mm }, 'change the strip')"
    @draft="(mm) => draft(mm === null ? null : { width_mm: mm })"
  />
  <template v-if="mask.length_mm"
    >{{ " " }}by
    <WordLength
      label="Open as far"
      :mm="mask.length_mm"
      :units="units"
      :least="3"
      :most="600"
      @change="(mm) => set({ length_mm: mm }, 'change the border')"
      @draft="(mm) => draft(mm === null ? null : { length_mm: mm })"
  /></template>
  open, its middle
</template>
