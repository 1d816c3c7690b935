<script setup lang="ts">
/** For the table: one step at a time, readable at half a metre and usable with a knuckle; several cards of a batch in rotation. */
import { useEventListener, useMediaQuery, useWakeLock } from "@vueuse/core";
import { computed, onMounted, ref } from "vue";
import { useRouter } from "vue-router";
import { ask, once } from "../api/client";
import PageState from "../components/PageState.vue";
import { useBench } from "../composables/useBench";
import { useDoing } from "../composables/useDoing";
import { useFitting } from "../composables/useFitting";
import { useTimersTold } from "../composables/useTimersTold";
import { useTurn } from "../composables/useTurn";
import { useWays } from "../composables/useWays";
import BatchChips from "../features/bench/BatchChips.vue";
import BenchFooter from "../features/bench/BenchFooter.vue";
import BenchPicture from "../features/bench/BenchPicture.vue";
import DoneDifferently from "../features/bench/DoneDifferently.vue";
import DryingTimers from "../features/bench/DryingTimers.vue";
import PartsOnBench from "../features/bench/PartsOnBench.vue";
import StepSpoken from "../features/bench/StepSpoken.vue";
import { cardsUnder } from "../logic/batch";
import { useServer } from "../stores/server";
import { useShelf } from "../stores/shelf";
import { t } from "../words";

const props = defineProps<{ id: string }>();
const at_bench = useBench(props.id);
const { bench, inHand, timers } = at_bench;
const shelf = useShelf();
const server = useServer();
const router = useRouter();
const { make } = useDoing("journal");
/** What was made goes on record, and she says there how it was. */
const record = () =>
  make(`record-${bench.value?.number}`, async (request) => {
    const number = bench.value?.number ?? 1;
    const body = { card: props.id, number };
    const entry = await ask("post", "/api/journal/made", { body, ...once(request) });
    await router.push({ name: "journal", query: { entry: entry.id } });
  });
const { ofCard, back } = useWays(() => ({ id: props.id }));
const wake = useWakeLock();
// The screen is kept awake where the browser allows it, again after a look elsewhere; without it the timers still run on.
onMounted(() => wake.request("screen").catch(() => undefined));
shelf.lookOnCard(() => bench.value?.plan.stock.key);
const { aloud } = useTimersTold(timers, () =>
  bench.value ? t("bench.page.title", { title: bench.value.plan.title }) : t("bench.page.titleUnnamed"),
);

const steps = computed(() => bench.value?.plan.steps ?? []);
const at = computed(() => steps.value.findIndex((step) => step.id === at_bench.step.value));
const step = computed(() => steps.value[at.value] ?? steps.value[0]);
const number = computed(() => Math.max(0, at.value) + 1);
const reading = computed(() => bench.value?.reading.steps[number.value - 1]);
const next = computed(() => bench.value?.reading.steps[number.value]);
const colour = computed(() => {
  const now = step.value;
  return now?.do === "brush" ? bench.value?.reading.inks.find((ink) => ink.key === now.ink)?.hex : undefined;
});
const words = (of?: { parts: { text: string }[] }) => of?.parts.map((part) => part.text).join("") ?? "";
/** What is to be minded at this step; what concerns the whole card, such as a missing stock, before the first. */
const findings = computed(() =>
  (bench.value?.reading.findings ?? []).filter(
    (f) => f.step === step.value?.id || (number.value === 1 && f.step === null),
  ),
);
const { benchOf, onTo, first, nextPart } = useTurn(props.id, at_bench);
const places = computed(() =>
  Object.entries(at_bench.places.value).map(([n, id]) => ({
    number: Number(n),
    step: steps.value.findIndex((other) => other.id === id) + 1,
    left:
      timers.value.find((t) => t.number === Number(n) && t.part === bench.value?.part && t.left > 0)?.left ??
      0,
  })),
);

const batch = computed(() => ({
  places: places.value,
  inHand: inHand.value,
  cards: at_bench.cards.value,
  coming: at_bench.coming.value,
}));

/** The mask to be laid may still lie on another card of the batch. Tape is plenty. */
const takenBy = computed(() => {
  const now = step.value;
  if (now?.do !== "lay-mask") return undefined;
  const mask = bench.value?.plan.masks.find((m) => m.key === now.mask);
  const [on] = cardsUnder(now.mask, steps.value, places.value, inHand.value);
  if (!mask || mask.shape === "tapes" || on === undefined) return undefined;
  return { on, called: bench.value?.reading.masks.find((m) => m.key === mask.key)?.called ?? mask.name };
});

function to(index: number) {
  const there = steps.value[index];
  if (there) at_bench.go(there.id);
}
/** On a phone the head is one line: the way back, the card and the step; how many cards are made stands below the words. */
const phone = useMediaQuery("(max-width: 700px)");
const wordsHere = ref<HTMLElement | null>(null);
useFitting(wordsHere, () => [step.value, reading.value, timers.value.length, bench.value?.differences]);
/** Keys turn the steps only where no control has them. */
useEventListener("keydown", (event) => {
  const on = event.target instanceof Element ? event.target : null;
  if (on?.closest("input, [role=listbox], [role=menu], [role=dialog]")) return;
  if (event.key === " " && on?.closest("a, button")) return;
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  if (event.key === "ArrowRight" || event.key === " ") {
    event.preventDefault();
    to(number.value);
  } else if (event.key === "ArrowLeft") to(number.value - 2);
});
</script>

