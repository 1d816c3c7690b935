<script setup lang="ts">
/** A share of a sentence, written in percent; inside, 1 is the whole. */
import { readNumber } from "../../logic/numbers";
import WordNumber from "./WordNumber.vue";
import { t } from "../../words";

const props = defineProps<{ label: string; text?: string; value: number; least: number; most: number }>();
const emit = defineEmits<{ change: [value: number]; draft: [value: number | null] }>();
const percent = (share: number) => Math.round(share * 100);
function read(text: string) {
  const value = readNumber(text.replace("%", ""));
  return value === null ? null : value / 100;
}
</script>

<template>
  <WordNumber
    :label="label"
    :text="text ?? `${percent(value)}%`"
    :value="value"
    :show="(share) => String(percent(share))"
    :say="(share) => `${percent(share)}%`"
    unit="%"
    :hint="t('everywhere.common.useFromTo', { least: percent(props.least), most: percent(most) })"
    :least="least"
    :most="most"
    :read="read"
    :tap="(share, by) => (Math.round(share * 20) + by) / 20"
    @change="(now) => emit('change', now)"
    @draft="(now) => emit('draft', now)"
  />
</template>
