<script setup lang="ts">
/** Something that a card taught or took, and what can be done with that: taken, or taken back. */
defineProps<{ taken: boolean; busy: boolean; take: string; back: string; quiet?: boolean }>();
const emit = defineEmits<{ take: [taken: boolean] }>();
</script>

<template>
  <p class="lesson">
    <slot />{{ " " }}
    <el-button :type="taken || quiet ? undefined : 'primary'" :disabled="busy" @click="emit('take', !taken)">
      {{ taken ? back : take }} </el-button>{{ " " }}
    <slot name="numbers" />
  </p>
</template>

<style scoped>
.lesson {
  margin: 10px 0;
  padding: 8px 12px;
  background: var(--paper-lift);
  border-left: 4px solid var(--ink);
}
</style>
