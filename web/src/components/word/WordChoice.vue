<script setup lang="ts" generic="T extends string">
/** A word that opens a list of other words to stand in its place. */
import { ref } from "vue";
import type { Choice } from "./choice";
import ChoiceList from "./ChoiceList.vue";
import WordShell from "./WordShell.vue";

const props = defineProps<{ text: string; label: string; choices: readonly Choice<T>[]; value: T | null }>();
const emit = defineEmits<{ choose: [value: T] }>();
const list = ref<{ begin: (sign: string) => void } | null>(null);

function choose(value: T, taken: () => void) {
  taken();
  if (value !== props.value) emit("choose", value);
}
</script>

<template>
  <WordShell
    v-slot="{ taken }"
    :text="text"
    :label="label"
    popup="listbox"
    @opened="(sign) => list?.begin(sign)"
  >
    <ChoiceList
      ref="list"
      as="listbox"
      :choices="choices"
      :value="value"
      :label="label"
      @choose="(value) => choose(value, taken)"
    />
  </WordShell>
</template>
