<script setup lang="ts">
/** A word with one other word to stand in its place: a tap changes it. */
defineProps<{ text: string; label: string; other: string }>();
const emit = defineEmits<{ toggle: [] }>();
</script>

<template>
  <button
    type="button"
    class="word"
    :aria-label="`${label}: ${text}. Make it: ${other}`"
    :title="`Tap for: ${other}`"
    @click="emit('toggle')"
  >
    {{ text }}
  </button>
</template>
