<script setup lang="ts">
/**
 * A word of a sentence that opens in place. Tap, Enter, Space, an arrow down or typing open it and focus goes in; Escape discards what
 * was not yet taken and gives focus back; leaving keeps it. It lies below its sentence, or above, and covers neither it nor the picture.
 */
import { autoUpdate, computePosition, flip, offset, shift, size } from "@floating-ui/dom";
import { nextTick, onBeforeUnmount, ref, useId } from "vue";
import { forgetOpen, openInstead } from "./opened";
import { t } from "../../words";

defineProps<{
  text: string;
  label: string;
  popup: "listbox" | "menu" | "dialog";
  width?: number;
}>();
const emit = defineEmits<{
  /** Opened; with the sign that was typed to open it. */
  opened: [typed: string];
  /** The word is left: what was written is kept. */
  leave: [];
  /** Escape: what was written is dropped. */
  discard: [];
}>();

/** Longer than this, signs, it may be broken into lines. */
const LONG = 34;
const id = useId();
const open = ref(false);
const word = ref<HTMLButtonElement | null>(null);
const panel = ref<HTMLElement | null>(null);
let stopFollowing: (() => void) | null = null;
let closing = false;

async function show(typed = "") {
  if (open.value) return;
  openInstead(leave);
  open.value = true;
  await nextTick();
  const lies = panel.value;
  if (!word.value || !lies) return;
  lies.showPopover?.();
  stopFollowing = autoUpdate(word.value, lies, place);
  const first = lies.querySelector<HTMLElement>("[data-first]") ?? lies;
  first.focus({ preventScroll: true });
  emit("opened", typed);
}
/** Below the whole sentence where that is near, so that it stays in sight; else below the word's own line. */
async function place() {
  const [button, lies] = [word.value, panel.value];
  if (!button || !lies) return;
  const at = button.getBoundingClientRect();
  const sentence = (button.closest(".sentence") ?? button).getBoundingClientRect();
  const near = sentence.height < 190;
  const [top, bottom] = near
    ? [Math.min(sentence.top, at.top), Math.max(sentence.bottom, at.bottom)]
    : [at.top, at.bottom];
  const boundary = button.closest<HTMLElement>("[data-words]") ?? undefined;
  const anchor = {
    contextElement: button,
    getBoundingClientRect: () => new DOMRect(at.left, top, at.width, bottom - top),
  };
  const { x, y } = await computePosition(anchor, lies, {
    strategy: "fixed",
    placement: "bottom-start",
    middleware: [
      offset(6),
      flip({ padding: 8 }),
      shift({ padding: 8, ...(boundary ? { boundary } : {}) }),
      size({
        padding: 8,
        apply: ({ availableHeight }) =>
          lies.style.setProperty("--room", `${Math.max(160, availableHeight)}px`),
      }),
    ],
  });
  Object.assign(lies.style, { left: `${x}px`, top: `${y}px` });
}
function close() {
  if (!open.value || closing) return;
  closing = true;
  stopFollowing?.();
  stopFollowing = null;
  open.value = false;
  forgetOpen(leave);
  closing = false;
}
function leave() {
  if (!open.value) return;
  emit("leave");
  close();
}
function discard() {
  emit("discard");
  close();
  word.value?.focus();
}
/** Taken: closed, with focus back on the word. */
function taken() {
  close();
  word.value?.focus();
}

function key(event: KeyboardEvent) {
  if (event.key === "ArrowDown" || event.key === "ArrowUp") {
    event.preventDefault();
    void show();
  } else if (
    event.key.length === 1 &&
    event.key !== " " &&
    !event.ctrlKey &&
    !event.metaKey &&
    !event.altKey
  ) {
    event.preventDefault();
    void show(event.key);
  }
}
function escape(event: KeyboardEvent) {
  event.preventDefault();
  event.stopPropagation();
  discard();
}
/** Focus that goes elsewhere leaves the word; a page that is only put aside does not. */
function out(event: FocusEvent) {
  const to = event.relatedTarget;
  if (!(to instanceof Node)) return;
  if (!panel.value?.contains(to) && to !== word.value) leave();
}
function elsewhere(event: PointerEvent) {
  const to = event.target;
  if (to instanceof Node && !panel.value?.contains(to) && !word.value?.contains(to)) leave();
}
document.addEventListener("pointerdown", elsewhere, true);
onBeforeUnmount(() => {
  document.removeEventListener("pointerdown", elsewhere, true);
  leave();
});
defineExpose({ taken });
</script>

<template>
  <span class="shell">
    <button
      ref="word"
      type="button"
      class="word"
      :class="{ long: text.length > LONG }"
      :aria-label="t('everywhere.wordShell.changeIt', { label, text })"
      :aria-haspopup="popup"
      :aria-expanded="open"
      :aria-controls="open ? id : undefined"
      @click="open ? leave() : show()"
      @keydown="key"
    >
      {{ text }}</button><span
      v-if="open"
      :id="id"
      ref="panel"
      class="panel"
      popover="manual"
      tabindex="-1"
      :role="popup === 'dialog' ? 'dialog' : undefined"
      :aria-label="popup === 'dialog' ? label : undefined"
      :style="{ width: `${width ?? 300}px` }"
      @keydown.esc="escape"
      @focusout="out"
      ><slot :taken="taken"
    /></span>
  </span>
</template>

<style scoped>
.panel {
  position: fixed;
  inset: auto;
  margin: 0;
  display: block;
  max-width: calc(100vw - 16px);
  max-height: min(380px, var(--room, 380px));
  overflow-y: auto;
  padding: 12px;
  border: 1px solid var(--ink);
  border-radius: 3px;
  background: var(--paper-lift);
  color: var(--ink);
  box-shadow: 0 6px 24px var(--shade);
  font-size: 17px;
  font-style: normal;
  font-weight: 400;
  line-height: 1.4;
  text-align: left;
  white-space: normal;
}
.panel:focus-visible {
  outline: none;
}
</style>
