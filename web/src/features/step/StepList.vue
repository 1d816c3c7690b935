<script setup lang="ts">
/** The plan read as sentences; the chosen one opens with its words, its reason and what is wrong with it. */
import { computed, nextTick, ref, watch } from "vue";
import type { Finding } from "../../api/models";
import WordMenu from "../../components/word/WordMenu.vue";
import { useOneStop } from "../../composables/useOneStop";
import { useNewSteps } from "../../composables/useNewSteps";
import { useDesk } from "../../composables/useDesk";
import { unbroken } from "../../logic/length";
import { regionOf } from "../../logic/prints";
import { doneBeside } from "../../logic/run";
import { lastOfGround } from "../../logic/steps";
import FindingNote from "../FindingNote.vue";
import BesideRows from "./BesideRows.vue";
import OpeningsPress from "./OpeningsPress.vue";
import PrintActions from "./PrintActions.vue";
import RememberedNotes from "./RememberedNotes.vue";
import StepDoes from "./StepDoes.vue";
import StepReasons from "./StepReasons.vue";
import StepSentence from "./StepSentence.vue";
import { t } from "../../words";

const props = defineProps<{ chosen: string | null; findings: Map<string, Finding[]> }>();
const emit = defineEmits<{
  choose: [id: string | null];
  remedy: [finding: Finding, label: string];
  point: [finding: Finding | null];
}>();
const desk = useDesk();
const plan = computed(() => desk.card?.plan);
const steps = computed(() => plan.value?.steps ?? []);

const list = ref<HTMLElement | null>(null);
useOneStop(list, ".line");
watch(
  // Where the chosen step stands, and not every change: an edit elsewhere must not pull the page from under the hand.
  () => [props.chosen, steps.value.findIndex((step) => step.id === props.chosen)].join(),
  async () => {
    await nextTick();
    const open = list.value?.querySelector("[data-chosen]");
    open?.scrollIntoView({ block: "nearest" });
    // The line that was pressed is gone; the hand goes on in its sentence.
    if (pressed) open?.querySelector<HTMLElement>(".word")?.focus({ preventScroll: true });
    pressed = false;
  },
);
let pressed = false;
function press(id: string) {
  pressed = true;
  emit("choose", id);
}

/** The open step is closed again, and its line has the focus. */
async function close() {
  const at = steps.value.findIndex((step) => step.id === props.chosen);
  if (at < 0) return;
  emit("choose", null);
  await nextTick();
  list.value?.querySelectorAll<HTMLElement>(".line")[at]?.focus();
}

const beside = computed(() => doneBeside(desk.saved));
const PRINTED = new Set(["print", "motifs", "words"]);
const said = (id: string) => desk.saved?.reading.steps.find((step) => step.id === id);
const words = (id: string) =>
  unbroken(
    said(id)
      ?.parts.map((part) => part.text)
      .join("") ?? t("step.stepList.thisStepIsBeingWritten"),
  );

/** What is only to be remembered at the bench is told where the step is open, and is no alarm. */
const shown = (id: string) =>
  (props.findings.get(id) ?? []).filter((finding) => finding.severity !== "remind" || id === props.chosen);
/** What she wrote of another card to remember next time, where it concerns this step. */
const remembered = (id: string) => desk.saved?.remembered.filter((told) => told.step === id) ?? [];
const wishes = (id: string) => plan.value?.wishes.filter((wish) => wish.first === id) ?? [];
const numberOf = (id: string) => steps.value.findIndex((step) => step.id === id) + 1;
const { addable, add } = useNewSteps((id) => emit("choose", id));
</script>

<template>
  <p v-if="plan && !steps.length" class="begin">
    {{ t("step.stepList.empty") }}{{ " "
    }}<WordMenu
      :text="t('step.stepList.start')"
      :label="t('step.stepList.startLabel')"
      :choices="addable(undefined)"
      @choose="(what) => add(undefined, what)"
    />
  </p>
  <ol ref="list" class="steps" :aria-label="t('step.stepList.steps')" @keydown.esc="close">
    <template v-for="(step, at) in steps" :key="step.id">
      <BesideRows :card="desk.id" :done="beside.get(step.id) ?? []" />
      <li :data-chosen="step.id === chosen ? '' : undefined">
        <span class="number" aria-hidden="true">{{ at + 1 }}</span>
        <div class="body">
          <template v-if="step.id === chosen">
            <StepSentence :step="step" :parts="said(step.id)?.parts ?? []" />
            <StepReasons
              v-if="said(step.id)"
              :said="said(step.id)!"
              :wishes="wishes(step.id)"
              :number-of="numberOf"
            />
          </template>
          <button v-else type="button" class="line" @click="press(step.id)">
            <span class="brief" :title="words(step.id)" aria-hidden="true"
              ><span v-for="(part, i) in said(step.id)?.brief ?? []" :key="i">{{
                unbroken(part)
              }}</span></span
            ><span class="visually-hidden">{{ words(step.id) }}</span>
          </button>
          <OpeningsPress v-if="step.id === chosen" :step="step" />
          <RememberedNotes :notes="remembered(step.id)" />
          <FindingNote
            v-for="finding in shown(step.id)"
            :key="finding.code + finding.message"
            :finding="finding"
            @remedy="(label) => emit('remedy', finding, label)"
            @point="(value) => emit('point', value)"
          />
          <PrintActions
            v-if="step.id === chosen && PRINTED.has(regionOf(step)?.over ?? '')"
            :step="step"
            @choose="(id) => emit('choose', id)"
          />
          <StepDoes
            v-if="step.id === chosen"
            :key="step.id"
            :step="step"
            :at="at"
            :words="words"
            @choose="(id) => emit('choose', id)"
          />
        </div>
      </li>
    </template>
    <BesideRows :card="desk.id" :done="beside.get('') ?? []" />
  </ol>
  <p v-if="steps.length" class="begin">
    <WordMenu
      :text="t('step.stepList.addAStep')"
      :label="t('step.stepList.add')"
      :choices="addable(lastOfGround(steps))"
      @choose="(what) => add(lastOfGround(steps), what)"
    />
  </p>
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
  padding: 0;
  border-bottom: 1px solid var(--hairline);
}
li[data-chosen] {
  padding: 4px 0 2px;
}
.number {
  flex: none;
  width: 24px;
  padding-top: 8px;
  text-align: right;
  font: 650 17px/1.2 var(--display);
}
.body {
  flex: 1;
  min-width: 0;
}
.line {
  width: 100%;
  min-height: 36px;
  padding: 3px 4px;
  border: 0;
  background: transparent;
  text-align: left;
  font-size: 16px;
  line-height: 1.25;
  cursor: pointer;
}
/* The whole of a sentence is read where its step is chosen. */
.brief {
  display: flex;
  flex-wrap: wrap;
  white-space: nowrap;
}
/* Where there is no room the last goes on below; nothing is cut but what is longer than a line. */
.brief > span {
  flex: none;
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
}
.brief > span:not(:last-child)::after {
  content: "·";
  padding: 0 0.35em;
  color: var(--ink-soft);
}
@media (pointer: coarse) {
  .line {
    min-height: var(--tap);
  }
}
.line:hover {
  background: var(--paper-deep);
}
</style>
