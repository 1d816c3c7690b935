<script setup lang="ts">
/** The base, the mats and how the panel is put on, as a sentence. */
import type { CardPart, Units } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import { useDesk } from "../../composables/useDesk";
import { useResizing } from "../../composables/useResizing";
import { FOLDS } from "../../logic/startSizes";
import FitSteps from "../card/FitSteps.vue";
import RevealWords from "../card/RevealWords.vue";
import LayerStock from "./LayerStock.vue";

const props = defineProps<{ card: CardPart; units: Units }>();
const desk = useDesk();
type Mat = CardPart["mats"][number];
type Sizes = "width_mm" | "height_mm" | "trim_mm" | "raised_mm";

const resizing = useResizing();
const resized = resizing.asked;
const set = resizing.set;
const draft = (part: Partial<CardPart> | null) => desk.setDraft(part && { do: "card", part });
const draftOf = (field: Sizes, mm: number | null) => draft(mm === null ? null : { [field]: mm });
const withMat = (at: number, part: Partial<Mat>) =>
  props.card.mats.map((mat, i) => (i === at ? { ...mat, ...part } : mat));

function addMat() {
  const mm = props.units === "in" ? 25.4 / 8 : 4;
  const reveals = { left_mm: mm, top_mm: mm, right_mm: mm, bottom_mm: mm };
  set({ mats: [...props.card.mats, { stock: "mat card", reveals }] }, "add a mat");
}
const MOST_MATS = 4;
const TURNED = [
  { value: "0", label: "as it was made" },
  { value: "90", label: "turned to the right", hint: "its left side is at the top" },
  { value: "180", label: "upside down" },
  { value: "270", label: "turned to the left", hint: "its right side is at the top" },
];
</script>

<template>
  The card is
  <WordLength
    label="The card wide"
    :mm="card.width_mm"
    :units="units"
    :least="40"
    :most="600"
    @change="(mm) => set({ width_mm: mm }, 'resize the card')"
    @draft="(mm) => draftOf('width_mm', mm)"
  />
  by
  <WordLength
    label="The card high"
    :mm="card.height_mm"
    :units="units"
    :least="40"
    :most="600"
    @change="(mm) => set({ height_mm: mm }, 'resize the card')"
    @draft="(mm) => draftOf('height_mm', mm)"
  />, its base of
  <LayerStock
    label="Base"
    :name="card.base_stock"
    :lab="card.base_lab ?? null"
    @take="(base_stock, base_lab) => set({ base_stock, base_lab }, 'take another base')"
  />, folded
  <WordChoice
    label="Folded"
    :text="FOLDS.find((f) => f.value === card.fold)?.label ?? card.fold"
    :value="card.fold"
    :choices="FOLDS"
    @choose="(fold) => set({ fold }, 'fold it at another side')"
  />.
  <template v-for="(mat, i) in card.mats" :key="i">
    {{ i ? "Behind it" : "Behind the panel" }} lies a mat of
    <LayerStock
      :label="`Mat ${i + 1}`"
      :name="mat.stock"
      :lab="mat.lab ?? null"
      @take="(stock, lab) => set({ mats: withMat(i, { stock, lab }) }, 'take another mat')"
    />, which shows
    <RevealWords
      :label="`Mat ${i + 1} shows`"
      :reveals="mat.reveals"
      :units="units"
      @change="(reveals) => set({ mats: withMat(i, { reveals }) }, 'change the reveal')"
      @draft="(reveals) => draft(reveals && { mats: withMat(i, { reveals }) })"
    />.
    <button
      type="button"
      class="word quiet"
      @click="set({ mats: card.mats.filter((_, at) => at !== i) }, 'take a mat away')"
    >
      Take it away</button
    >{{ " " }}
  </template>
  <template v-if="card.mats.length < MOST_MATS"
    ><button type="button" class="word" @click="addMat">Add a mat</button>.
  </template>
  Ink the panel
  <WordLength
    label="Larger by"
    :mm="card.trim_mm"
    :units="units"
    :most="40"
    @change="(mm) => set({ trim_mm: mm }, 'ink it larger')"
    @draft="(mm) => draftOf('trim_mm', mm)"
  />
  larger all round and trim it. Foam tape lifts it by
  <WordLength
    label="Lifted by"
    :mm="card.raised_mm"
    :units="units"
    :most="10"
    @change="(mm) => set({ raised_mm: mm }, 'lift the panel')"
    @draft="(mm) => draftOf('raised_mm', mm)"
  />. Finished, the panel is put on
  <WordChoice
    label="Turned"
    :text="TURNED.find(({ value }) => value === String(card.turned_deg))?.label ?? ''"
    :value="String(card.turned_deg)"
    :choices="TURNED"
    @choose="(turn) => set({ turned_deg: Number(turn) as CardPart['turned_deg'] }, 'turn the finished panel')"
  />.
  <FitSteps
    v-if="resized"
    :was="props.card"
    :now="resized.card"
    :units="units"
    @fit="resizing.fit"
    @leave="resizing.leaveSteps"
    @keep="resizing.keep"
  />
</template>
