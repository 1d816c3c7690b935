<script setup lang="ts">
/** What was done while a mask lay, done once more with another: a second row of hills, a second stencil. */
import { computed } from "vue";
import type { Step } from "../../api/models";
import WordMenu from "../../components/word/WordMenu.vue";
import { useDesk } from "../../composables/useDesk";
import { NEW_MASKS, newMask, pushedOn, type Shape } from "../../logic/masks";
import { panelSize } from "../../logic/panelSize";
import { t } from "../../words";

const props = defineProps<{ step: Extract<Step, { do: "lay-mask" }> }>();
const emit = defineEmits<{ choose: [id: string] }>();
const desk = useDesk();
const called = (key: string) => desk.saved?.reading.masks.find((mask) => mask.key === key)?.called ?? key;
const choices = computed(() => [
  {
    value: "same",
    label: t("step.againWith.theSamePushedOn", { called: called(props.step.mask) }),
    hint: t("step.againWith.aLittleHigherYouMoveIt"),
  },
  ...(desk.card?.plan.masks ?? [])
    .filter(({ key }) => key !== props.step.mask)
    .map((mask) => ({
      value: `own ${mask.key}`,
      label: t("everywhere.common.theWhat", { what: called(mask.key) }),
      hint: t("everywhere.common.asOnThisCard"),
    })),
  ...NEW_MASKS.map((mask) => ({ ...mask, value: `new ${mask.value}` })),
]);
/** A further row of hills or clouds stands lower than the one before it, by this share of the panel. */
const LOWER = 0.14;
function again(choice: string) {
  const plan = desk.card?.plan;
  const was = plan?.masks.find(({ key }) => key === props.step.mask);
  if (!plan || !was) return;
  const { width, height } = panelSize(plan.card);
  let mask = plan.masks.find(({ key }) => key === choice.slice(4));
  if (choice === "same") mask = pushedOn(plan, was);
  else if (choice.startsWith("new ")) {
    mask = newMask(choice.slice(4) as Shape, plan, width, height);
    if (mask.shape === "edge" && was.shape === "edge")
      mask = {
        ...mask,
        keeps: was.keeps,
        y_mm: Math.round(Math.min(was.y_mm + LOWER * height, 0.9 * height)),
      };
  }
  if (mask) {
    const said = t("step.againWith.repeatEdit", { name: mask.name });
    desk.push(said, { do: "spell-again", step: props.step.id, mask });
    // What comes next comes after it all.
    const last = desk.card?.plan.steps.findLast((made) => made.do === "lift-mask" && made.mask === mask.key);
    if (last) emit("choose", last.id);
  }
}
</script>

<template>
  <WordMenu
    :text="t('step.againWith.label')"
    :label="t('step.againWith.label')"
    :choices="choices"
    @choose="again"
  />
</template>
