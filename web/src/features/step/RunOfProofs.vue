<script setup lang="ts">
/** One small picture a step, in working order; drag one elsewhere, and what breaks is marked at once. */
import PictureHere from "../../components/PictureHere.vue";
import { computed, nextTick, ref, watch } from "vue";
import { proofUrl } from "../../api/client";
import type { Finding, Step } from "../../api/models";
import { useDesk } from "../../composables/useDesk";
import { useDragging } from "../../composables/useDragging";
import { changeOver } from "../../logic/steps";
import { sayMinutes } from "../../logic/time";
import { t } from "../../words";

const props = defineProps<{ chosen: string | null; findings: Map<string, Finding[]> }>();
const emit = defineEmits<{ choose: [id: string] }>();
const desk = useDesk();

const HEIGHT = 66;
const WIDEST = 110;
/** A proof in true proportion, as high as there is room; of a long strip no wider than others may be. */
const proofSize = computed(() => {
  const { panel_width_mm, panel_height_mm } = desk.card?.reading ?? { panel_width_mm: 1, panel_height_mm: 1 };
  const width = Math.min(WIDEST, (HEIGHT * panel_width_mm) / panel_height_mm);
  return { width, height: (width * panel_height_mm) / panel_width_mm };
});
const card = computed(() => desk.card);
const steps = computed(() => card.value?.plan.steps ?? []);
const list = ref<HTMLElement | null>(null);
const over = ref<number | null>(null);

const NAMES: Record<string, string> = {
  wipe: t("step.runOfProofs.wipe"),
  "wipe-beads": t("step.runOfProofs.wipeBeads"),
  water: t("step.runOfProofs.water"),
};
const ACTS = {
  "anti-static": t("step.runOfProofs.antiStatic"),
  "clean-tool": t("step.runOfProofs.cleanTool"),
  sweep: t("step.runOfProofs.sweep"),
  register: t("step.runOfProofs.cornerMarks"),
  orient: t("step.runOfProofs.whichWayUp"),
  turn: t("step.runOfProofs.turnItRound"),
  cut: t("step.runOfProofs.cutOut"),
  "trim-down": t("step.runOfProofs.trimDown"),
  trim: t("step.runOfProofs.trim"),
  mount: t("step.runOfProofs.mount"),
} as const;
function title(step: Step) {
  const reading = card.value?.reading;
  if (step.do === "brush") return card.value?.plan.inks.find((ink) => ink.key === step.ink)?.name ?? "";
  if (step.do === "lay-mask" || step.do === "lift-mask") {
    const called = reading?.masks.find((mask) => mask.key === step.mask)?.called ?? t("step.stepList.mask");
    const mask = called.split(" ").pop();
    return step.do === "lay-mask" ? t("step.runOfProofs.on", { mask }) : t("step.runOfProofs.off", { mask });
  }
  if (step.do === "prepare") return ACTS[step.act];
  if (step.do === "stick-on") return t("step.runOfProofs.stuck", { what: step.thing });
  if (step.do === "put-on")
    return t("step.runOfProofs.on", { mask: card.value?.pieces.find(({ key }) => key === step.piece)?.name });
  return step.do === "dry" ? sayMinutes(step.minutes) : (NAMES[step.do] ?? "");
}
function colour(step: Step) {
  return step.do === "brush" ? card.value?.reading.inks.find((ink) => ink.key === step.ink)?.hex : undefined;
}
function worst(id: string) {
  const here = props.findings.get(id) ?? [];
  return here.some((f) => f.severity === "stop")
    ? "stop"
    : here.some((f) => f.severity === "warn")
      ? "warn"
      : "";
}
/** The proof of a step stands where the step stands in what is saved. */
const proofs = computed(
  () =>
    new Map(
      desk.saved?.reading.steps.map(({ id, proof }, at) => [id, proofUrl(desk.id, proof, at + 1)]) ?? [],
    ),
);
const numberOf = (id: string) => steps.value.findIndex((step) => step.id === id) + 1;

