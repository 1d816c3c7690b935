<script setup lang="ts">
/** The units as a word of a sentence. */
import type { Units } from "../api/models";
import WordChoice from "./word/WordChoice.vue";
import { t } from "../words";

defineProps<{ value: Units }>();
const emit = defineEmits<{ choose: [units: Units] }>();
const CHOICES = [
  {
    value: "in" as const,
    label: t("everywhere.unitsWord.inches"),
    hint: t("everywhere.unitsWord.inEighthsAndSixteenths"),
  },
  { value: "cm" as const, label: t("everywhere.unitsWord.centimetres") },
];
</script>

<template>
  <WordChoice
    :label="t('everywhere.unitsWord.units')"
    :text="value === 'in' ? t('everywhere.unitsWord.inches') : t('everywhere.unitsWord.centimetres')"
    :value="value"
    :choices="CHOICES"
    @choose="(units) => emit('choose', units)"
  />
</template>
