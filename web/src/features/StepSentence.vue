<script setup lang="ts">
/** One step as a sentence whose words are changed in place. */
import { computed } from "vue";
import type { CardOut, Part, StepModel } from "../api/client";
import WordChoice, { type Choice } from "../components/WordChoice.vue";
import WordLength from "../components/WordLength.vue";
import WordCount from "../components/WordCount.vue";
import WordNumber from "../components/WordNumber.vue";
import { useShelf } from "../composables/useShelf";
import { wordAt } from "../logic/steps";
import {
  AMOUNT_CHOICES,
  ARRANGEMENT_CHOICES,
  BLOT_CHOICES,
  EDGE_CHOICES,
  FADE_CHOICES,
  ONTO_CHOICES,
  ORIGIN_CHOICES,
  PRINT_CHOICES,
  TOUCH_CHOICES,
  WAY_CHOICES,
} from "../logic/words";
import WordText from "../components/WordText.vue";

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
  amount: "Water",
  blot: "Then",
  seed: "Throw",
  "region.shaded_from": "Strongest at",
  "region.origin": "From",
  "region.size_mm": "Size",
  "region.gap_mm": "Apart",
  "region.height_mm": "Letters",
  "region.x_mm": "From the left",
  "region.y_mm": "From the top",
  "region.count": "How many",
  "region.motif": "Motif",
  "region.text": "Words",
  "region.cover": "Cover",
  "region.angle_deg": "Angle",
  "region.arrangement": "Arrangement",
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
      return (shelf.value?.tools ?? [])
        .filter((t) => t.key !== "mister")
        .map((t) => ({ value: t.key, label: t.name, hint: t.good_for }));
    case "water-tool":
      return (shelf.value?.tools ?? [])
        .filter((t) => shelf.value?.water_tools.includes(t.key))
        .map((t) => ({ value: t.key, label: t.name }));
    case "motif":
      return (shelf.value?.motifs ?? []).map((m) => ({ value: m.key, label: m.name }));
    case "print":
      return PRINT_CHOICES;
    case "amount":
      return AMOUNT_CHOICES;
    case "blot":
      return BLOT_CHOICES;
    case "origin":
      return ORIGIN_CHOICES;
    case "arrangement":
      return ARRANGEMENT_CHOICES;
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
      return props.card.reading.masks.map((mask) => ({ value: mask.key, label: mask.called }));
  }
}

function valueOf(part: Part): string {
  const value = wordAt(props.step, part.field);
  if (part.kind === "fade") return (value as { edge?: string } | null)?.edge ?? "none";
  return String(value);
}

function choose(part: Part, value: string) {
  const label = choices(part).find((choice) => choice.value === value)?.label ?? value;
  if (part.kind === "blot") return emit("word", "blot", value === "true", label);
  if (part.kind !== "fade") return emit("word", part.field, value, `change to ${label}`);
  const width = (wordAt(props.step, "fade.width_mm") as number | undefined) ?? 25.4;
  emit("word", "fade", value === "none" ? null : { edge: value, width_mm: width }, `let it go ${label}`);
}

const numberAt = (part: Part) => Number(wordAt(props.step, part.field));
const label = (part: Part) =>
  LABELS[part.field] ?? (part.kind === "count" ? "Passes" : part.kind === "minutes" ? "Minutes" : "Mask");

function readPercent(text: string) {
  const value = Number(text.replace("%", ""));
  return value >= 1 && value <= 99 ? value / 100 : null;
}
function readAngle(text: string) {
  const value = Number(text.replace("°", "").replace(",", "."));
  return Number.isFinite(value) && Math.abs(value) <= 360 ? value : null;
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
        :text="part.text"
        :label="label(part)"
        :mm="numberAt(part)"
        :units="card.plan.units ?? 'in'"
        :least="LEAST[part.field] ?? 0"
        @change="(mm) => emit('word', part.field, mm, `change ${label(part).toLowerCase()}`)"
      />
      <WordCount
        v-else-if="part.kind === 'count'"
        :text="String(numberAt(part))"
        :label="label(part)"
        :value="numberAt(part)"
        :most="20"
        @change="(n) => emit('word', part.field, n, `make it ${n}`)"
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
      <WordNumber
        v-else-if="part.kind === 'percent'"
        :text="part.text"
        :label="label(part)"
        :shown="String(Math.round(numberAt(part) * 100))"
        unit="%"
        hint="Use 1 to 99."
        :read="readPercent"
        :tap="(d) => Math.min(0.99, Math.max(0.05, numberAt(part) + d * 0.05))"
        @change="(n) => emit('word', part.field, n, `cover ${Math.round(n * 100)} %`)"
      />
      <WordNumber
        v-else-if="part.kind === 'angle'"
        :text="part.text"
        :label="label(part)"
        :shown="String(numberAt(part))"
        unit="°"
        hint="Use -360 to 360."
        :read="readAngle"
        :tap="(d) => numberAt(part) + 5 * d"
        @change="(n) => emit('word', part.field, n, `turn it to ${n}°`)"
      />
      <WordText
        v-else-if="part.kind === 'text'"
        :text="part.text"
        :label="label(part)"
        :value="valueOf(part)"
        @change="(text) => emit('word', part.field, text, `write “${text}”`)"
      />
      <button
        v-else-if="part.kind === 'throw'"
        class="word"
        :aria-label="`${part.text}. Another throw`"
        title="Another throw"
        @click="emit('word', 'seed', numberAt(part) + 1, 'throw it again')"
      >
        {{ part.text }}: throw again
      </button>
      <button
        v-else-if="part.kind === 'openings'"
        class="word"
        title="Tap openings on the panel to add or leave them; here to take all of them again"
        @click="emit('word', part.field, [], 'ink every opening')"
      >
        {{ part.text }}: take all again
      </button>
      <button
        v-else-if="part.kind === 'covered'"
        class="word"
        @click="emit('word', part.field, !wordAt(step, part.field), 'cover the neighbours')"
      >
        {{ part.text }}
      </button>
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
