<script setup lang="ts">
/** The plan read as sentences; the chosen one opens with its words, its reason and what is wrong with it. */
import { computed, nextTick, ref, watch } from "vue";
import type { Finding, Step } from "../../api/models";
import WordMenu from "../../components/word/WordMenu.vue";
import { useOneStop } from "../../composables/useOneStop";
import { useDesk } from "../../composables/useDesk";
import { unbroken } from "../../logic/length";
import { newSteps } from "../../logic/newSteps";
import { regionOf } from "../../logic/prints";
import { doneBeside } from "../../logic/run";
import { againOf, inPlaceOf, lastOfGround, newStepId, spellOf } from "../../logic/steps";
import { useDesigns } from "../../stores/designs";
import { useShelf } from "../../stores/shelf";
import FindingNote from "../FindingNote.vue";
import ShowIt from "../solving/ShowIt.vue";
import AgainWith from "./AgainWith.vue";
import BesideRows from "./BesideRows.vue";
import OpeningsPress from "./OpeningsPress.vue";
import PrintActions from "./PrintActions.vue";
import RememberedNotes from "./RememberedNotes.vue";
import ShieldWord from "./ShieldWord.vue";
import StepReasons from "./StepReasons.vue";
import StepSentence from "./StepSentence.vue";
import TakeMaskOut from "./TakeMaskOut.vue";
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
function takeAway(piece: string) {
  emit("choose", null);
  desk.push(t("step.stepList.takeThePieceAway"), { do: "take-piece-away", piece });
}

/** What is thrown goes everywhere: part of the panel can be covered for its time. */
const thrown = (step: Step) =>
  (step.do === "brush" || step.do === "water") && /splatter|spray|mister/.test(step.tool);
/** What is a thing on its ground, and can stand out from it: a band of a blend is none. */
const THINGS = new Set(["print", "motifs", "words", "in-print", "inside", "pressed", "stroke"]);
const stands = (step: Step) => step.do === "brush" && (THINGS.has(step.region.over) || sheds(step.ink));
const sheds = (key: string) =>
  ["powder", "clear"].includes(plan.value?.inks.find((ink) => ink.key === key)?.kind ?? "");
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
const laterThan = (id: string) =>
  steps.value
    .filter((step) => step.id !== id && !wishes(id).some((wish) => wish.then === step.id))
    .map((step) => ({
      value: step.id,
      label: t("step.stepList.step", { numberOf: numberOf(step.id) }),
      hint: words(step.id).slice(0, 60),
    }));
const shelf = useShelf();
const designs = useDesigns();
const shelved = computed(() => ({
  inks: shelf.shelf?.inks.map(({ ink }) => ink) ?? [],
  motifs: shelf.shelf?.motifs ?? [],
  designs: designs.designs ?? [],
}));
const addable = (after: Step | undefined) => (desk.card ? newSteps(desk.card, after, shelved.value) : []);
/** What can stand in the place of a step, with what is on the card. */
const others = (of: Step) => (desk.card ? newSteps(desk.card, of) : []);

/** A new step after another, or before all of them. */
function add(after: Step | undefined, what: string) {
  const choice = addable(after).find((one) => one.value === what);
  if (!choice || !plan.value) return;
  const step = { ...choice.make(), id: newStepId(plan.value) };
  const said = choice.label.charAt(0).toLowerCase() + choice.label.slice(1);
  if (choice.design) desk.push(said, { do: "stencil", stencil: choice.design, after: after?.id ?? null });
  else
    desk.push(said, {
      do: "add-step",
      after: after?.id ?? null,
      step,
      ...(choice.ink ? { ink: choice.ink } : {}),
      ...(choice.mask ? { mask: choice.mask } : {}),
    });
  emit("choose", step.id);
}
/** Another kind of step in the place of one; what both have in common, its ink and tool say, is kept. */
function instead(of: Step, what: string) {
  const choice = others(of).find((one) => one.value === what);
  if (choice)
    desk.push(
      t("step.stepList.atStepInstead", { label: choice.label.toLowerCase(), numberOf: numberOf(of.id) }),
      {
        do: "step",
        step: inPlaceOf(of, choice.make()),
      },
    );
}
function again(of: Step) {
  if (!plan.value) return;
  const step = againOf(of, newStepId(plan.value));
  desk.push(t("step.stepList.doStepAgain", { numberOf: numberOf(of.id) }), {
    do: "add-step",
    after: of.id,
    step,
  });
  emit("choose", step.id);
}
/** To stand before the step that stands so many places on. */
function move(id: string, at: number) {
  const to = at > numberOf(id) - 1 ? at + 1 : at;
  desk.push(t("step.stepList.moveStep", { numberOf: numberOf(id) }), {
    do: "move-step",
    step: id,
    before: steps.value[to]?.id ?? null,
  });
}
/** The laying of a mask that is asked about: what was built on it, and what it is called. */
const asked = ref<string | null>(null);
watch(
  () => props.chosen,
  () => (asked.value = null),
);
const spell = computed(() => (asked.value && plan.value ? spellOf(plan.value.steps, asked.value) : null));
const calledMask = computed(() => {
  const lay = steps.value.find((step) => step.id === asked.value);
  return desk.saved?.reading.masks.find((mask) => lay?.do === "lay-mask" && mask.key === lay.mask)?.called;
});
function takeSpellOut(built: boolean) {
  if (!spell.value) return;
  const { lay, lift, wipes, inside } = spell.value;
  const gone = [lay, ...lift, ...wipes, ...(built ? inside.map((step) => step.id) : [])];
  emit("choose", null);
  desk.push(t("step.stepList.takeTheOut", { calledMask: calledMask.value ?? t("step.stepList.mask") }), {
    do: "take-steps-out",
    steps: gone,
  });
}
const lifted = (id: string) => !!spellOf(steps.value, id)?.lift.length;
function takeOut(id: string) {
  if (plan.value && spellOf(plan.value.steps, id)?.inside.length) {
    asked.value = id;
    return;
  }
  const number = numberOf(id);
  emit("choose", steps.value[number]?.id ?? steps.value[number - 2]?.id ?? null);
  desk.push(t("step.stepList.takeOutStep", { number }), { do: "take-step-out", step: id });
}
</script>

