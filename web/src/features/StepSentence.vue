<script setup lang="ts">
/** One step as a sentence whose words are changed in place. */
import { computed } from "vue";
import type { CardOut, Part, StepModel } from "../api/client";
import WordChoice, { type Choice } from "../components/WordChoice.vue";
import WordLength from "../components/WordLength.vue";
import WordNumber from "../components/WordNumber.vue";
import { useShelf } from "../composables/useShelf";
import { wordAt } from "../logic/steps";
import { EDGE_CHOICES, FADE_CHOICES, ONTO_CHOICES, TOUCH_CHOICES, WAY_CHOICES } from "../logic/words";

const props = defineProps<{ card: CardOut; step: StepModel; parts: Part[] }>();
const emit = defineEmits<{ word: [path: string, value: unknown, said: string] }>();
const { shelf } = useShelf();

const LABELS: Record<string, string> = {
  "region.start_mm": "Start at",
  "region.end_mm": "Go to",
  "region.lead_in_mm": "Led in over",
  "region.carry_mm": "Carry it on",
  "region.reach_mm": "Out to",
  "region.edge": "From",
  "fade.width_mm": "Fade over",
  fade: "Edges",
  ink: "Ink",
  tool: "Brush",
  touch: "Touch",
  onto: "On",
  way: "Dry",
};
const LEAST: Record<string, number> = { "region.reach_mm": 1, "fade.width_mm": 1 };

const inkChoices = computed<Choice<string>[]>(() =>
  props.card.plan.inks.map((ink) => ({
    value: ink.key,
    label: ink.name,
    colour: props.card.reading.inks.find((on) => on.key === ink.key)?.hex,
  })),
);

function choices(part: Part): Choice<string>[] {
  switch (part.kind) {
    case "ink":
      return inkChoices.value;
    case "tool":
      return (shelf.value?.tools ?? []).map((t) => ({ value: t.key, label: t.name, hint: t.good_for }));
    case "edge":
      return EDGE_CHOICES;
    case "touch":
      return TOUCH_CHOICES;
    case "onto":
      return ONTO_CHOICES;
    case "way":
      return WAY_CHOICES;
    case "fade":
      return FADE_CHOICES;
    default:
      return (props.card.plan.masks ?? []).map((mask) => ({ value: mask.key, label: `${mask.name} mask` }));
  }
}

function valueOf(part: Part): string {
  const value = wordAt(props.step, part.field);
  if (part.kind === "fade") return (value as { edge?: string } | null)?.edge ?? "none";
  return String(value);
}

function choose(part: Part, value: string) {
  const label = choices(part).find((choice) => choice.value === value)?.label ?? value;
  if (part.kind !== "fade") return emit("word", part.field, value, `change to ${label}`);
  const width = (wordAt(props.step, "fade.width_mm") as number | undefined) ?? 25.4;
  emit("word", "fade", value === "none" ? null : { edge: value, width_mm: width }, `let it go ${label}`);
}

const numberAt = (part: Part) => Number(wordAt(props.step, part.field));
const label = (part: Part) =>
  LABELS[part.field] ?? (part.kind === "count" ? "Passes" : part.kind === "minutes" ? "Minutes" : "Mask");

function readWhole(text: string) {
  const value = Number(text);
  return Number.isInteger(value) && value >= 1 && value <= 20 ? value : null;
}
function readMinutes(text: string) {
  const value = Number(text.replace(",", "."));
  return value > 0 && value <= 1440 ? value : null;
}
</script>

<template>
  <span class="sentence">
    <template v-for="(part, i) in parts" :key="i">
      <template v-if="!part.kind">{{ part.text }}</template>
      <WordLength
        v-else-if="part.kind === 'length'"
        :label="label(part)"
        :mm="numberAt(part)"
        :units="card.plan.units ?? 'in'"
        :least="LEAST[part.field] ?? 0"
        @change="(mm) => emit('word', part.field, mm, `change ${label(part).toLowerCase()}`)"
      />
      <WordNumber
        v-else-if="part.kind === 'count'"
        :text="part.text"
        label="Passes"
        :shown="part.text"
        hint="Use 1 to 20."
        :read="readWhole"
        :tap="(d) => Math.min(20, Math.max(1, numberAt(part) + d))"
        @change="(n) => emit('word', part.field, n, `make it ${n} passes`)"
      />
      <WordNumber
        v-else-if="part.kind === 'minutes'"
        :text="part.text"
        label="Minutes"
        :shown="String(numberAt(part))"
        unit="min"
        hint="Use more than 0, up to 1440."
        :read="readMinutes"
        :tap="(d) => Math.max(0.5, numberAt(part) + d)"
        @change="(n) => emit('word', part.field, n, `dry for ${n} minutes`)"
      />
      <WordChoice
        v-else
        :text="part.text"
        :label="label(part)"
        :choices="choices(part)"
        :value="valueOf(part)"
        @choose="(value) => choose(part, value)"
      />
    </template>
  </span>
</template>

<style scoped>
.sentence {
  font-size: 20px;
  line-height: 1.75;
}
</style>
