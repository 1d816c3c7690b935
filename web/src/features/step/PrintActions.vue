<script setup lang="ts">
/** What can be done with the prints of a step: more of them, where they stand, their own mask, painting inside them. */
import { useFileDialog } from "@vueuse/core";
import { computed, ref } from "vue";
import type { InkModel, Print, Step } from "../../api/models";
import WordMenu from "../../components/word/WordMenu.vue";
import { useDesk } from "../../composables/useDesk";
import { panelSize } from "../../logic/panelSize";
import { alongLine, centred, inARow, regionOf, shapeOf, withAnother, withoutLast } from "../../logic/prints";
import { nameOfDrawing } from "../../logic/drawings";
import { lightnessOf } from "../../logic/colour";
import { dryAfter, type Filling, filling, inksFor, paints } from "../../logic/filling";
import { onceMore } from "../../logic/refers";
import { newStepId } from "../../logic/steps";
import { useShelf } from "../../stores/shelf";
import PrintRefers from "./PrintRefers.vue";
import StencilTiles from "../shelf/StencilTiles.vue";
import { t } from "../../words";

const props = defineProps<{ step: Step }>();
const emit = defineEmits<{ choose: [id: string] }>();
const desk = useDesk();
const shelf = useShelf();
const region = computed(() => regionOf(props.step));
const print = computed(() => (region.value?.over === "print" ? region.value : null));
const panel = computed(() => (desk.card ? panelSize(desk.card.plan.card) : { width: 0, height: 0 }));
function set(part: Partial<Print> | Print, said: string) {
  if (print.value)
    desk.push(said, {
      do: "word",
      step: props.step.id,
      path: "region",
      value: { ...print.value, ...part },
    });
}
/** Strokes of the plan that prints can be set along. */
const strokes = computed(() =>
  (desk.card?.plan.steps ?? []).flatMap((step, at) => {
    const of = regionOf(step);
    if (of?.over !== "stroke") return [];
    return [
      {
        value: step.id,
        label: t("step.printActions.alongTheStrokeOfStep", { at: at + 1 }),
        points: of.points,
      },
    ];
  }),
);
/** How wide and tall the image is, so that a row of it stands on the edge and fits. */
const shape = computed(() => {
  const image = print.value?.image;
  if (!image) return { wide: 1, tall: 1 };
  const motif = image.image === "built-in" ? image.motif : null;
  return shapeOf(image, shelf.shelf?.motifs.find(({ key }) => key === motif)?.path);
});
const places = computed(() => [...WHERE, ...strokes.value]);
const FEWEST_ALONG = 5;
const WHERE = [
  { value: "another", label: t("step.printActions.oneMoreBesideIt") },
  { value: "three", label: t("step.printActions.threeAlongTheBottom") },
  { value: "five", label: t("step.printActions.fiveAlongTheBottom") },
  { value: "middle", label: t("step.printActions.oneInTheMiddle") },
  {
    value: "spread",
    label: t("step.printActions.spreadEvenly"),
    hint: t("step.printActions.wholeAndOffTheWords"),
  },
  { value: "fewer", label: t("step.printActions.oneFewer") },
] as const;
function place(how: string) {
  const now = print.value;
  if (!now) return;
  const stroke = strokes.value.find(({ value }) => value === how);
  if (stroke) {
    const many = Math.max(FEWEST_ALONG, now.places.length);
    set(alongLine(now, stroke.points, many), t("step.printActions.stampThemAlongTheStroke"));
    return;
  }
  const rows = { three: 3, five: 5 };
  if (how === "spread")
    desk.push(t("step.printActions.spreadThemEvenly"), { do: "spread", step: props.step.id });
  else if (how === "another") set(withAnother(now, panel.value), t("step.printActions.stampOneMore"));
  else if (how === "fewer") set(withoutLast(now), t("step.printActions.stampOneFewer"));
  else if (how === "middle") set(centred(now, panel.value), t("step.printActions.stampItInTheMiddle"));
  else if (how === "three" || how === "five")
    set(inARow(now, rows[how], panel.value, shape.value), t("step.printActions.stampThemAlongTheBottom"));
}
const AS = [
  {
    value: "stands",
    label: t("step.printActions.itStands"),
    hint: t("step.printActions.cieloMindsThatThereIs"),
  },
  { value: "hangs", label: t("step.printActions.itHangs") },
  { value: "neither", label: t("step.printActions.itNeitherStandsNorHangs") },
  {
    value: "front",
    label: t("step.printActions.itIsInFrontOr"),
    hint: t("step.printActions.ofWhateverElseIsPrinted"),
  },
  { value: "texture", label: t("step.printActions.itIsAMereTexture") },
  { value: "mirror", label: t("step.printActions.mirrorIt") },
] as const;
function as(what: (typeof AS)[number]["value"]) {
  const now = print.value;
  if (!now) return;
  if (what === "front") set({ front: !now.front }, t("step.printActions.setItInFront"));
  else if (what === "texture") set({ texture: !now.texture }, t("step.printActions.takeItAsATexture"));
  else if (what === "mirror")
    set(
      { places: now.places.map((at) => ({ ...at, flipped: !at.flipped })) },
      t("step.printActions.mirrorIt"),
    );
  else set({ stands: what === "neither" ? null : what }, t("step.printActions.sayHowItStands"));
}
const FILLINGS = [
  { value: "one", label: t("step.printActions.inOneInk") },
  { value: "foot", label: t("step.printActions.darkerAtTheFoot"), hint: t("step.printActions.lightFirst") },
  {
    value: "sides",
    label: t("step.printActions.darkerAtBothSides"),
    hint: t("step.printActions.itLooksRound"),
  },
  { value: "rim", label: t("step.printActions.darkerAlongTheRim"), hint: t("step.printActions.lightFirst") },
  { value: "three", label: t("step.printActions.inThreeInks"), hint: t("step.printActions.fromTheFootUp") },
] as const;
const light = computed(() => {
  const hex = (key: string) => desk.card?.reading.inks.find((ink) => ink.key === key)?.hex ?? "#000000";
  return paints(desk.card?.plan.inks ?? [], (key) => lightnessOf(hex(key)));
});
const fillings = computed(() => FILLINGS.filter(({ value }) => inksFor(value) <= light.value.length));
function paintInside(how: Filling) {
  let after = props.step.id;
  const steps = desk.card?.plan.steps ?? [];
  for (const layer of filling(props.step.id, how, light.value, dryAfter(steps, after))) {
    if (!desk.card) return;
    const step: Step = { ...layer, id: newStepId(desk.card.plan) };
    desk.push(t("step.printActions.paintInsideThePrints"), { do: "add-step", after, step });
    after = step.id;
  }
  emit("choose", after);
}
/** The powder that a print can be melted with: clear first, of the card or of the shelf. */
const powder = computed(() => {
  const of = (inks: InkModel[]) =>
    inks.find(({ kind }) => kind === "clear") ?? inks.find(({ kind }) => kind === "powder");
  const own = of(desk.card?.plan.inks ?? []);
  const shelved = of(shelf.shelf?.inks.map(({ ink }) => ink) ?? []);
  return own ? { ink: own, own: true } : shelved ? { ink: shelved, own: false } : null;
});
const melts = computed(
  () =>
    props.step.do === "brush" &&
    !["powder", "clear"].includes(
      desk.card?.plan.inks.find(({ key }) => props.step.do === "brush" && key === props.step.ink)?.kind ?? "",
    ),
);
function melt() {
  const [plan, found] = [desk.card?.plan, powder.value];
  if (!plan || !found || props.step.do !== "brush") return;
  const once = onceMore(props.step, "again", panelSize(plan.card));
  const step: Step = { ...once, ink: found.ink.key, passes: 1, id: newStepId(plan) };
  desk.push(t("step.printActions.meltOnIt", { name: found.ink.name }), {
    do: "add-step",
    after: props.step.id,
    step,
    ...(found.own ? {} : { ink: found.ink }),
  });
  emit("choose", step.id);
}
const choosing = ref(false);
function fromShelf(design: string) {
  choosing.value = false;
  desk.push(t("step.printActions.stampAnImageOfThe"), { do: "print-design", design, after: props.step.id });
}
const drawings = useFileDialog({ accept: ".svg,image/svg+xml", multiple: false, reset: true });
drawings.onChange(async (files) => {
  const file = files?.[0];
  if (!file) return;
  const name = nameOfDrawing(file);
  const svg = await file.text();
  desk.push(t("step.printActions.stampTheDrawing", { name }), {
    do: "print-drawing",
    name,
    svg,
    after: props.step.id,
  });
});
</script>