<template>
  <p v-if="plan && !steps.length" class="begin">
    {{ t("step.stepList.nothingIsPlannedYet") }}{{ " "
    }}<WordMenu
      :text="t('step.stepList.beginWithAStep')"
      :label="t('step.stepList.begin')"
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
          <div v-if="step.id === chosen" class="does">
            <el-button size="small" :disabled="at === 0" @click="move(step.id, at - 1)">{{
              t("step.stepList.earlier")
            }}</el-button>
            <el-button size="small" :disabled="at === steps.length - 1" @click="move(step.id, at + 1)">{{
              t("step.stepList.later")
            }}</el-button>
            <el-button v-if="step.do === 'put-on'" size="small" @click="takeAway(step.piece)">{{
              t("step.stepList.takeThePieceAwayAltogether")
            }}</el-button>
            <el-button v-else size="small" @click="takeOut(step.id)">{{
              t("step.stepList.takeOut")
            }}</el-button>
            <el-button
              v-if="step.do === 'stick-on'"
              size="small"
              @click="desk.push(t('step.printActions.spreadThemEvenly'), { do: 'spread', step: step.id })"
              >{{ t("step.stepList.spreadThemEvenly") }}</el-button
            >
            <el-button v-if="step.do === 'brush' || step.do === 'water'" size="small" @click="again(step)">{{
              t("step.stepList.doItAgain")
            }}</el-button>
            <span v-if="step.do === 'lay-mask' && lifted(step.id)" class="after"
              ><AgainWith :step="step" @choose="(id) => emit('choose', id)"
            /></span>
            <ShowIt v-if="stands(step)" :key="step.id" :step="step.id" />
            <span v-if="thrown(step)" class="after"><ShieldWord :step="step" /></span>
            <span v-if="steps.length > 1" class="after"
              ><WordMenu
                :text="t('step.stepList.keepBefore')"
                :label="t('step.stepList.keepItBefore')"
                :choices="laterThan(step.id)"
                @choose="
                  (then) =>
                    desk.push(t('step.stepList.keepOneStepBeforeAnother'), {
                      do: 'wish',
                      first: step.id,
                      then,
                    })
                "
            /></span>
            <span v-if="step.do !== 'put-on'" class="after"
              ><WordMenu
                :text="t('step.stepList.instead')"
                :label="t('step.stepList.instead')"
                :choices="others(step)"
                @choose="(what) => instead(step, what)"
            /></span>
            <span class="after"
              ><WordMenu
                :text="t('step.stepList.addAfter')"
                :label="t('step.stepList.add')"
                :choices="addable(step)"
                @choose="(what) => add(step, what)"
            /></span>
            <span v-if="at === 0" class="after"
              ><WordMenu
                :text="t('step.stepList.addBefore')"
                :label="t('step.stepList.addBefore')"
                :choices="addable(undefined)"
                @choose="(what) => add(undefined, what)"
            /></span>
          </div>
          <TakeMaskOut
            v-if="asked === step.id && spell"
            :called="calledMask ?? t('step.stepList.mask')"
            :built="spell.inside"
            @only="takeSpellOut(false)"
            @all="takeSpellOut(true)"
            @leave="asked = null"
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
  white-space: nowrap;
}
/* Where there is no room it is where the ink goes that is cut, behind its measures. */
.brief > span {
  flex: none;
}
.brief > span:only-child,
.brief > span:nth-last-child(2):not(:first-child) {
  flex: 0 1 auto;
  overflow: hidden;
  text-overflow: ellipsis;
}
.brief > span + span::before {
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
.does {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  margin: -5px 0 -3px -12px;
}
.after {
  margin-left: 8px;
}
</style>
