<script setup lang="ts">
/** Part of the panel covered for the time of one step: what splatters goes everywhere else. */
import { computed } from "vue";
import type { Step } from "../../api/models";
import WordMenu from "../../components/word/WordMenu.vue";
import { useDesk } from "../../composables/useDesk";
import { newMask } from "../../logic/masks";
import { panelSize } from "../../logic/panelSize";
import { t } from "../../words";

const props = defineProps<{ step: Step }>();
const desk = useDesk();
const FRESH = [
  {
    value: "new:edge" as const,
    label: t("step.shieldWord.aStraightEdgeOfPaper"),
    hint: t("step.shieldWord.everythingOnOneSideOf"),
  },
  {
    value: "new:moon" as const,
    label: t("everywhere.common.aRoundMask"),
    hint: t("step.shieldWord.onePlace"),
  },
  {
    value: "new:tapes" as const,
    label: t("step.shieldWord.twoSheetsOfPaper"),
    hint: t("step.shieldWord.allButAStrip"),
  },
];
const choices = computed(() => [
  ...(desk.card?.plan.masks ?? []).map((mask) => ({
    value: mask.key,
    label: t("everywhere.common.theWhat", {
      what: desk.saved?.reading.masks.find(({ key }) => key === mask.key)?.called ?? mask.name,
    }),
  })),
  ...FRESH,
]);
function cover(what: string) {
  const plan = desk.card?.plan;
  if (!plan) return;
  const { width, height } = panelSize(plan.card);
  const fresh = FRESH.find(({ value }) => value === what);
  const mask = fresh
    ? newMask(fresh.value.slice(4) as "edge" | "moon" | "tapes", plan, width, height)
    : plan.masks.find(({ key }) => key === what);
  if (mask)
    desk.push(t("step.shieldWord.coverPartOfItMeanwhile"), { do: "shield", step: props.step.id, mask });
}
</script>

<template>
  <WordMenu
    :text="t('step.shieldWord.coverPartMeanwhile')"
    :label="t('step.shieldWord.coverPartMeanwhile')"
    :choices="choices"
    @choose="cover"
  />
</template>
