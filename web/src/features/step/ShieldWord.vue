<script setup lang="ts">
/** Part of the panel covered for the time of one step: what splatters goes everywhere else. */
import { computed } from "vue";
import type { Step } from "../../api/models";
import WordMenu from "../../components/word/WordMenu.vue";
import { useDesk } from "../../composables/useDesk";
import { newMask } from "../../logic/masks";
import { panelSize } from "../../logic/panelSize";

const props = defineProps<{ step: Step }>();
const desk = useDesk();
const FRESH = [
  { value: "new:edge" as const, label: "a straight edge of paper", hint: "everything on one side of it" },
  { value: "new:moon" as const, label: "a round mask", hint: "one place" },
  { value: "new:tapes" as const, label: "two sheets of paper", hint: "all but a strip" },
];
const choices = computed(() => [
  ...(desk.card?.plan.masks ?? []).map((mask) => ({
    value: mask.key,
    label: `the ${desk.saved?.reading.masks.find(({ key }) => key === mask.key)?.called ?? mask.name}`,
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
  if (mask) desk.push("cover part of it meanwhile", { do: "shield", step: props.step.id, mask });
}
</script>

<template>
  <WordMenu text="Cover part meanwhile" label="Cover part meanwhile" :choices="choices" @choose="cover" />
</template>
