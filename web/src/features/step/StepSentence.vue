<script setup lang="ts">
/** One step as a sentence whose words are changed in place. */
import type { Part, Step } from "../../api/models";
import StepWord from "./StepWord.vue";
import { t } from "../../words";

defineProps<{ step: Step; parts: Part[] }>();
</script>

<template>
  <span class="sentence">
    <template v-for="(part, i) in parts" :key="`${i} ${part.field}`"
      ><StepWord v-if="part.kind" :step="step" :part="part" /><template v-else>{{
        part.text
      }}</template></template
    ><template v-if="!parts.length">{{ t("step.stepSentence.thisStepIsBeingWritten") }}</template>
  </span>
</template>

<style scoped>
.sentence {
  display: block;
  font-size: 18px;
  line-height: 1.5;
}
</style>
