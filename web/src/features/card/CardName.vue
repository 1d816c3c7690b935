<script setup lang="ts">
/** The card's name, written over in place. */
import { useEventListener } from "@vueuse/core";
import { onBeforeUnmount, ref, watch } from "vue";
import { useDesk } from "../../composables/useDesk";
import { t } from "../../words";

const props = defineProps<{ title: string }>();
const desk = useDesk();
const written = ref(props.title);
/** Whether she is just writing: what another window calls it meanwhile does not take the words from under her hand. */
const writing = ref(false);
watch(
  () => props.title,
  (title) => {
    if (!writing.value) written.value = title;
  },
);
function keep() {
  writing.value = false;
  const title = written.value.trim();
  const now = desk.card?.plan.title ?? props.title;
  if (title && title !== now) desk.push(t("card.cardName.renameEdit"), { do: "title", title });
  else written.value = now;
}
// Leaving the page with the words still open keeps them too.
onBeforeUnmount(() => writing.value && keep());
useEventListener(window, "pagehide", () => writing.value && keep());
function drop(event: Event | KeyboardEvent) {
  written.value = props.title;
  writing.value = false;
  if (event.target instanceof HTMLInputElement) event.target.blur();
}
function enter(event: Event | KeyboardEvent) {
  if (event.target instanceof HTMLInputElement) event.target.blur();
}
</script>

<template>
  <el-input
    v-model="written"
    class="name"
    :aria-label="t('card.cardName.nameOfTheCard')"
    :maxlength="80"
    @input="writing = true"
    @blur="keep"
    @keydown.enter="enter"
    @keydown.esc="drop"
  />
</template>

<style scoped>
.name {
  max-width: 460px;
  font: 620 21px/1.2 var(--display);
}
</style>
