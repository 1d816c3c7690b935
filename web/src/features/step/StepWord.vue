<script setup lang="ts">
/** One word of a step's sentence that can be changed in place. A kind of word that has no way to be changed is an error. */
import { computed } from "vue";
import type { Part, Schemas, Step } from "../../api/models";
import { NEW } from "../../components/word/choice";
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
import { panelSize } from "../../logic/panelSize";
import { withSpots } from "../../logic/stuck";
import { fadeAt, LEAST, labelOf, sheetChoices, toolFor, wordChoices } from "../../logic/stepWords";
import { wordAt } from "../../logic/steps";
import { sayMinutes } from "../../logic/time";
import { type Shape, newMask } from "../../logic/masks";
import { useDesigns } from "../../stores/designs";
import { useShelf } from "../../stores/shelf";
import OpeningsWord from "./OpeningsWord.vue";
import ShadeWord from "./ShadeWord.vue";
import { t } from "../../words";

const props = defineProps<{ step: Step; part: Part }>();
/** An ink that is not on the shelf yet is wanted here; with its key it is taken. */
const emit = defineEmits<{ make: [take: (key: string) => void] }>();
const desk = useDesk();
const shelf = useShelf();

const label = computed(() => labelOf(props.part));
const value = computed(() => wordAt(props.step, props.part.field));
const spots = computed(() => (props.step.do === "stick-on" ? props.step.spots : []));
const panel = computed(() => (desk.card ? panelSize(desk.card.plan.card) : { width: 0, height: 0 }));
const number = computed(() => Number(value.value));
const units = computed(() => desk.card?.plan.units ?? "in");
/** The word as it was read aloud belongs to what is saved; what has been changed since says itself. */
const fresh = computed(() => {
  const saved = desk.saved?.plan.steps.find((step) => step.id === props.step.id);
  return !saved || JSON.stringify(wordAt(saved, props.part.field)) === JSON.stringify(value.value);
});
const read = computed(() => (fresh.value ? props.part.text : undefined));

const designs = useDesigns();
/** Where a sheet is laid it is swapped for as long as it lies; elsewhere the word alone is. */
const lays = computed(() => props.step.do === "lay-mask" && props.part.kind === "mask");
const sheets = computed(() =>
  lays.value && desk.card ? sheetChoices(desk.card, designs.designs ?? []) : [],
);
function takeSheet(choice: string) {
  const card = desk.card;
  if (!card) return;
  const [from = "", key = ""] = choice.split(" ");
  const label = sheets.value.find((one) => one.value === choice)?.label ?? key;
  const said = t("step.stepWord.layInstead", { label });
  if (from === "shelf") return desk.push(said, { do: "stencil", stencil: key, instead: props.step.id });
  const { width, height } = panel.value;
  const mask =
    from === "card"
      ? card.plan.masks.find((one) => one.key === key)
      : newMask(key as Shape, card.plan, width, height);
  if (mask) desk.push(said, { do: "sheet-instead", lay: props.step.id, mask });
}
/** An ink of the shelf comes on the card with it, and its tool where it has one of its own. */
function takeInk(key: string) {
  if (key === NEW) return emit("make", takeInk);
  const ink =
    desk.card?.plan.inks.find((one) => one.key === key) ??
    shelf.shelf?.inks.find((one) => one.ink.key === key)?.ink;
  if (ink && props.step.do === "brush")
    desk.push(t("step.stepWord.changeTo", { called: ink.name }), {
      do: "ink-word",
      step: props.step.id,
      ink,
      tool: toolFor(ink.kind, props.step.tool),
    });
}

