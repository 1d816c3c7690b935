<script setup lang="ts">
/** An angle of a sentence, in degrees. */
import { decimal, readNumber } from "../../logic/numbers";
import WordNumber from "./WordNumber.vue";
import { t } from "../../words";

defineProps<{ label: string; text?: string; value: number }>();
const emit = defineEmits<{ change: [value: number]; draft: [value: number | null] }>();
const read = (text: string) => readNumber(text.replace(/°|deg(rees)?/i, ""));
</script>

<template>
  <WordNumber
    :label="label"
    :text="text ?? `${decimal(value)}°`"
    :value="value"
    :show="decimal"
    :say="(angle) => `${decimal(angle)}°`"
    unit="°"
    :hint="t('everywhere.wordAngle.range')"
    :least="-360"
    :most="360"
    :read="read"
    :tap="(angle, by) => (Math.round(angle / 5) + by) * 5"
    @change="(now) => emit('change', now)"
    @draft="(now) => emit('draft', now)"
  />
</template>
