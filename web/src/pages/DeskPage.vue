<script setup lang="ts">
import { useEventListener, useIntervalFn } from "@vueuse/core";
import { computed, onMounted, ref, watch } from "vue";
import type { AnswerOut, Finding, PlanModel, Schemas, StepModel } from "../api/client";
import NoticeLine from "../components/NoticeLine.vue";
import PageHead from "../components/PageHead.vue";
import { useCard } from "../composables/useCard";
import { useNotice } from "../composables/useNotice";
import { useShelf } from "../composables/useShelf";
import CardSentence from "../features/CardSentence.vue";
import FindingNote from "../features/FindingNote.vue";
import PanelAnswer from "../features/PanelAnswer.vue";
import PanelTable from "../features/PanelTable.vue";
import RunOfProofs from "../features/RunOfProofs.vue";
import StepList from "../features/StepList.vue";
import type { Mask } from "../logic/masks";
import { withoutStep, withStepAfter, withStepMoved, withWord } from "../logic/steps";

const props = defineProps<{ id: string }>();
const desk = useCard(props.id);
const { card, saving } = desk;
const { look } = useShelf();
const { attempt } = useNotice();

const chosen = ref<string | null>(null);
const answer = ref<AnswerOut | null>(null);
const pointed = ref<Finding | null>(null);

onMounted(async () => {
  await desk.load();
  await attempt(() => look(card.value?.plan.stock.key));
});

const at = computed(() => card.value?.plan.steps.findIndex((step) => step.id === chosen.value) ?? -1);
const stepsDone = computed(() => (at.value < 0 ? (card.value?.plan.steps.length ?? 0) : at.value + 1));
const masksOn = computed(() => card.value?.reading.steps[at.value]?.masks_on ?? []);
const findings = computed(() => {
  const byStep = new Map<string, Finding[]>();
  for (const finding of card.value?.reading.findings ?? [])
    if (finding.step) byStep.set(finding.step, [...(byStep.get(finding.step) ?? []), finding]);
  return byStep;
});
const onTheCard = computed(() => (card.value?.reading.findings ?? []).filter((f) => f.step === null));
const ordered = ref<string[] | null>(null);
async function putInOrder() {
  ordered.value = await desk.putInOrder();
  if (ordered.value?.length) chosen.value = null;
}
watch(
  () => card.value?.undoes,
  (undoes) => undoes !== "put it in working order" && (ordered.value = null),
);
const trouble = computed(() => (card.value?.reading.findings ?? []).filter((f) => f.severity !== "remind"));
watch(
  () => card.value?.plan.title,
  (title) => (document.title = title ? `${title} · Cielo` : "Cielo"),
);

/** The card's inks over each other on its stock. */
const crossings = computed(() => ({
  name: "crossings",
  query: {
    stock: card.value?.plan.stock.key,
    inks: card.value?.plan.inks.map((ink) => ink.key).join(","),
    units: card.value?.plan.units,
  },
}));

const change = (said: string, make: (plan: PlanModel) => PlanModel) => desk.change(said, make);
const word = (id: string, path: string, value: unknown, said: string) =>
  change(said, (plan) => withWord(plan, id, path, value));
