<script setup lang="ts">
/** What edge a mask has. */
import type { Schemas, Units } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import { PROFILES } from "../../logic/masks";

const props = defineProps<{ mask: Schemas["EdgeMask"]; called: string; units: Units }>();
const emit = defineEmits<{
  change: [mask: Schemas["EdgeMask"], said: string];
  draft: [mask: Schemas["EdgeMask"] | null];
}>();
const set = (part: Partial<Schemas["EdgeMask"]>, said: string) =>
  emit("change", { ...props.mask, ...part }, said);
const draft = (part: Partial<Schemas["EdgeMask"]> | null) =>
  emit("draft", part && { ...props.mask, ...part });
</script>

<template>
  has an edge of
  <WordChoice
    label="Edge"
    :text="PROFILES.find((p) => p.value === mask.profile)?.label ?? mask.profile"
    :value="mask.profile"
    :choices="PROFILES"
    @choose="(profile) => set({ profile }, 'change the edge')"
  />
  <template v-if="mask.profile !== 'straight'">
    rising
    <WordLength
      label="Rising"
      :mm="mask.height_mm"
      :units="units"
      :least="1"
      :most="200"
      @change="(mm) => set({ height_mm: mm }, 'change the edge')"
      @draft="(mm) => draft(mm === null ? null : { height_mm: mm })"
    />
    (<button type="button" class="word" @click="set({ seed: mask.seed + 1 }, 'take another edge')">
      another one</button
    >)
  </template>
  through a point
</template>
