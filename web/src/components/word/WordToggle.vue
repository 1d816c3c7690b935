<script setup lang="ts">
/** A word with one other word to stand in its place: a tap changes it. */
import { t } from "../../words";
defineProps<{ text: string; label: string; other: string }>();
const emit = defineEmits<{ toggle: [] }>();
</script>

<template>
  <button
    type="button"
    class="word"
    :aria-label="t('everywhere.wordToggle.makeIt', { label, text, other })"
    :title="t('everywhere.wordToggle.tapFor', { other })"
    @click="emit('toggle')"
  >
    {{ text }}
  </button>
</template>
