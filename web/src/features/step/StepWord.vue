<script setup lang="ts">
/** One word of a step's sentence that can be changed in place. A kind of word that has no way to be changed is an error. */
import { computed } from "vue";
import type { Part, Schemas, Step } from "../../api/models";
import WordAngle from "../../components/word/WordAngle.vue";
import WordChoice from "../../components/word/WordChoice.vue";
import WordCount from "../../components/word/WordCount.vue";
import WordLength from "../../components/word/WordLength.vue";
import WordNumber from "../../components/word/WordNumber.vue";
import WordPercent from "../../components/word/WordPercent.vue";
import WordText from "../../components/word/WordText.vue";
import WordToggle from "../../components/word/WordToggle.vue";
import { useDesk } from "../../composables/useDesk";
import { decimal, readNumber } from "../../logic/numbers";
import { regionOf } from "../../logic/prints";
import { fadeAt, LEAST, labelOf, wordChoices } from "../../logic/stepWords";
import { wordAt } from "../../logic/steps";
import { sayMinutes } from "../../logic/time";
import { useShelf } from "../../stores/shelf";
import OpeningsWord from "./OpeningsWord.vue";
import ShadeWord from "./ShadeWord.vue";

const props = defineProps<{ step: Step; part: Part }>();
const desk = useDesk();
const shelf = useShelf();

const label = computed(() => labelOf(props.part));
const value = computed(() => wordAt(props.step, props.part.field));
const number = computed(() => Number(value.value));
const units = computed(() => desk.card?.plan.units ?? "in");
/** The word as it was read aloud belongs to what is saved; what has been changed since says itself. */
const fresh = computed(() => {
  const saved = desk.saved?.plan.steps.find((step) => step.id === props.step.id);
  return !saved || JSON.stringify(wordAt(saved, props.part.field)) === JSON.stringify(value.value);
});
const read = computed(() => (fresh.value ? props.part.text : undefined));

const choices = computed(() =>
  desk.card && shelf.shelf && !["places", "shade", "openings", "stroke"].includes(props.part.kind ?? "")
    ? wordChoices(props.part, desk.card, shelf.shelf)
    : null,
);
/** The built-in image that is printed; empty where it is one of the maker's own. */
const imageKey = computed(() => {
  const image = value.value as Schemas["Print"]["image"] | null;
  return image?.image === "built-in" ? image.motif : "";
});
const inOneLine = (text: string) => text.split("\n").join(" / ");
const inLines = (text: string) => text.split(/\s*\/\s*/).join("\n");
const chosen = computed(() =>
  props.part.kind === "fade" ? (fadeAt(props.step)?.edge ?? "none") : String(value.value),
);
const called = (key: string) => choices.value?.find((choice) => choice.value === key)?.label ?? key;

function write(to: unknown, said: string, path = props.part.field) {
  desk.push(said, { do: "word", step: props.step.id, path, value: to });
}
/** Another image; what grows or sits on the ground is meant to stand, and the rest is not. */
function stamp(motif: string) {
  const said = `stamp the ${called(motif)}`;
  const image = { image: "built-in" as const, motif: motif as Schemas["BuiltIn"]["motif"] };
  const region = regionOf(props.step);
  if (region?.over !== "print") return write(image, said);
  const stands = shelf.shelf?.motifs.find(({ key }) => key === motif)?.stands ? ("stands" as const) : null;
  write({ ...region, image, stands }, said, "region");
}
function draft(to: unknown) {
  desk.setDraft(to === null ? null : { do: "word", step: props.step.id, path: props.part.field, value: to });
}
function choose(key: string) {
  if (props.part.kind === "flakes") return write(Number(key), `leave ${called(key)}`);
  if (props.part.kind === "blot") return write(key === "true", called(key));
  if (props.part.kind !== "fade") return write(key, `change to ${called(key)}`);
  const width_mm = fadeAt(props.step)?.width_mm ?? 25.4;
  write(key === "none" ? null : { edge: key, width_mm }, `let it go ${called(key)}`);
}
</script>

