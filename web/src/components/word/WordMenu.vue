<script setup lang="ts" generic="T extends string">
/** A word that opens a list of things to do. */
import { ref } from "vue";
import type { Choice } from "./choice";
import ChoiceList from "./ChoiceList.vue";
import WordShell from "./WordShell.vue";

defineProps<{ text: string; label: string; choices: readonly Choice<T>[] }>();
const emit = defineEmits<{ choose: [value: T] }>();
const list = ref<{ begin: (sign: string) => void } | null>(null);

function choose(value: T, taken: () => void) {
  taken();
  emit("choose", value);
}
</script>

<template>
  <WordShell
    v-slot="{ taken }"
    :text="text"
    :label="label"
    popup="menu"
    @opened="(sign) => list?.begin(sign)"
  >
    <ChoiceList
      ref="list"
      as="menu"
      :choices="choices"
      :label="label"
      @choose="(value) => choose(value, taken)"
    />
  </WordShell>
</template>
