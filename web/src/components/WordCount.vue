<script setup lang="ts">
/** A whole number of a sentence, from one up, changed in place. */
import WordNumber from "./WordNumber.vue";

const props = defineProps<{ label: string; text: string; value: number; most: number }>();
const emit = defineEmits<{ change: [value: number] }>();

function read(text: string) {
  const value = Number(text);
  return Number.isInteger(value) && value >= 1 && value <= props.most ? value : null;
}
</script>

<template>
  <WordNumber
    :label="label"
    :text="text"
    :shown="String(value)"
    :hint="`Use 1 to ${most}.`"
    :read="read"
    :tap="(by) => Math.min(most, Math.max(1, value + by))"
    @change="(now) => emit('change', now)"
  />
</template>
