<script setup lang="ts">
/** How far two tapes lie apart. */
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
  open, its middle
</template>
