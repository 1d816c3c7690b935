<script setup lang="ts">
/** A whole number of a sentence. */
import { readCount } from "../../logic/numbers";
import WordNumber from "./WordNumber.vue";
import { t } from "../../words";

const props = defineProps<{ label: string; text: string; value: number; least?: number; most: number }>();
const emit = defineEmits<{ change: [value: number]; draft: [value: number | null] }>();
</script>

<template>
  <WordNumber
    :label="label"
    :text="text"
    :value="value"
    :show="String"
    :hint="t('everywhere.common.useFromTo', { least: props.least ?? 1, most })"
    :least="least ?? 1"
    :most="most"
    :read="readCount"
    :tap="(now, by) => now + by"
    @change="(now) => emit('change', now)"
    @draft="(now) => emit('draft', now)"
  />
</template>
