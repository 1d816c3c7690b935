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
    <p class="spoken"><span v-if="colour" class="dab" :style="{ background: colour }" />{{ sentence }}</p>
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
    <i18n-t v-if="takenBy" keypath="bench.stepSpoken.sheetElsewhere" tag="p" scope="global" class="fetch">
      <template #bIt>
        <b>{{ t("everywhere.common.watchOut") }}</b>
      </template>
      <template #called>{{ takenBy.called }}</template>
      <template #on>{{ takenBy.on }}</template>
    </i18n-t>
    <p v-for="finding in findings" :key="finding.code + finding.message" class="fetch">
      <b>{{
        finding.severity === "remind" ? t("bench.stepSpoken.remember") : t("everywhere.common.watchOut")
      }}</b>
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
/* All that is said is scaled together so that it fits (useFitting). */
.spoken {
  font-size: calc(34px * var(--fit, 1));
  line-height: 1.3;
  font-weight: 560;
}
.dab {
  display: inline-block;
  width: 1.3em;
  height: 1.15em;
  margin-right: 0.4em;
  vertical-align: -0.22em;
  border-radius: 52% 48% 55% 45% / 48% 55% 45% 52%;
  border: 1px solid var(--hairline);
}
.fetch {
  margin-top: calc(14px * var(--fit, 1));
  font-size: calc(24px * var(--fit, 1));
  line-height: 1.3;
}
.why,
.care {
  margin-top: calc(12px * var(--fit, 1));
  font-size: calc(20px * var(--fit, 1));
  line-height: 1.3;
  color: var(--ink-soft);
  font-style: italic;
}
.care {
  color: var(--ink);
  font-style: normal;
}
</style>
