<script setup lang="ts">
/** The plan read as sentences; the chosen one opens with its words, its reason and what is wrong with it. */
import { nextTick, ref, watch } from "vue";
import type { CardOut, Finding, StepModel } from "../api/client";
import { newSteps } from "../logic/newSteps";
import StepSentence from "./StepSentence.vue";
import WordChoice from "../components/WordChoice.vue";

const props = defineProps<{ card: CardOut; chosen: string | null; findings: Map<string, Finding[]> }>();
const emit = defineEmits<{
  choose: [id: string];
  move: [id: string, to: number];
  takeOut: [id: string];
  add: [after: string, step: StepModel, said: string];
  word: [id: string, path: string, value: unknown, said: string];
  remedy: [finding: Finding];
  point: [finding: Finding | null];
}>();

const list = ref<HTMLElement | null>(null);
watch(
  // Where the chosen step stands, and not every change: an edit elsewhere must not pull the page from under the hand.
  () => [props.chosen, props.card.plan.steps.findIndex((step) => step.id === props.chosen)].join(),
  async () => {
    await nextTick();
    list.value?.querySelector("[data-chosen]")?.scrollIntoView({ block: "nearest" });
  },
);

const said = (id: string) => props.card.reading.steps.find((step) => step.id === id);
const words = (id: string) =>
  said(id)
    ?.parts.map((part) => part.text)
    .join("");

const addable = (after: StepModel | undefined) => newSteps(props.card, after);
function add(after: StepModel, what: string) {
  const step = addable(after).find((choice) => choice.value === what);
  if (step) emit("add", after.id, step.make(), step.label.toLowerCase());
}
</script>

<template>
  <ol ref="list" class="steps" aria-label="Steps">
    <li
      v-for="(step, at) in card.plan.steps"
      :key="step.id"
      :data-chosen="step.id === chosen ? '' : undefined"
    >
      <span class="number" aria-hidden="true">{{ at + 1 }}</span>
      <div class="body">
        <template v-if="step.id === chosen">
          <StepSentence
            :card="card"
            :step="step"
            :parts="said(step.id)?.parts ?? []"
            @word="(path, value, what) => emit('word', step.id, path, value, what)"
          />
          <p class="why">{{ said(step.id)?.why }}</p>
          <p v-for="note in said(step.id)?.notes ?? []" :key="note" class="note">{{ note }}</p>
          <p v-if="said(step.id)?.care" class="why"><b>Care.</b> {{ said(step.id)?.care }}</p>
        </template>
        <button v-else class="line" @click="emit('choose', step.id)">{{ words(step.id) }}</button>
        <div
          v-for="finding in findings.get(step.id) ?? []"
          :key="finding.code"
          class="finding"
          :data-test="finding.code"
          @mouseenter="emit('point', finding)"
          @mouseleave="emit('point', null)"
        >
          <b class="sign" aria-hidden="true">{{ finding.severity === "stop" ? "!" : "?" }}</b>
          <div>
            <p>
              <b>{{ finding.severity === "stop" ? "Stop." : "Mind." }}</b> {{ finding.message }}
            </p>
            <p class="quiet">
              {{ finding.why }} <span v-if="finding.measure">({{ finding.measure }})</span>
            </p>
            <button v-if="finding.remedy" class="press main remedy" @click="emit('remedy', finding)">
              {{ finding.remedy }}
            </button>
          </div>
        </div>
        <div v-if="step.id === chosen" class="does">
          <button class="press small" :disabled="at === 0" @click="emit('move', step.id, at - 1)">
            Earlier
          </button>
          <button
            class="press small"
            :disabled="at === card.plan.steps.length - 1"
            @click="emit('move', step.id, at + 2)"
          >
            Later
          </button>
          <button class="press small" @click="emit('takeOut', step.id)">Take out</button>
          <span class="after"
            ><WordChoice
              text="Add a step after"
              label="Add"
              :choices="addable(step)"
              @choose="(what) => add(step, what)"
          /></span>
        </div>
      </div>
    </li>
  </ol>
</template>

<style scoped>
.steps {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  gap: 12px;
  padding: 2px 0;
  border-bottom: 1px solid var(--hairline);
}
li[data-chosen] {
  padding: 10px 0 8px;
}
.number {
  flex: none;
  width: 24px;
  padding-top: 9px;
  text-align: right;
  font: 650 17px/1.2 var(--display);
}
.body {
  flex: 1;
  min-width: 0;
}
.line {
  width: 100%;
  min-height: var(--tap);
  padding: 8px 4px;
  border: 0;
  background: transparent;
  text-align: left;
  line-height: 1.35;
  cursor: pointer;
}
.line:hover {
  background: var(--paper-deep);
}
.why {
  margin-top: 6px;
  color: var(--ink-soft);
  font-style: italic;
}
.note {
  margin-top: 6px;
}
.finding {
  display: flex;
  gap: 12px;
  margin: 10px 0 6px;
  padding: 10px 12px;
  background: var(--paper-lift);
  border-left: 4px solid var(--ink);
}
.sign {
  flex: none;
  width: 30px;
  height: 30px;
  border-radius: 50%;
  background: var(--ink);
  color: var(--paper-lift);
  font: 800 19px/30px var(--text);
  text-align: center;
}
.remedy {
  margin-top: 8px;
}
.does {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  margin: 6px 0 0 -12px;
}
.small {
  font-size: 16px;
  padding: 4px 12px;
}
.after {
  margin-left: 8px;
}
</style>