<template>
  <div class="prints">
    <template v-if="print">
      <WordMenu
        :text="t('step.printActions.howManyWhere')"
        :label="t('step.printActions.places')"
        :choices="places"
        @choose="place"
      />
      <WordMenu
        :text="t('step.printActions.howItIsMeant')"
        :label="t('step.printActions.meant')"
        :choices="AS"
        @choose="as"
      />
    </template>
    <PrintRefers v-if="step.do === 'brush'" :step="step" @choose="(id) => emit('choose', id)" />
    <button v-if="powder && melts" type="button" class="word" @click="melt">
      {{ t("step.printActions.melt", { name: powder.ink.name }) }}
    </button>
    <button
      type="button"
      class="word"
      @click="desk.push(t('step.printActions.maskItsOwnPrints'), { do: 'own-mask', step: step.id })"
    >
      {{ t("step.printActions.cutItsOwnMask") }}
    </button>
    <WordMenu
      v-if="fillings.length"
      :text="t('step.printActions.paintInside')"
      :label="t('step.printActions.painted')"
      :choices="fillings"
      @choose="paintInside"
    />
    <template v-if="print">
      <button type="button" class="word" :aria-expanded="choosing" @click="choosing = !choosing">
        {{ t("step.printActions.stampOneOfTheShelf") }}
      </button>
      <button type="button" class="word" @click="drawings.open()">
        {{ t("step.printActions.stampADrawing") }}
      </button>
    </template>
    <StencilTiles v-if="choosing" class="tiles" :units="desk.card?.plan.units ?? 'in'" @choose="fromShelf" />
  </div>
</template>

<style scoped>
.prints {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  margin-top: 6px;
}
.tiles {
  flex: 1 0 100%;
}
</style>
