<script setup lang="ts">
/**
 * A number of a sentence: spun by taps and arrow keys, or written. While it is open every number it goes through is shown to the page
 * as a draft; leaving or Enter keeps the last one, Escape drops it (WAI-ARIA Authoring Practices: Spinbutton).
 */
import { computed, nextTick, ref, watch } from "vue";
import WordShell from "./WordShell.vue";
import { t } from "../../words";

const props = defineProps<{
  text: string;
  label: string;
  value: number;
  /** How a number stands in the field. */
  show: (value: number) => string;
  /** Reads what was written; null when it makes no sense. */
  read: (text: string) => number | null;
  /** The number one tap up (1) or down (-1) from another. */
  tap: (value: number, direction: 1 | -1) => number;
  least?: number;
  most?: number;
  unit?: string;
  hint?: string;
  /** How a number is said, where it is too small or too large. */
  say?: (value: number) => string;
}>();
const emit = defineEmits<{
  change: [value: number];
  /** The number the open word stands at; null when it is closed. */
  draft: [value: number | null];
}>();

const field = ref<HTMLInputElement | null>(null);
const open = ref(false);
const now = ref(props.value);
/** What it was when it was opened: the page shows the draft in its place meanwhile. */
let before = props.value;
const written = ref("");
/** Whether she wrote or tapped: a number that was not touched is not rounded to what the field can show. */
let touched = false;
watch(
  () => props.value,
  (value) => {
    if (!open.value) now.value = value;
  },
);
const say = (value: number) => props.say?.(value) ?? props.show(value);
const wrong = computed(() => {
  const value = props.read(written.value);
  if (value === null) return t("everywhere.wordNumber.thatIsNotAMeasure", { hint: props.hint ?? "" });
  if (props.least !== undefined && value < props.least - 1e-9)
    return t("everywhere.wordNumber.atLeast", { say: say(props.least) });
  if (props.most !== undefined && value > props.most + 1e-9)
    return t("everywhere.wordNumber.atMost", { say: say(props.most) });
  return "";
});
const within = (value: number) => Math.min(props.most ?? Infinity, Math.max(props.least ?? -Infinity, value));

function begin(typed: string) {
  open.value = true;
  touched = false;
  now.value = before = props.value;
  written.value = typed || props.show(props.value);
  if (typed) write();
  else void nextTick(() => field.value?.select());
}
function write() {
  touched = true;
  const value = props.read(written.value);
  if (value === null || wrong.value) return;
  now.value = value;
  emit("draft", value);
}
function spin(direction: 1 | -1) {
  touched = true;
  now.value = within(props.tap(now.value, direction));
  written.value = props.show(now.value);
  emit("draft", now.value);
}
function end(keep: boolean) {
  if (!open.value) return;
  open.value = false;
  const value = now.value;
  emit("draft", null);
  if (keep && touched && value !== before) emit("change", value);
}
function enter(taken: () => void) {
  if (wrong.value) return;
  end(true);
  taken();
}
function key(event: KeyboardEvent) {
  if (event.key !== "ArrowUp" && event.key !== "ArrowDown") return;
  event.preventDefault();
  spin(event.key === "ArrowUp" ? 1 : -1);
}
</script>

<template>
  <WordShell
    v-slot="{ taken }"
    :text="text"
    :label="label"
    popup="dialog"
    :width="268"
    @opened="begin"
    @leave="end(true)"
    @discard="end(false)"
  >
    <span class="label">{{ label }}</span>
    <span class="row">
      <button
        type="button"
        class="tap"
        tabindex="-1"
        :aria-label="t('everywhere.wordNumber.less', { label })"
        @mousedown.prevent
        @click="spin(-1)"
      >
        −
      </button>
      <input
        ref="field"
        v-model="written"
        data-first
        type="text"
        role="spinbutton"
        inputmode="text"
        autocomplete="off"
        :aria-label="label"
        :aria-invalid="wrong !== ''"
        :aria-valuenow="Number.isFinite(now) ? now : undefined"
        :aria-valuemin="least"
        :aria-valuemax="most"
        :aria-valuetext="say(now)"
        @input="write"
        @keydown="key"
        @keydown.enter.prevent="enter(taken)"
      />
      <span v-if="unit">{{ unit }}</span>
      <button
        type="button"
        class="tap"
        tabindex="-1"
        :aria-label="t('everywhere.wordNumber.more', { label })"
        @mousedown.prevent
        @click="spin(1)"
      >
        +
      </button>
    </span>
    <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
  </WordShell>
</template>

<style scoped>
.label {
  display: block;
  margin-bottom: 6px;
  font-size: 15px;
  color: var(--ink-soft);
}
.wrong {
  display: block;
  margin-top: 8px;
  font-size: 15px;
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
  background: var(--field);
  border: 0;
  border-bottom: 2px solid var(--ink);
}
.tap {
  flex: none;
  width: 48px;
  height: 48px;
  border: 1px solid var(--hairline);
  border-radius: 50%;
  background: transparent;
  font-size: 24px;
  line-height: 1;
  cursor: pointer;
  touch-action: manipulation;
}
.tap:hover {
  background: var(--paper-deep);
}
</style>
