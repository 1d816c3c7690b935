<script setup lang="ts">
/** What the panel says of the place pointed at, and how it is shown. */
import { computed } from "vue";
import type { Look } from "../../api/client";
import type { AnswerOut, CardOut } from "../../api/models";
import NumbersFold from "../../components/NumbersFold.vue";
import WordChoice from "../../components/word/WordChoice.vue";
import { sayOff, sayStrength, saySure } from "../../logic/crossings";
import { sightChoices, USUAL } from "../../logic/sight";
import { useShelf } from "../../stores/shelf";

const props = defineProps<{
  answer: AnswerOut | null;
  card: CardOut;
  steps: number;
  tapped: boolean;
  look: Look | null;
  /** Whose eyes it is seen with. */
  sight: string;
  tilted: boolean;
  real: boolean;
  wide: boolean;
  /** The whole card is seen in place of the panel. */
  whole: boolean;
}>();
const emit = defineEmits<{
  stamp: [];
  look: [to: Look | null];
  sight: [to: string];
  tilt: [];
  real: [];
  wide: [];
}>();
const LOOKS = [
  { value: "as predicted", label: "as predicted" },
  { value: "paler", label: "paler", hint: "as pale as it may well come out" },
  { value: "stronger", label: "stronger", hint: "as strong as it may well come out" },
  { value: "wet", label: "still wet", hint: "before the last ink has dried lighter" },
];
const SHOWN = {
  paler: "As pale as it may well come out",
  stronger: "As strong as it may well come out",
  wet: "While the last ink is still wet; it dries lighter",
} as const;
const shelf = useShelf();
const looks = computed(() => [...LOOKS, ...sightChoices(shelf.shelf?.sights ?? []).slice(1)]);
const shown = computed(() => (props.sight === USUAL ? (props.look ?? "as predicted") : props.sight));
function lookAs(value: string) {
  const eyes = shelf.shelf?.sights.some(({ key }) => key === value);
  emit("sight", eyes ? value : USUAL);
  emit("look", value === "paler" || value === "stronger" || value === "wet" ? value : null);
}
const change = computed(() => {
  const by = props.answer?.one_more ?? 0;
  if (by < 1) return "would hardly be seen";
  if (by < 3) return "would be seen side by side";
  return by < 8 ? "would be seen at a glance" : "would change it strongly";
});
</script>

<template>
  <div class="answer">
    <div class="told" role="status">
      <span v-if="whole" class="quiet">The whole card, as it is put together.</span>
      <template v-else-if="answer">
        <span class="chip" :style="{ background: answer.hex }" />
        <span v-if="answer.laid.length">
          Bottom first:
          <template v-for="(here, i) in answer.laid" :key="here.step">
            <template v-if="i">, </template><b>{{ here.name }}</b> {{ sayStrength(here.strength) }}</template
          >.<template v-if="!answer.in_gamut"> More vivid than a screen shows.</template> One more pass
          {{ change }}. Cielo is {{ saySure(answer.band) }}: {{ sayOff(answer.band) }}.
          <NumbersFold>
            Lab {{ answer.lab.map((v) => Math.round(v)).join(" ") }}, {{ answer.hex }}; within
            {{ answer.band.toFixed(1) }} nine times in ten; one more pass changes it by
            {{ answer.one_more.toFixed(1) }} (CIEDE2000). Passes straight from the pad:
            {{ answer.laid.map((here) => here.strength.toFixed(2)).join(", ") }}.
          </NumbersFold>
        </span>
        <span v-else
          >Bare stock: {{ card.plan.stock.name }}.
          <NumbersFold>Lab {{ answer.lab.map((v) => Math.round(v)).join(" ") }}.</NumbersFold></span
        >
      </template>
      <span v-else-if="tilted" class="quiet"
        >Tilted to a lamp that goes with your hand. Paste and melted powder stand up and shine: where your own
        panel stays dull and grainy, the powder is not melted yet. Colours are only true laid flat.</span
      >
      <span v-else class="quiet">
        {{ look ? SHOWN[look] : "As predicted" }}
        {{ steps === card.plan.steps.length ? "when all is done." : `after step ${steps}.` }}
        Point at the panel to see what lies there.
      </span>
    </div>
    <span v-if="!whole" class="look"
      >Show it
      <WordChoice
        label="Show it"
        :text="looks.find(({ value }) => value === shown)?.label ?? 'as predicted'"
        :value="shown"
        :choices="looks"
        @choose="lookAs"
    /></span>
    <button v-if="!whole" type="button" class="word tilt" :aria-pressed="tilted" @click="emit('tilt')">
      {{ tilted ? "Lay it flat" : "Tilt it to the light" }}
    </button>
    <button v-if="!whole" type="button" class="word tilt" :aria-pressed="real" @click="emit('real')">
      {{ real ? "Fit it in" : "Real size" }}
    </button>
    <button type="button" class="word tilt" :aria-pressed="wide" @click="emit('wide')">
      {{ wide ? "Back to the steps" : "Whole window" }}
    </button>
    <button v-if="tapped && card.plan.inks.length" type="button" class="word stamp" @click="emit('stamp')">
      Stamp here
    </button>
  </div>
</template>

<style scoped>
/* It grows upwards over the table, so that the panel keeps its size while it is pointed at. */
.answer {
  position: absolute;
  inset: auto 0 0 0;
  display: flex;
  align-items: flex-end;
  gap: 4px 12px;
  padding: 4px 16px;
  /* What it says may lie over the panel's foot; the panel is pointed at through it. */
  pointer-events: none;
  font-size: 16px;
  line-height: 1.35;
}
.told {
  display: flex;
  flex: 1;
  gap: 10px;
  align-items: center;
  min-height: var(--tap);
  /* Only what is said hides what it lies over. */
  background: color-mix(in srgb, var(--surround) 88%, transparent);
}
.look {
  flex: none;
  margin-left: auto;
}
.tilt,
.stamp {
  flex: none;
}
.chip {
  flex: none;
  width: 40px;
  height: 40px;
  border: 1px solid var(--hairline);
}
/* Where they have no room side by side, what is said stands above what can be done. */
@container table (max-width: 800px) {
  .answer {
    flex-wrap: wrap;
    gap: 0 12px;
    padding: 0 12px;
  }
  .told {
    flex: 1 0 100%;
    min-height: 26px;
  }
  .look {
    margin-left: 0;
  }
}
.answer :deep(button),
.answer :deep(summary),
.look {
  pointer-events: auto;
}
</style>
