<script setup lang="ts">
/** Words of a sentence that are written by the maker. */
import { computed, nextTick, ref } from "vue";
import WordShell from "./WordShell.vue";
import { t } from "../../words";

const props = defineProps<{
  text: string;
  label: string;
  value: string;
  longest?: number;
  /** Whether nothing may be written. */
  mayBeEmpty?: boolean;
}>();
const emit = defineEmits<{ change: [value: string] }>();
const written = ref("");
const field = ref<HTMLInputElement | null>(null);
const empty = computed(() => !props.mayBeEmpty && !written.value.trim());

let open = false;
function begin(typed: string) {
  open = true;
  written.value = typed || props.value;
  if (!typed) void nextTick(() => field.value?.select());
}
function keep() {
  if (!open) return;
  open = false;
  const words = written.value.trim();
  if (!empty.value && words !== props.value) emit("change", words);
}
function drop() {
  open = false;
}
function enter(taken: () => void) {
  if (empty.value) return;
  keep();
  taken();
}
</script>

<template>
  <WordShell
    v-slot="{ taken }"
    :text="text"
    :label="label"
    popup="dialog"
    :width="300"
    @opened="begin"
    @leave="keep"
    @discard="drop"
  >
    <span class="label">{{ label }}</span>
    <input
      ref="field"
      v-model="written"
      data-first
      type="text"
      :maxlength="longest ?? 40"
      :aria-label="label"
      @keydown.enter.prevent="enter(taken)"
    />
    <span v-if="empty" class="label" role="status">{{ t("everywhere.wordText.empty") }}</span>
  </WordShell>
</template>

<style scoped>
.label {
  display: block;
  font-size: 15px;
  color: var(--ink-soft);
}
input {
  width: 100%;
  min-height: var(--tap);
  padding: 4px 8px;
  background: var(--field);
  border: 0;
  border-bottom: 2px solid var(--ink);
}
</style>