function moveTo(id: string, at: number) {
  const before = steps.value[at]?.id ?? null;
  if (before === id || steps.value[at - 1]?.id === id) return;
  desk.push(t("step.runOfProofs.moveStep", { numberOf: numberOf(id) }), {
    do: "move-step",
    step: id,
    before,
  });
}
/** The place between proofs nearest to the hand, counted from 0. */
function placeAt(x: number) {
  const items = [...(list.value?.children ?? [])].map((item) => item.getBoundingClientRect());
  const after = items.filter((box) => box.left + box.width / 2 < x).length;
  return Math.min(after, items.length);
}
const { held, grab } = useDragging<string>({
  slack: 8,
  restFirst: 320,
  move(_id, _dx, _dy, event) {
    over.value = placeAt(event.clientX);
  },
  drop(id) {
    if (over.value !== null) {
      moveTo(id, over.value);
      emit("choose", id);
    }
    dragged = true;
    over.value = null;
  },
  putBack() {
    over.value = null;
  },
});
// The click that ends a drag chooses nothing.
let dragged = false;
function choose(id: string) {
  if (dragged) dragged = false;
  else emit("choose", id);
}
function take(event: PointerEvent, id: string) {
  dragged = false;
  grab(event, id);
}
function key(event: KeyboardEvent, step: Step, at: number) {
  const by = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
  if (!by) return;
  event.preventDefault();
  if (event.altKey) moveTo(step.id, by > 0 ? at + 2 : at - 1);
  else {
    const next = steps.value[at + by];
    if (next) emit("choose", next.id);
  }
}
watch(
  () => props.chosen,
  async () => {
    await nextTick();
    const now = list.value?.querySelector<HTMLElement>("[aria-current]");
    now?.scrollIntoView({ block: "nearest", inline: "nearest" });
    if (list.value?.contains(document.activeElement)) now?.focus();
  },
);
</script>

<template>
  <ol v-if="card" ref="list" class="proofs" :aria-label="t('step.runOfProofs.runOfProofs')">
    <li
      v-for="(step, at) in steps"
      :key="step.id"
      :class="{
        held: held === step.id && over !== null,
        before: over === at,
        after: over === at + 1 && at === steps.length - 1,
      }"
    >
      <span v-if="step.do === 'dry'" class="gap" aria-hidden="true">~</span>
      <span
        v-else-if="changeOver(steps[at - 1], step)"
        class="gap"
        :title="
          changeOver(steps[at - 1], step) === 'tool'
            ? t('step.runOfProofs.anotherBrush')
            : t('step.runOfProofs.anotherInk')
        "
        >{{ changeOver(steps[at - 1], step) === "tool" ? "⇄" : "·" }}</span
      >
      <button
        type="button"
        class="proof"
        :aria-current="step.id === chosen ? 'step' : undefined"
        :title="t('step.runOfProofs.stepDragItOr', { at: at + 1 })"
        :tabindex="step.id === chosen || (!chosen && at === 0) ? 0 : -1"
        @pointerdown="take($event, step.id)"
        @click="choose(step.id)"
        @keydown="key($event, step, at)"
      >
        <span class="number"
          >{{ at + 1
          }}<b v-if="worst(step.id)" class="flag" :title="t('step.runOfProofs.needsALook')">{{
            worst(step.id) === "stop" ? "!" : "?"
          }}</b></span
        >
        <PictureHere
          v-if="proofs.has(step.id)"
          :src="proofs.get(step.id) ?? ''"
          :style="{ width: `${proofSize.width}px`, height: `${proofSize.height}px` }"
          alt=""
          draggable="false"
        />
        <span v-else class="unproved" :style="{ height: `${HEIGHT}px` }">…</span>
        <span class="what"
          ><span v-if="colour(step)" class="dot" :style="{ background: colour(step) }" />{{
            title(step)
          }}</span
        >
      </button>
    </li>
  </ol>
</template>

<style scoped>
.proofs {
  display: flex;
  align-items: flex-end;
  gap: 0;
  margin: 0;
  padding: 2px 16px 4px;
  list-style: none;
  overflow-x: auto;
}
li {
  display: flex;
  align-items: center;
  border-left: 3px solid transparent;
  border-right: 3px solid transparent;
}
li.held {
  opacity: 0.4;
}
li.before {
  border-left-color: var(--ink);
}
li.after {
  border-right-color: var(--ink);
}
.gap {
  width: 18px;
  text-align: center;
  font-size: 20px;
  color: var(--ink-soft);
}
.proof {
  display: flex;
  flex-direction: column;
  align-items: center;
  gap: 2px;
  min-width: 74px;
  padding: 3px 5px;
  border: 0;
  border-radius: 4px;
  background: transparent;
  cursor: pointer;
  touch-action: pan-x;
  font-size: 14px;
  line-height: 1.25;
}
.proof:hover {
  background: var(--paper-deep);
}
.proof[aria-current] {
  background: var(--paper-deep);
  box-shadow: inset 0 -4px 0 var(--ink);
}
img {
  display: block;
  outline: 1px solid var(--hairline);
  background: var(--surround);
}
.unproved {
  display: grid;
  place-items: center;
  width: 60px;
}
.number {
  font: 650 15px/1 var(--display);
}
.flag {
  display: inline-block;
  width: 18px;
  margin-left: 5px;
  border-radius: 50%;
  background: var(--ink);
  color: var(--paper-lift);
  font: 800 13px/18px var(--text);
}
.what {
  display: flex;
  align-items: center;
  gap: 5px;
  white-space: nowrap;
}
.dot {
  width: 11px;
  height: 11px;
  border-radius: 50%;
  border: 1px solid var(--hairline);
}
</style>
