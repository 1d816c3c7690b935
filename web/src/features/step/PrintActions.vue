<script setup lang="ts">
/** What can be done with the prints of a step: more of them, where they stand, their own mask, painting inside them. */
import { useFileDialog } from "@vueuse/core";
import { computed, ref } from "vue";
import type { Print, Step } from "../../api/models";
import WordMenu from "../../components/word/WordMenu.vue";
import { useDesk } from "../../composables/useDesk";
import { panelSize } from "../../logic/panelSize";
import { alongLine, centred, inARow, regionOf, shapeOf, withAnother, withoutLast } from "../../logic/prints";
import { newStepId } from "../../logic/steps";
import { useShelf } from "../../stores/shelf";
import StencilTiles from "../shelf/StencilTiles.vue";

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
    return [{ value: step.id, label: `along the stroke of step ${at + 1}`, points: of.points }];
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
  { value: "another", label: "one more beside it" },
  { value: "three", label: "three along the bottom" },
  { value: "five", label: "five along the bottom" },
  { value: "middle", label: "one, in the middle" },
  { value: "spread", label: "spread evenly", hint: "whole, and off the words" },
  { value: "fewer", label: "one fewer" },
] as const;
function place(how: string) {
  const now = print.value;
  if (!now) return;
  const stroke = strokes.value.find(({ value }) => value === how);
  if (stroke) {
    const many = Math.max(FEWEST_ALONG, now.places.length);
    set(alongLine(now, stroke.points, many), "stamp them along the stroke");
    return;
  }
  const rows = { three: 3, five: 5 };
  if (how === "spread") desk.push("spread them evenly", { do: "spread", step: props.step.id });
  else if (how === "another") set(withAnother(now, panel.value), "stamp one more");
  else if (how === "fewer") set(withoutLast(now), "stamp one fewer");
  else if (how === "middle") set(centred(now, panel.value), "stamp it in the middle");
  else if (how === "three" || how === "five")
    set(inARow(now, rows[how], panel.value, shape.value), "stamp them along the bottom");
}
const AS = [
  { value: "stands", label: "it stands", hint: "Cielo minds that there is ground under it" },
  { value: "hangs", label: "it hangs" },
  { value: "neither", label: "it neither stands nor hangs" },
  { value: "front", label: "it is in front, or not", hint: "of whatever else is printed there" },
  { value: "texture", label: "it is a mere texture, or a figure" },
  { value: "mirror", label: "mirror it" },
] as const;
function as(what: (typeof AS)[number]["value"]) {
  const now = print.value;
  if (!now) return;
  if (what === "front") set({ front: !now.front }, "set it in front");
  else if (what === "texture") set({ texture: !now.texture }, "take it as a texture");
  else if (what === "mirror")
    set({ places: now.places.map((at) => ({ ...at, flipped: !at.flipped })) }, "mirror it");
  else set({ stands: what === "neither" ? null : what }, "say how it stands");
}
function paintInside() {
  const plan = desk.card?.plan;
  const ink = plan?.inks.find((other) => !["powder", "clear", "white", "paste"].includes(other.kind));
  if (!plan || !ink) return;
  const id = newStepId(plan);
  const step: Step = {
    do: "brush",
    id,
    ink: ink.key,
    tool: "dauber",
    region: { over: "in-print", step: props.step.id, only: [], shaded_from: null },
    touch: "light",
    passes: 2,
    onto: "dry",
    fade: null,
    seed: 1,
  };
  desk.push("paint inside the prints", { do: "add-step", after: props.step.id, step });
  emit("choose", id);
}
const choosing = ref(false);
function fromShelf(design: string) {
  choosing.value = false;
  desk.push("stamp an image of the shelf", { do: "print-design", design, after: props.step.id });
}
const drawings = useFileDialog({ accept: ".svg,image/svg+xml", multiple: false, reset: true });
drawings.onChange(async (files) => {
  const file = files?.[0];
  if (!file) return;
  const name = file.name.replace(/\.svg$/i, "").slice(0, 60) || "drawing";
  const svg = await file.text();
  desk.push(`stamp the drawing ${name}`, { do: "print-drawing", name, svg, after: props.step.id });
});
</script>

<template>
  <div class="prints">
    <template v-if="print">
      <WordMenu text="How many, where" label="Places" :choices="places" @choose="place" />
      <WordMenu text="How it is meant" label="Meant" :choices="AS" @choose="as" />
    </template>
    <button
      type="button"
      class="word"
      @click="desk.push('mask its own prints', { do: 'own-mask', step: step.id })"
    >
      Cut its own mask
    </button>
    <button type="button" class="word" @click="paintInside">Paint inside</button>
    <template v-if="print">
      <button type="button" class="word" :aria-expanded="choosing" @click="choosing = !choosing">
        Stamp one of the shelf
      </button>
      <button type="button" class="word" @click="drawings.open()">Stamp a drawing</button>
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
