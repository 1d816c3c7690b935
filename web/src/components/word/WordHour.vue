<script setup lang="ts">
/** A time of the day, in minutes after midnight. */
import { readHour, sayHour } from "../../logic/time";
import WordNumber from "./WordNumber.vue";
import { t } from "../../words";

defineProps<{ label: string; minutes: number }>();
const emit = defineEmits<{ change: [minutes: number] }>();
const show = (minutes: number) => sayHour(minutes * 60);
</script>

<template>
  <WordNumber
    :label="label"
    :text="show(minutes)"
    :value="minutes"
    :show="show"
    :hint="t('everywhere.wordHour.example')"
    :least="0"
    :most="24 * 60 - 1"
    :read="readHour"
    :tap="(now, by) => now + 15 * by"
    @change="(now) => emit('change', now)"
  />
</template>
