<script setup lang="ts">
/** A number of a sentence, changed in place: by a tap up or down, or by writing it. */
import { computed, ref, watch } from "vue";

const props = defineProps<{
  text: string;
  label: string;
  /** The number as it is written in the field. */
  shown: string;
  /** Reads what was written; null when it makes no sense. */
  read: (text: string) => number | null;
  /** The number one tap up (1) or down (-1). */
  tap: (direction: 1 | -1) => number;
  unit?: string;
  hint?: string;
}>();
const emit = defineEmits<{ change: [value: number] }>();

const open = ref(false);
const written = ref(props.shown);
watch(
  () => props.shown,
  (shown) => (written.value = shown),
);
const wrong = computed(() => props.read(written.value) === null);

function write() {
  const value = props.read(written.value);
  if (value === null) return;
  if (written.value !== props.shown) emit("change", value);
}
function writeAndClose() {
  write();
  if (!wrong.value) open.value = false;
}
</script>

<template>
  <el-popover
    v-model:visible="open"
    trigger="click"
    :width="270"
    placement="bottom-start"
    :show-arrow="false"
    @hide="written = shown"
  >
    <template #reference>
      <button class="word" :aria-label="`${label}: ${text}. Change it`" :aria-expanded="open">
        {{ text }}
      </button>
    </template>
    <p class="label">{{ label }}</p>
    <div class="row">
      <button class="tap" :aria-label="`${label}: less`" @click="emit('change', tap(-1))">−</button>
      <input
        v-model="written"
        inputmode="text"
        :aria-label="label"
        :aria-invalid="wrong"
        @change="write"
        @keydown.enter.prevent="writeAndClose"
        @keydown.esc="open = false"
      />
      <span v-if="unit">{{ unit }}</span>
      <button class="tap" :aria-label="`${label}: more`" @click="emit('change', tap(1))">+</button>
    </div>
    <p v-if="wrong" class="hint">That is not a measure. {{ hint }}</p>
  </el-popover>
</template>

<style scoped>
.label,
.hint {
  color: var(--ink-soft);
  font-size: 15px;
  margin-bottom: 6px;
}
.hint {
  margin: 8px 0 0;
  color: var(--ink);
}
.row {
  display: flex;
  align-items: center;
  gap: 8px;
}
input {
  width: 92px;
  min-height: var(--tap);
  padding: 4px 8px;
  font-size: 20px;
  text-align: center;
  background: var(--surround);
  border: 0;
  border-bottom: 2px solid var(--ink);
}
.tap {
  width: 48px;
  height: 48px;
  border: 1px solid var(--hairline);
  border-radius: 50%;
  background: transparent;
  font-size: 24px;
  line-height: 1;
  cursor: pointer;
}
.tap:hover {
  background: var(--paper-deep);
}
</style>
