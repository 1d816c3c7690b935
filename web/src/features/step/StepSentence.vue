<script setup lang="ts">
/** One step as a sentence whose words are changed in place. */
import { shallowRef } from "vue";
import type { Part, Step } from "../../api/models";
import AddInk from "../shelf/AddInk.vue";
import StepWord from "./StepWord.vue";
import { t } from "../../words";

defineProps<{ step: Step; parts: Part[] }>();
/** Takes a new ink by its key, once it is on the shelf. */
const take = shallowRef<((key: string) => void) | null>(null);
function made(key: string) {
  take.value?.(key);
  take.value = null;
}
</script>

<template>
  <span class="sentence">
    <template v-for="(part, i) in parts" :key="`${i} ${part.field}`"
      ><StepWord v-if="part.kind" :step="step" :part="part" @make="(then) => (take = then)" /><template
        v-else
        >{{ part.text }}</template
      ></template
    ><template v-if="!parts.length">{{ t("step.stepList.thisStepIsBeingWritten") }}</template>
  </span>
  <AddInk v-if="take" @added="made" @close="take = null" />
</template>

<style scoped>
.sentence {
  display: block;
  font-size: 18px;
  line-height: 1.5;
}
</style>
