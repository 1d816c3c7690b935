<script setup lang="ts">
/** The step in hand in large words: what to do, what to fetch, what to mind, why, and with what care. */
import { computed } from "vue";
import type { Finding, Schemas } from "../../api/models";

const props = defineProps<{
  reading: Schemas["StepReadingOut"];
  findings: Finding[];
  /** The ink as it looks on the stock, where one is laid. */
  colour: string | undefined;
  /** The card of the batch that has the mask which is wanted. */
  takenBy: { on: number; called: string } | undefined;
}>();
const sentence = computed(() => props.reading.parts.map((part) => part.text).join(""));
</script>

<template>
  <div aria-live="polite">
    <p class="sentence"><span v-if="colour" class="dab" :style="{ background: colour }" />{{ sentence }}</p>
    <p class="fetch"><b>Fetch</b> {{ reading.fetch }}.</p>
    <p v-if="reading.fetch.includes('off-load')" class="fetch">
      <b>First</b> off-load the brush on scrap until it marks pale.
    </p>
    <p v-if="takenBy" class="fetch">
      <b>Mind.</b> The {{ takenBy.called }} lies on card {{ takenBy.on }}: take another one like it, or lift
      it there first.
    </p>
    <p v-for="finding in findings" :key="finding.code + finding.message" class="fetch">
      <b>{{ finding.severity === "remind" ? "Remember." : "Mind." }}</b> {{ finding.message }}
      <template v-if="finding.severity === 'remind'">{{ finding.why }}</template>
    </p>
    <p v-for="note in reading.notes" :key="note" class="fetch">{{ note }}</p>
    <p class="why">{{ reading.why }}</p>
    <p v-if="reading.care" class="care"><b>Care.</b> {{ reading.care }}</p>
  </div>
</template>

<style scoped>
.sentence {
  font-size: 34px;
  line-height: 1.34;
  font-weight: 560;
}
.dab {
  display: inline-block;
  width: 46px;
  height: 40px;
  margin-right: 14px;
  vertical-align: -8px;
  border-radius: 52% 48% 55% 45% / 48% 55% 45% 52%;
  border: 1px solid var(--hairline);
}
.fetch {
  margin-top: 16px;
  font-size: 24px;
  line-height: 1.35;
}
.why,
.care {
  margin-top: 14px;
  font-size: 20px;
  color: var(--ink-soft);
  font-style: italic;
}
.care {
  color: var(--ink);
  font-style: normal;
}
</style>
