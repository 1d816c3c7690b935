<script setup lang="ts">
/** What edge a mask has. */
import type { Schemas, Units } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import { PROFILES } from "../../logic/masks";
import { t } from "../../words";

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
  <i18n-t keypath="mask.edgeWords.hasAnEdgeOfThrough" scope="global">
    <template #edge>
      <WordChoice
        :label="t('mask.edgeWords.edge')"
        :text="PROFILES.find((p) => p.value === mask.profile)?.label ?? mask.profile"
        :value="mask.profile"
        :choices="PROFILES"
        @choose="(profile) => set({ profile }, t('mask.edgeWords.changeTheEdge'))"
      />
    </template>
    <template #risingAnother>
      <i18n-t v-if="mask.profile !== 'straight'" keypath="mask.edgeWords.rising" scope="global">
        <template #rising>
          <WordLength
            :label="t('mask.edgeWords.risingLabel')"
            :mm="mask.height_mm"
            :units="units"
            :least="1"
            :most="200"
            @change="(mm) => set({ height_mm: mm }, t('mask.edgeWords.changeTheEdge'))"
            @draft="(mm) => draft(mm === null ? null : { height_mm: mm })"
          />
        </template>
        <template #anotherOne>
          <button
            type="button"
            class="word"
            @click="set({ seed: mask.seed + 1 }, t('mask.edgeWords.changeTheEdge'))"
          >
            {{ t("mask.edgeWords.anotherOne") }}
          </button>
        </template>
      </i18n-t>
    </template>
  </i18n-t>
</template>
