<script setup lang="ts">
/** What can be done with the chosen step: moved, taken out, done again, swapped, another added. */
import { computed, ref } from "vue";
import type { Step } from "../../api/models";
import WordMenu from "../../components/word/WordMenu.vue";
import { useDesk } from "../../composables/useDesk";
import { useNewSteps } from "../../composables/useNewSteps";
import { againOf, inPlaceOf, newStepId, spellOf } from "../../logic/steps";
import ShowIt from "../solving/ShowIt.vue";
import AgainWith from "./AgainWith.vue";
import ShieldWord from "./ShieldWord.vue";
import TakeMaskOut from "./TakeMaskOut.vue";
import { t } from "../../words";

const props = defineProps<{ step: Step; at: number; words: (id: string) => string }>();
const emit = defineEmits<{ choose: [id: string | null] }>();
const desk = useDesk();
const plan = computed(() => desk.card?.plan);
const steps = computed(() => plan.value?.steps ?? []);
const { addable, others, add } = useNewSteps((id) => emit("choose", id));
const wishes = (id: string) => plan.value?.wishes.filter((wish) => wish.first === id) ?? [];
const numberOf = (id: string) => steps.value.findIndex((step) => step.id === id) + 1;
const laterThan = (id: string) =>
  steps.value
    .filter((step) => step.id !== id && !wishes(id).some((wish) => wish.then === step.id))
    .map((step) => ({
      value: step.id,
      label: t("everywhere.common.stepNumber", { number: numberOf(step.id) }),
      hint: props.words(step.id).slice(0, 60),
    }));
function takeAway(piece: string) {
  emit("choose", null);
  desk.push(t("step.stepList.removePieceEdit"), { do: "take-piece-away", piece });
}

/** What is thrown goes everywhere: part of the panel can be covered for its time. */
const thrown = (step: Step) =>
  (step.do === "brush" || step.do === "water") && /splatter|spray|mister/.test(step.tool);
/** What is a thing on its ground, and can stand out from it: a band of a blend is none. */
const THINGS = new Set(["print", "motifs", "words", "in-print", "inside", "pressed", "stroke"]);
const stands = (step: Step) => step.do === "brush" && (THINGS.has(step.region.over) || sheds(step.ink));
const sheds = (key: string) =>
  ["powder", "clear"].includes(plan.value?.inks.find((ink) => ink.key === key)?.kind ?? "");
/** Another kind of step in the place of one; what both have in common, its ink and tool say, is kept. */
function instead(of: Step, what: string) {
  const choice = others(of).find((one) => one.value === what);
  if (choice)
    desk.push(t("step.stepList.swapEdit", { label: choice.label.toLowerCase(), numberOf: numberOf(of.id) }), {
      do: "step",
      step: inPlaceOf(of, choice.make()),
    });
}
function again(of: Step) {
  if (!plan.value) return;
  const step = againOf(of, newStepId(plan.value));
  desk.push(t("step.stepList.repeatEdit", { numberOf: numberOf(of.id) }), {
    do: "add-step",
    after: of.id,
    step,
  });
  emit("choose", step.id);
}
/** To stand before the step that stands so many places on. */
function move(id: string, at: number) {
  const to = at > numberOf(id) - 1 ? at + 1 : at;
  desk.push(t("step.runOfProofs.moveStep", { numberOf: numberOf(id) }), {
    do: "move-step",
    step: id,
    before: steps.value[to]?.id ?? null,
  });
}
/** The laying of a mask that is asked about: what was built on it, and what it is called. */
const asked = ref<string | null>(null);
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
  desk.push(t("everywhere.common.removeWhat", { what: calledMask.value ?? t("step.stepList.mask") }), {
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
  desk.push(t("step.stepList.removeEdit", { number }), { do: "take-step-out", step: id });
}
</script>

<template>
  <div class="does">
    <el-button size="small" :disabled="at === 0" @click="move(step.id, at - 1)">{{
      t("step.stepList.earlier")
    }}</el-button>
    <el-button size="small" :disabled="at === steps.length - 1" @click="move(step.id, at + 1)">{{
      t("step.stepList.later")
    }}</el-button>
    <el-button v-if="step.do === 'put-on'" size="small" @click="takeAway(step.piece)">{{
      t("everywhere.common.removeThePiece")
    }}</el-button>
    <el-button v-else size="small" @click="takeOut(step.id)">{{ t("everywhere.action.remove") }}</el-button>
    <el-button
      v-if="step.do === 'stick-on'"
      size="small"
      @click="desk.push(t('step.printActions.spreadThemEvenly'), { do: 'spread', step: step.id })"
      >{{ t("step.stepList.spreadThemEvenly") }}</el-button
    >
    <el-button v-if="step.do === 'brush' || step.do === 'water'" size="small" @click="again(step)">{{
      t("step.stepList.repeat")
    }}</el-button>
    <span v-if="step.do === 'lay-mask' && lifted(step.id)" class="after"
      ><AgainWith :step="step" @choose="(id) => emit('choose', id)"
    /></span>
    <ShowIt v-if="stands(step)" :key="step.id" :step="step.id" />
    <span v-if="thrown(step)" class="after"><ShieldWord :step="step" /></span>
    <span v-if="steps.length > 1" class="after"
      ><WordMenu
        :text="t('step.stepList.mustPrecede')"
        :label="t('step.stepList.mustPrecedeLabel')"
        :choices="laterThan(step.id)"
        @choose="
          (then) =>
            desk.push(t('step.stepList.mustPrecedeEdit'), {
              do: 'wish',
              first: step.id,
              then,
            })
        "
    /></span>
    <span v-if="step.do !== 'put-on'" class="after"
      ><WordMenu
        :text="t('step.stepList.swap')"
        :label="t('step.stepList.swap')"
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
</template>

<style scoped>
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