function move(id: string, to: number) {
  chosen.value = id;
  const number = (card.value?.plan.steps.findIndex((step) => step.id === id) ?? 0) + 1;
  change(`move step ${number}`, (plan) => withStepMoved(plan, id, Math.max(0, to)));
}
function takeOut(id: string) {
  const steps = card.value?.plan.steps ?? [];
  const number = steps.findIndex((step) => step.id === id) + 1;
  chosen.value = steps[number]?.id ?? steps[number - 2]?.id ?? null;
  change(`take out step ${number}`, (plan) => withoutStep(plan, id));
}
async function add(after: string, step: StepModel, said: string) {
  const before = new Set(card.value?.plan.steps.map((other) => other.id));
  const now = await change(said, (plan) => withStepAfter(plan, after, step));
  chosen.value = now?.plan.steps.find((other) => !before.has(other.id))?.id ?? chosen.value;
}
function moveMask(mask: Mask) {
  change(`move the ${card.value?.reading.masks.find((other) => other.key === mask.key)?.called}`, (plan) => ({
    ...plan,
    masks: (plan.masks ?? []).map((other) => (other.key === mask.key ? mask : other)),
  }));
}
function moveHold(hold: NonNullable<PlanModel["holds"]>[number]) {
  change(`move the ${hold.kind}`, (plan) => ({
    ...plan,
    holds: (plan.holds ?? []).map((other) => (other.key === hold.key ? hold : other)),
  }));
}
/** The stencil whose openings the chosen step inks, where it inks inside one. */
const choosing = computed(() => {
  const step = card.value?.plan.steps[at.value];
  const region = step && "region" in step && step.region.over === "inside" ? step.region : null;
  return region ? { mask: region.mask, openings: region.openings } : null;
});
function chooseOpening(key: string) {
  const now = choosing.value?.openings ?? [];
  const next = now.includes(key) ? now.filter((other) => other !== key) : [...now, key].sort();
  if (chosen.value) word(chosen.value, "region.openings", next, "choose openings");
}
async function layOut(wish: Omit<Schemas["ProposeGradient"], "based_on">) {
  await desk.layOut(wish);
  chosen.value = null;
}
function wish(first: string, then: string) {
  change("keep one step before another", (plan) => ({
    ...plan,
    wishes: [...(plan.wishes ?? []), { first, then }],
  }));
}
function forget(first: string, then: string) {
  change("forget a wish", (plan) => ({
    ...plan,
    wishes: (plan.wishes ?? []).filter((other) => other.first !== first || other.then !== then),
  }));
}
async function layGround(ground: string) {
  await desk.layGround(ground);
  chosen.value = null;
}
function rename(event: Event) {
  const field = event.target as HTMLInputElement;
  const title = field.value.trim();
  if (title && title !== card.value?.plan.title)
    change("give it another name", (plan) => ({ ...plan, title }));
  else field.value = card.value?.plan.title ?? "";
}
function choose(id: string) {
  chosen.value = chosen.value === id ? null : id;
}

// The run of proofs shown one after another, as the card grows.
const {
  isActive: playing,
  pause,
  resume,
} = useIntervalFn(
  () => {
    const steps = card.value?.plan.steps ?? [];
    const next = steps[at.value + 1];
    if (next) chosen.value = next.id;
    else pause();
  },
  900,
  { immediate: false },
);
function play() {
  if (playing.value) return pause();
  chosen.value = card.value?.plan.steps[0]?.id ?? null;
  resume();
}

useEventListener("keydown", (event) => {
  const typing = event.target instanceof HTMLInputElement;
  if (typing || !(event.ctrlKey || event.metaKey)) return;
  const key = event.key.toLowerCase();
  if (key === "z" && !event.shiftKey && card.value?.undoes) {
    event.preventDefault();
    desk.undo();
  } else if ((key === "y" || (key === "z" && event.shiftKey)) && card.value?.redoes) {
    event.preventDefault();
    desk.redo();
  }
});
</script>

