<script setup lang="ts">
/** The card's name, written over in place. */
import { ref, watch } from "vue";
import { useDesk } from "../../composables/useDesk";
import { t } from "../../words";

const props = defineProps<{ title: string }>();
const desk = useDesk();
const written = ref(props.title);
watch(
  () => props.title,
  (title) => (written.value = title),
);
function keep() {
  const title = written.value.trim();
  if (title && title !== props.title) desk.push(t("card.cardName.giveItAnotherName"), { do: "title", title });
  else written.value = props.title;
}
function drop(event: Event | KeyboardEvent) {
  written.value = props.title;
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
    @blur="keep"
    @keydown.enter="enter"
    @keydown.esc="drop"
  />
</template>

<style scoped>
.name {
  max-width: 460px;
  font: 620 24px/1.2 var(--display);
}
</style>