const choices = computed(() =>
  desk.card &&
  shelf.shelf &&
  !["places", "shade", "openings", "stroke", "spots"].includes(props.part.kind ?? "")
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
  const said = t("step.stepWord.stampThe", { called: called(motif) });
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
  if (props.part.kind === "flakes")
    return write(Number(key), t("step.stepWord.leave", { called: called(key) }));
  if (props.part.kind === "relation" && key === "none") return write(null, called(key), "refers");
  if (props.part.kind === "blot") return write(key === "true", called(key));
  if (props.part.kind !== "fade") return write(key, t("step.stepWord.changeTo", { called: called(key) }));
  const width_mm = fadeAt(props.step)?.width_mm ?? 25.4;
  write(key === "none" ? null : { edge: key, width_mm }, t("step.stepWord.letItGo", { called: called(key) }));
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
    @change="(mm) => write(mm, t('everywhere.common.changeWhat', { what: label.toLowerCase() }))"
    @draft="draft"
  />
  <WordCount
    v-else-if="part.kind === 'spots'"
    :text="fresh ? part.text : String(spots.length)"
    :label="label"
    :value="spots.length"
    :most="80"
    @change="(n) => write(withSpots(spots, n, panel), t('everywhere.common.stickOn', { what: n }))"
  />
  <WordCount
    v-else-if="part.kind === 'count'"
    :text="String(number)"
    :label="label"
    :value="number"
    :most="20"
    @change="(n) => write(n, t('everywhere.common.makeItWhat', { what: n }))"
    @draft="draft"
  />
  <WordNumber
    v-else-if="part.kind === 'minutes'"
    :text="read ?? sayMinutes(number)"
    :label="t('step.stepWord.minutes')"
    :value="number"
    :show="decimal"
    :say="sayMinutes"
    unit="min"
    :hint="t('step.stepWord.useHalfAMinuteUp')"
    :least="0.5"
    :most="1440"
    :read="readNumber"
    :tap="(minutes, by) => Math.max(0.5, Math.floor(minutes) + by)"
    @change="(n) => write(n, t('step.stepWord.dryForMinutes', { n }))"
  />
  <WordPercent
    v-else-if="part.kind === 'percent'"
    :text="read"
    :label="label"
    :value="number"
    :least="0.05"
    :most="0.99"
    @change="(n) => write(n, t('step.stepWord.cover', { n: Math.round(n * 100) }))"
    @draft="draft"
  />
  <WordAngle
    v-else-if="part.kind === 'angle'"
    :text="read"
    :label="label"
    :value="number"
    @change="(n) => write(n, t('step.stepWord.turnItTo', { n }))"
    @draft="draft"
  />
  <WordText
    v-else-if="part.kind === 'text'"
    :text="read ?? `“${inOneLine(String(value))}”`"
    :label="t('step.stepWord.aStrokeBegins', { label })"
    :value="inOneLine(String(value))"
    :longest="120"
    @change="(text) => write(inLines(text), t('step.stepWord.write', { text }))"
  />
  <WordToggle
    v-else-if="part.kind === 'line'"
    :label="label"
    :text="part.text"
    :other="value ? t('step.stepWord.solid') : t('step.stepWord.asALine')"
    @toggle="
      write(value ? null : 0.6, value ? t('step.stepWord.printItSolid') : t('step.stepWord.printItsOutline'))
    "
  />
  <WordToggle
    v-else-if="part.kind === 'flipped'"
    :label="t('step.stepWord.itIs')"
    :text="part.text"
    :other="t('step.stepWord.unmirrored')"
    @toggle="write(!value, t('step.printActions.mirrorIt'))"
  />
  <button
    v-else-if="part.kind === 'prints'"
    type="button"
    class="word"
    :title="t('step.stepWord.tapPrintsOnThePanel')"
    @click="write([], t('step.stepWord.goIntoEveryPrint'))"
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
    :title="t('step.stepWord.itFallsByChanceLet')"
    @click="write(number + 1, t('step.stepWord.letItFallAnotherWay'))"
  >
    {{ t("step.stepWord.anotherScatter") }}
  </button>
  <OpeningsWord
    v-else-if="part.kind === 'openings'"
    :step="step"
    :text="part.text"
    @all="write([], t('step.stepWord.inkEveryOpening'))"
  />
  <b v-else-if="part.kind === 'stroke'" :title="t('step.stepWord.pressOnThePanelAnd')">{{ part.text }}</b>
  <ShadeWord v-else-if="part.kind === 'shade'" :step="step" :part="part" :text="read" @write="write" />
  <WordToggle
    v-else-if="part.kind === 'covered'"
    :label="t('step.stepWord.theNeighbours')"
    :text="part.text"
    :other="t('step.stepWord.theOtherWay')"
    @toggle="write(!value, t('step.stepWord.coverTheNeighbours'))"
  />
  <WordChoice
    v-else-if="lays"
    :text="read ?? label"
    :label="label"
    :choices="sheets"
    :value="`card ${value}`"
    @choose="takeSheet"
  />
  <WordChoice
    v-else-if="part.kind === 'ink' && choices"
    :text="read ?? called(chosen)"
    :label="label"
    :choices="choices"
    :value="chosen"
    @choose="takeInk"
  />
  <WordChoice
    v-else-if="choices"
    :class="{ aside: part.kind === 'fade' && chosen === 'none' }"
    :text="
      part.kind === 'fade' && chosen === 'none' ? t('step.stepWord.letItFadeAtAn') : (read ?? called(chosen))
    "
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
