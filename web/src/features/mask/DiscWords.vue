<script setup lang="ts">
/** How large a round mask is. */
import type { Schemas, Units } from "../../api/models";
import WordLength from "../../components/word/WordLength.vue";

const props = defineProps<{ mask: Schemas["DiscModel"]; called: string; units: Units }>();
const emit = defineEmits<{
  change: [mask: Schemas["DiscModel"], said: string];
  draft: [mask: Schemas["DiscModel"] | null];
}>();
const set = (part: Partial<Schemas["DiscModel"]>, said: string) =>
  emit("change", { ...props.mask, ...part }, said);
const draft = (part: Partial<Schemas["DiscModel"]> | null) =>
  emit("draft", part && { ...props.mask, ...part });
</script>

<template>
  is
  <WordLength
    :label="`The ${called} across`"
    :mm="mask.diameter_mm"
    :units="units"
    :least="3"
    :most="600"
    @change="(mm) => set({ diameter_mm: mm }, `resize the ${called}`)"
    @draft="(mm) => draft(mm === null ? null : { diameter_mm: mm })"
  />
  across, its middle
</template>
