<script setup lang="ts">
/** The plan read as sentences; the chosen one opens with its words, its reason and what is wrong with it. */
import { nextTick, ref, watch } from "vue";
import type { CardOut, Finding, StepModel } from "../api/client";
import { newSteps } from "../logic/newSteps";
import FindingNote from "./FindingNote.vue";
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
  wish: [first: string, then: string];
  forget: [first: string, then: string];
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

/** What is only to be remembered at the bench is told where the step is open, and is no alarm. */
const shown = (id: string) =>
  (props.findings.get(id) ?? []).filter((finding) => finding.severity !== "remind" || id === props.chosen);
const wishes = (id: string) => (props.card.plan.wishes ?? []).filter((wish) => wish.first === id);
const numberOf = (id: string) => props.card.plan.steps.findIndex((step) => step.id === id) + 1;
const laterThan = (id: string) =>
  props.card.plan.steps
    .filter((step) => step.id !== id && !wishes(id).some((wish) => wish.then === step.id))
    .map((step) => ({
      value: step.id,
      label: `step ${numberOf(step.id)}`,
      hint: words(step.id)?.slice(0, 60),
    }));
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
          <p v-for="wish in wishes(step.id)" :key="wish.then" class="note">
            You want it before step {{ numberOf(wish.then) }} (<button
              class="word"
              @click="emit('forget', wish.first, wish.then)"
            >
              forget that</button
            >).
          </p>
          <p v-if="said(step.id)?.care" class="why"><b>Care.</b> {{ said(step.id)?.care }}</p>
        </template>
        <button v-else class="line" @click="emit('choose', step.id)">{{ words(step.id) }}</button>
        <FindingNote
          v-for="finding in shown(step.id)"
          :key="finding.code + finding.message"
          :finding="finding"
          @remedy="emit('remedy', finding)"
          @point="(value) => emit('point', value)"
        />
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
          <span v-if="card.plan.steps.length > 1" class="after"
            ><WordChoice
              text="Keep it before"
              label="Keep it before"
              :choices="laterThan(step.id)"
              @choose="(then) => emit('wish', step.id, then)"
          /></span>
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