<template>
  <div v-if="bench && step && reading" class="bench">
    <header>
      <nav class="ways" :aria-label="t('everywhere.common.placesOfThisCard')">
        <RouterLink v-if="!phone && back && back.name !== 'desk'" class="way" :to="back.to">{{
          t("bench.page.backTo", { label: back.label })
        }}</RouterLink>
        <RouterLink
          v-for="way in ofCard.filter(({ name }) => (phone ? name === 'desk' : name !== 'bench'))"
          :key="way.name"
          class="way"
          :to="way.to"
          >{{ way.label }}</RouterLink
        >
        <RouterLink v-if="!phone" class="way" to="/">{{ t("everywhere.useWays.cards") }}</RouterLink>
      </nav>
      <h1>{{ bench.plan.title }}</h1>
      <BatchChips v-if="!phone" v-bind="batch" @take="at_bench.take" @batch="at_bench.setBatch" />
      <i18n-t keypath="bench.page.stepOf" tag="p" scope="global" class="count">
        <template #number>
          <b>{{ number }}</b>
        </template>
        <template #length>{{ steps.length }}</template>
      </i18n-t>
    </header>
    <PartsOnBench v-if="bench.parts.length > 1" :bench="bench" :bench-of="benchOf" />
    <ol class="track" aria-hidden="true">
      <li v-for="(one, i) in steps" :key="one.id" :class="{ done: i < number - 1, now: i === number - 1 }" />
    </ol>
    <main>
      <BenchPicture
        :id="id"
        :bench="bench"
        :step="step"
        :number="number"
        :pictured="at_bench.pictured.value"
        :away="server.away"
      />
      <section ref="wordsHere">
        <p v-if="first" class="first" role="status">
          {{ t("bench.page.otherPartFirst", { name: first.name }) }}
          <RouterLink class="way" :to="benchOf(first.key)">{{ t("bench.dryingTimers.goThere") }}</RouterLink>
        </p>
        <StepSpoken :reading="reading" :findings="findings" :colour="colour" :taken-by="takenBy" />
        <DryingTimers
          :bench="bench"
          :step="step"
          :timers="timers"
          :places="places"
          :in-hand="inHand"
          :bench-of="benchOf"
          :aloud="aloud"
          @aloud="(wanted) => (aloud = wanted)"
          @start="(way) => step && at_bench.startTimer(step.id, way)"
          @stop="step && at_bench.stopTimer(step.id)"
          @take="at_bench.take"
          @go="at_bench.go"
        />
        <DoneDifferently
          :bench="bench"
          :step="step"
          @tell="(how, value) => step && at_bench.differently(step.id, how, value)"
          @as-planned="at_bench.asPlanned"
        />
        <BatchChips v-if="phone" v-bind="batch" @take="at_bench.take" @batch="at_bench.setBatch" />
      </section>
    </main>
    <BenchFooter
      :bench="bench"
      :first="number === 1"
      :next="next ? words(next) : null"
      :next-part="nextPart"
      @back="to(number - 2)"
      @on="to(number)"
      @part="onTo"
      @finish="at_bench.finish"
      @again="at_bench.makeAgain"
      @record="record"
    />
  </div>
  <PageState
    v-else
    :state="at_bench.state.value"
    :what="t('bench.page.what')"
    :why="at_bench.refusal.value?.message"
    @again="at_bench.again"
  />
</template>

<style scoped>
.bench {
  height: 100vh;
  min-height: 640px;
  display: flex;
  flex-direction: column;
}
header {
  display: flex;
  align-items: center;
  gap: 18px;
  /* At the right the sign for help. */
  padding: 8px 40px 8px 24px;
}
.ways {
  display: flex;
  margin-left: -10px;
}
.way {
  display: grid;
  place-items: center;
  min-height: 52px;
  padding: 0 10px;
  border-radius: 3px;
  text-decoration: underline dashed 1.5px;
  text-underline-offset: 5px;
}
.way:hover {
  background: var(--paper-deep);
}
h1 {
  flex: 1;
  min-width: 0;
  font-size: 26px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.count {
  font-size: 22px;
  white-space: nowrap;
}
.first {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 14px;
  padding: 4px 14px;
  margin-bottom: 8px;
  font-size: calc(22px * var(--fit, 1));
  background: var(--paper-lift);
  border-left: 4px solid var(--ink);
}
.track {
  display: flex;
  gap: 5px;
  list-style: none;
  margin: 0;
  padding: 0 24px;
}
.track li {
  flex: 1;
  height: 7px;
  border: 1px solid var(--ink);
  border-radius: 4px;
}
.track .done {
  background: var(--ink);
}
.track .now {
  background: repeating-linear-gradient(120deg, var(--ink) 0 4px, transparent 4px 8px);
}
main {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 4fr) minmax(0, 6fr);
  gap: 34px;
  padding: 20px 24px;
}
section {
  overflow-y: auto;
  padding-right: 8px;
}
/* A tablet held upright: the picture above the words. */
@media (max-width: 700px) {
  header {
    gap: 10px;
    padding: 2px 40px 2px 12px;
  }
  h1 {
    font-size: 20px;
  }
  .count {
    font-size: 17px;
  }
  .track {
    gap: 3px;
    padding: 0 12px;
  }
}
@media (max-aspect-ratio: 1/1) {
  main {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: minmax(220px, 42vh) minmax(0, 1fr);
    gap: 16px;
  }
}
@media (max-width: 700px) and (max-aspect-ratio: 1/1) {
  main {
    grid-template-rows: minmax(180px, 30vh) minmax(0, 1fr);
    gap: 8px;
    padding: 8px 12px;
  }
}
/* A low window, or one looked at twice as large: the page is scrolled as a whole, the big button stays. */
@media (max-height: 639px) {
  .bench {
    height: auto;
    min-height: 100vh;
  }
  main {
    grid-auto-rows: minmax(260px, auto);
  }
  section {
    overflow: visible;
  }
}
</style>
