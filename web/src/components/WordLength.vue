<script setup lang="ts">
/** A length of a sentence, in the maker's own units. */
import { computed } from "vue";
import type { Units } from "../api/client";
import { readLength, sayLength, showLength, tapLength } from "../logic/length";
import WordNumber from "./WordNumber.vue";

const props = defineProps<{ label: string; mm: number; units: Units; least?: number; text?: string }>();
const emit = defineEmits<{ change: [mm: number] }>();
const hint = computed(() => (props.units === "in" ? "Write it as 1 3/8 or 1.375." : "Write it as 3.5."));
</script>

<template>
  <WordNumber
    :text="text ?? sayLength(mm, units)"
    :label="label"
    :shown="showLength(mm, units)"
    :unit="units"
    :hint="hint"
    :read="(text) => readLength(text, units)"
    :tap="(direction) => tapLength(mm, units, direction, least)"
    @change="(value) => emit('change', Math.max(least ?? 0, value))"
  />
</template>