<template>
  <WordLength
    v-if="part.kind === 'length'"
    :text="read"
    :label="label"
    :mm="number"
    :units="units"
    :least="LEAST[part.field] ?? 0"
    @change="(mm) => write(mm, `change ${label.toLowerCase()}`)"
    @draft="draft"
  />
  <WordCount
    v-else-if="part.kind === 'count'"
    :text="String(number)"
    :label="label"
    :value="number"
    :most="20"
    @change="(n) => write(n, `make it ${n}`)"
    @draft="draft"
  />
  <WordNumber
    v-else-if="part.kind === 'minutes'"
    :text="read ?? sayMinutes(number)"
    label="Minutes"
    :value="number"
    :show="decimal"
    :say="sayMinutes"
    unit="min"
    hint="Use half a minute up to a day, 1440."
    :least="0.5"
    :most="1440"
    :read="readNumber"
    :tap="(minutes, by) => Math.max(0.5, Math.floor(minutes) + by)"
    @change="(n) => write(n, `dry for ${n} minutes`)"
  />
  <WordPercent
    v-else-if="part.kind === 'percent'"
    :text="read"
    :label="label"
    :value="number"
    :least="0.05"
    :most="0.99"
    @change="(n) => write(n, `cover ${Math.round(n * 100)} %`)"
    @draft="draft"
  />
  <WordAngle
    v-else-if="part.kind === 'angle'"
    :text="read"
    :label="label"
    :value="number"
    @change="(n) => write(n, `turn it to ${n}°`)"
    @draft="draft"
  />
  <WordText
    v-else-if="part.kind === 'text'"
    :text="read ?? `“${inOneLine(String(value))}”`"
    :label="`${label}; a stroke / begins a new line`"
    :value="inOneLine(String(value))"
    :longest="120"
    @change="(text) => write(inLines(text), `write “${text}”`)"
  />
  <WordToggle
    v-else-if="part.kind === 'line'"
    :label="label"
    :text="part.text"
    :other="value ? 'solid' : 'as a line'"
    @toggle="write(value ? null : 0.6, value ? 'print it solid' : 'print its outline')"
  />
  <WordToggle
    v-else-if="part.kind === 'flipped'"
    label="It is"
    :text="part.text"
    other="as it was drawn"
    @toggle="write(!value, 'mirror it')"
  />
  <button
    v-else-if="part.kind === 'prints'"
    type="button"
    class="word"
    title="Tap prints on the panel to add or leave them; here to take all of them again"
    @click="write([], 'go into every print')"
  >
    {{ part.text }}
  </button>
  <WordChoice
    v-else-if="part.kind === 'image' && choices"
    :text="read ?? called(imageKey)"
    :label="label"
    :choices="choices"
    :value="imageKey"
    @choose="stamp"
  />
  <button
    v-else-if="part.kind === 'throw'"
    type="button"
    class="word aside"
    title="It falls by chance: let it fall another way"
    @click="write(number + 1, 'let it fall another way')"
  >
    another scatter
  </button>
  <OpeningsWord
    v-else-if="part.kind === 'openings'"
    :step="step"
    :text="part.text"
    @all="write([], 'ink every opening')"
  />
  <b v-else-if="part.kind === 'stroke'" title="Press on the panel and draw it anew">{{ part.text }}</b>
  <ShadeWord v-else-if="part.kind === 'shade'" :step="step" :part="part" :text="read" @write="write" />
  <WordToggle
    v-else-if="part.kind === 'covered'"
    label="The neighbours"
    :text="part.text"
    other="the other way"
    @toggle="write(!value, 'cover the neighbours')"
  />
  <WordChoice
    v-else-if="choices"
    :class="{ aside: part.kind === 'fade' && chosen === 'none' }"
    :text="part.kind === 'fade' && chosen === 'none' ? 'let it fade at an edge' : (read ?? called(chosen))"
    :label="label"
    :choices="choices"
    :value="chosen"
    @choose="choose"
  />
  <template v-else>{{ part.text }}</template>
</template>

<style scoped>
/* What is not said on paper, but can be asked for here. */
.aside {
  margin-left: 6px;
  color: var(--ink-soft);
  font-size: 0.8em;
}
</style>
