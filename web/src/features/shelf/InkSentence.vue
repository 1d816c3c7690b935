<script setup lang="ts">
/** What an ink of the shelf is: its kind, what water does to it, how it dries, how well it covers. The slot says its name. */
import { computed } from "vue";
import type { Schemas } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import { calledIn, DRIES, HIDING, INK_KINDS, WATER } from "../../logic/thingWords";
import { t } from "../../words";

const props = defineProps<{ ink: Schemas["InkModel"] }>();
const emit = defineEmits<{ ink: [part: Partial<Schemas["InkModel"]>] }>();
const hiding = computed(() => {
  const value = props.ink.hiding ?? 1;
  return value < 0.75 ? "0.5" : value > 1.5 ? "2" : "1";
});
</script>

<template>
  <i18n-t keypath="shelf.inkSentence.what" scope="global">
    <template #name><slot /></template>
    <template #kind>
      <WordChoice
        :label="t('shelf.inkSentence.kind')"
        :text="calledIn(INK_KINDS, ink.kind)"
        :value="ink.kind"
        :choices="INK_KINDS"
        @choose="(kind) => emit('ink', { kind })"
      />
    </template>
    <template #inWater>
      <WordChoice
        :label="t('shelf.inkSentence.inWater')"
        :text="calledIn(WATER, ink.water)"
        :value="ink.water"
        :choices="WATER"
        @choose="(water) => emit('ink', { water })"
      />
    </template>
    <template #dries>
      <WordChoice
        :label="t('shelf.inkSentence.dries')"
        :text="calledIn(DRIES, ink.dries)"
        :value="ink.dries"
        :choices="DRIES"
        @choose="(dries) => emit('ink', { dries })"
      />
    </template>
    <template #covers>
      <WordChoice
        :label="t('shelf.inkSentence.covers')"
        :text="calledIn(HIDING, hiding)"
        :value="hiding"
        :choices="HIDING"
        @choose="(value) => emit('ink', { hiding: Number(value) })"
      />
    </template>
  </i18n-t>
</template>
