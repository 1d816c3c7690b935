<script setup lang="ts">
/** What a print is to other prints: the same once more, deeper or paler; behind another, or in front of it. */
import { computed } from "vue";
import type { Brush, Step } from "../../api/models";
import WordMenu from "../../components/word/WordMenu.vue";
import { useDesk } from "../../composables/useDesk";
import { panelSize } from "../../logic/panelSize";
import { onceMore, printed } from "../../logic/refers";
import { newStepId } from "../../logic/steps";
import { t } from "../../words";

const props = defineProps<{ step: Brush }>();
const emit = defineEmits<{ choose: [id: string] }>();
const desk = useDesk();
const AGAIN = [
  { value: "again", label: t("step.printRefers.inTheSamePlace"), hint: t("step.printRefers.deeper") },
  { value: "uninked", label: t("step.printRefers.withoutInking"), hint: t("step.printRefers.paler") },
] as const;
function again(how: "again" | "uninked") {
  const plan = desk.card?.plan;
  if (!plan) return;
  const step: Step = { ...onceMore(props.step, how, panelSize(plan.card)), id: newStepId(plan) };
  const said = how === "again" ? t("step.printRefers.printItAgain") : t("step.printRefers.printItPaler");
  desk.push(said, { do: "add-step", after: props.step.id, step });
  emit("choose", step.id);
}
const others = computed(() =>
  printed(desk.card?.plan.steps ?? [])
    .filter(({ id }) => id !== props.step.id)
    .flatMap(({ id, at }) => [
      { value: `behind ${id}`, label: t("step.printRefers.behindThePrintOf", { at }) },
      { value: `in-front ${id}`, label: t("step.printRefers.inFrontOfThePrintOf", { at }) },
    ]),
);
const choices = computed(() =>
  props.step.refers
    ? [...others.value, { value: "none", label: t("step.printRefers.unrelated") }]
    : others.value,
);
function set(choice: string) {
  const [how, step] = choice.split(" ");
  const value = step ? { how, step } : null;
  const said = choices.value.find((one) => one.value === choice)?.label ?? choice;
  desk.push(said, { do: "word", step: props.step.id, path: "refers", value });
}
</script>

<template>
  <WordMenu
    :text="t('step.printRefers.printItOnceMore')"
    :label="t('step.printRefers.onceMore')"
    :choices="AGAIN"
    @choose="again"
  />
  <WordMenu
    v-if="choices.length"
    :text="t('step.printRefers.whereOthersAre')"
    :label="t('step.printRefers.toOthers')"
    :choices="choices"
    @choose="set"
  />
</template>
