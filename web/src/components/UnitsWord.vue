<script setup lang="ts">
/** The units as a word of a sentence. */
import type { Units } from "../api/models";
import WordChoice from "./word/WordChoice.vue";

defineProps<{ value: Units }>();
const emit = defineEmits<{ choose: [units: Units] }>();
const CHOICES = [
  { value: "in" as const, label: "inches", hint: "in eighths and sixteenths" },
  { value: "cm" as const, label: "centimetres" },
];
</script>

<template>
  <WordChoice
    label="Units"
    :text="value === 'in' ? 'inches' : 'centimetres'"
    :value="value"
    :choices="CHOICES"
    @choose="(units) => emit('choose', units)"
  />
</template>
