<script setup lang="ts">
/** Words of a sentence that are written by the maker, changed in place. */
import { ref, watch } from "vue";

const props = defineProps<{ text: string; label: string; value: string }>();
const emit = defineEmits<{ change: [value: string] }>();
const open = ref(false);
const written = ref(props.value);
watch(
  () => props.value,
  (value) => (written.value = value),
);
function write() {
  const words = written.value.trim();
  if (words && words !== props.value) emit("change", words);
  open.value = false;
}
</script>

<template>
  <el-popover
    v-model:visible="open"
    trigger="click"
    :width="280"
    placement="bottom-start"
    :show-arrow="false"
  >
    <template #reference>
      <button class="word" :aria-label="`${label}: ${text}. Change it`" :aria-expanded="open">
        {{ text }}
      </button>
    </template>
    <p class="label">{{ label }}</p>
    <input
      v-model="written"
      maxlength="40"
      :aria-label="label"
      @keydown.enter.prevent="write"
      @change="write"
    />
  </el-popover>
</template>

<style scoped>
.label {
  color: var(--ink-soft);
  font-size: 15px;
}
input {
  width: 100%;
  min-height: var(--tap);
  padding: 4px 8px;
  background: var(--surround);
  border: 0;
  border-bottom: 2px solid var(--ink);
}
</style>