<template>
  <div class="desk">
    <PageHead here="Desk">
      <h1 class="visually-hidden">{{ card?.plan.title }}, on the desk</h1>
      <input
        v-if="card"
        class="name"
        :value="card.plan.title"
        aria-label="Name of the card"
        maxlength="80"
        @change="rename"
        @keydown.enter="($event.target as HTMLInputElement).blur()"
      />
      <template #actions>
        <span class="quiet saved" aria-live="polite">{{ saving ? "Saving …" : card ? "Saved" : "" }}</span>
        <button
          class="press"
          :disabled="!card?.undoes"
          :title="card?.undoes ? `Undo: ${card.undoes}` : ''"
          @click="desk.undo()"
        >
          Undo
        </button>
        <button
          class="press"
          :disabled="!card?.redoes"
          :title="card?.redoes ? `Redo: ${card.redoes}` : ''"
          @click="desk.redo()"
        >
          Redo
        </button>
        <RouterLink v-if="card" class="press" :to="crossings">Crossings</RouterLink>
        <a class="press" :href="`/api/cards/${id}/export`" download>Plan file</a>
        <RouterLink v-if="card" class="press" :to="{ name: 'pieces', params: { id } }">Pieces</RouterLink>
        <RouterLink v-if="card?.plan.steps.length" class="press" :to="{ name: 'day', params: { id } }"
          >Day</RouterLink
        >
        <a class="press" :href="`/api/cards/${id}/run-sheet.pdf`" target="_blank" rel="noopener">Run sheet</a>
        <RouterLink v-if="card?.plan.steps.length" class="press main" :to="{ name: 'bench', params: { id } }"
          >To the bench</RouterLink
        >
      </template>
    </PageHead>
    <template v-if="card">
      <main>
        <div class="left">
          <PanelTable
            :card="card"
            :steps="stepsDone"
            :masks-on="masksOn"
            :choosing="choosing"
            :mark="pointed?.where"
            @move-mask="moveMask"
            @move-hold="moveHold"
            @opening="chooseOpening"
            @answer="(value) => (answer = value)"
          />
          <PanelAnswer :answer="answer" :card="card" :steps="stepsDone" />
        </div>
        <div class="right">
          <CardSentence
            :card="card"
            @change="change"
            @lay-out="layOut"
            @lay-ground="layGround"
            @bring-drawing="desk.bringDrawing"
            @lay-stencil="desk.layStencil"
            @mask-action="desk.maskAction"
          />
          <p class="verdict" role="status">
            <template v-if="!card.plan.steps.length">Nothing is laid yet.</template>
            <template v-else-if="trouble.length">
              <b>{{ trouble.length === 1 ? "One thing" : `${trouble.length} things` }} will go wrong</b> as it
              stands.
            </template>
            <template v-else>Nothing will go wrong that Cielo knows of.</template>{{ " " }}
            <button v-if="card.plan.steps.length > 1" class="word" @click="putInOrder">
              Put it in working order
            </button>
          </p>
          <p v-if="card.measured.length" class="ordered" role="status">
            Your shelf has since learnt: {{ card.measured.join(", ") }}.
            <button class="word" @click="desk.takeMeasuredIn()">Predict with that</button>
          </p>
          <p v-if="ordered" class="ordered" role="status">
            <template v-if="!ordered.length">It is in working order already.</template>
            <template v-for="moved in ordered" :key="moved">{{ moved }}<br /></template>
          </p>
          <FindingNote
            v-for="finding in onTheCard"
            :key="finding.code + finding.message"
            :finding="finding"
            @remedy="desk.remedy(finding)"
            @point="(value) => (pointed = value)"
          />
          <StepList
            :card="card"
            :chosen="chosen"
            :findings="findings"
            @choose="choose"
            @move="move"
            @take-out="takeOut"
            @add="add"
            @word="word"
            @remedy="(finding) => desk.remedy(finding)"
            @wish="wish"
            @forget="forget"
            @point="(finding) => (pointed = finding)"
          />
        </div>
      </main>
      <section class="run" aria-label="The run of proofs">
        <RunOfProofs :card="card" :chosen="chosen" :findings="findings" @choose="choose" @move="move" />
        <div class="moving">
          <button class="press" :disabled="!card.plan.steps.length" :aria-pressed="playing" @click="play">
            {{ playing ? "Stop" : "Play it" }}
          </button>
          <a class="press" :href="`/api/cards/${id}/run-of-proofs.png`" download>As a film</a>
        </div>
      </section>
    </template>
    <p v-else class="waiting" role="status">Laying the card out …</p>
  </div>
  <NoticeLine />
</template>

<style scoped>
.waiting {
  padding: 40px;
}
.desk {
  height: 100vh;
  min-height: 620px;
  display: flex;
  flex-direction: column;
}
.name {
  width: 100%;
  max-width: 460px;
  padding: 4px 6px;
  border: 0;
  background: transparent;
  font: 620 25px/1.2 var(--display);
  border-bottom: 2px dotted transparent;
}
.name:hover,
.name:focus {
  border-bottom-color: var(--ink);
}
.saved {
  width: 76px;
  font-size: 15px;
}
main {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 1.28fr) minmax(420px, 1fr);
}
@media (max-width: 760px) {
  main {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: minmax(260px, 46vh) minmax(0, 1fr);
  }
}
.left {
  display: flex;
  flex-direction: column;
  min-height: 0;
  border-right: 1px solid var(--hairline);
}
.left > :first-child {
  flex: 1;
  min-height: 0;
}
.right {
  overflow-y: auto;
  padding: 14px 22px 40px;
}
.verdict {
  margin: 10px 0 2px;
}
.ordered {
  margin: 4px 0 8px;
  padding: 8px 12px;
  background: var(--paper-lift);
  font-size: 16px;
}
.run {
  flex: none;
  display: flex;
  align-items: center;
  border-top: 1px solid var(--hairline);
}
.run > :first-child {
  flex: 1;
  min-width: 0;
}
.moving {
  flex: none;
  display: flex;
  flex-direction: column;
  padding: 0 10px;
  border-left: 1px solid var(--hairline);
}
</style>
