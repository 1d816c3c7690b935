<script setup lang="ts">
/** The step in hand in large words: what to do, what to fetch, what to mind, why, and with what care. */
import { computed } from "vue";
import type { Finding, Schemas } from "../../api/models";
import { t } from "../../words";

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
    <p class="fetch">
      <b>{{ t("bench.stepSpoken.fetch") }}</b> {{ reading.fetch }}.
    </p>
    <i18n-t
      v-if="reading.fetch.includes('off-load')"
      keypath="bench.stepSpoken.offLoadTheBrushOnScrap"
      tag="p"
      scope="global"
      class="fetch"
    >
      <template #first>
        <b>{{ t("bench.stepSpoken.first") }}</b>
      </template>
    </i18n-t>
    <i18n-t v-if="takenBy" keypath="bench.stepSpoken.theLiesOnCard" tag="p" scope="global" class="fetch">
      <template #bIt>
        <b>{{ t("bench.stepSpoken.mind") }}</b>
      </template>
      <template #called>{{ takenBy.called }}</template>
      <template #on>{{ takenBy.on }}</template>
    </i18n-t>
    <p v-for="finding in findings" :key="finding.code + finding.message" class="fetch">
      <b>{{ finding.severity === "remind" ? t("bench.stepSpoken.remember") : t("bench.stepSpoken.mind") }}</b>
      {{ finding.message }}
      <template v-if="finding.severity === 'remind'">{{ finding.why }}</template>
    </p>
    <p v-for="note in reading.notes" :key="note" class="fetch">{{ note }}</p>
    <p class="why">{{ reading.why }}</p>
    <p v-if="reading.care" class="care">
      <b>{{ t("bench.stepSpoken.care") }}</b> {{ reading.care }}
    </p>
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
