<script setup lang="ts">
/** For the table: one step at a time, readable at half a metre and usable with a knuckle; several cards of a batch in rotation. */
import { useEventListener, useWakeLock } from "@vueuse/core";
import { computed, onMounted, ref, watch } from "vue";
import NoticeLine from "../components/NoticeLine.vue";
import LyingMasks from "../features/LyingMasks.vue";
import { useBench } from "../composables/useBench";
import { useShelf } from "../composables/useShelf";
import { cardsUnder, nextInReach } from "../logic/batch";
import { sayClock, sayMinutes } from "../logic/time";

const props = defineProps<{ id: string }>();
const { bench, pictured, timers, take, setBatch, go, startTimer, stopTimer, differently, asPlanned } =
  useBench(props.id);
const { shelf, look } = useShelf();
const wake = useWakeLock();

onMounted(async () => {
  await take(1);
  await look(bench.value?.plan.stock.key).catch(() => undefined);
  // The screen is kept awake where the browser allows it, again after a look elsewhere; without it the timers still run on.
  await wake.request("screen").catch(() => undefined);
});

const steps = computed(() => bench.value?.plan.steps ?? []);
const at = computed(() => steps.value.findIndex((step) => step.id === bench.value?.step));
const step = computed(() => steps.value[at.value]);
const reading = computed(() => bench.value?.reading.steps[at.value]);
const next = computed(() => bench.value?.reading.steps[at.value + 1]);
const colour = computed(() => {
  const now = step.value;
  return now?.do === "brush" ? bench.value?.reading.inks.find((ink) => ink.key === now.ink)?.hex : undefined;
});
const words = (of?: { parts: { text: string }[] }) => of?.parts.map((part) => part.text).join("") ?? "";
/** What is to be minded at this step; what concerns the whole card, such as a missing stock, before the first. */
const findings = computed(() =>
  (bench.value?.reading.findings ?? []).filter(
    (f) => f.step === step.value?.id || (at.value === 0 && f.step === null),
  ),
);
const picture = computed(
  () =>
    `/api/cards/${props.id}/bench/${bench.value?.number}/picture.png?steps=${at.value + 1}&made=${pictured.value}`,
);

// Timers: the one of this step large, the others in a line.
const here = computed(() =>
  timers.value.find((t) => t.number === bench.value?.number && t.step === step.value?.id),
);
const elsewhere = computed(() => timers.value.filter((t) => t !== here.value));
const nameOf = (id: string) => steps.value.findIndex((other) => other.id === id) + 1;
const WAYS = { air: "in the air", blot: "by blotting", heat: "with the heat tool" } as const;
const ways = computed(() => (step.value?.do === "dry" ? (bench.value?.ways[step.value.id] ?? []) : []));

// The batch in rotation.
const places = computed(() =>
  Object.entries(bench.value?.places ?? {}).map(([n, id]) => {
    const timer = timers.value.find((t) => t.number === Number(n) && t.left > 0);
    return { number: Number(n), step: nameOf(id), left: timer?.left ?? 0 };
  }),
);
/** While this card dries: the card furthest behind that does not. */
const free = computed(() => {
  const others = places.value.filter((p) => p.number !== bench.value?.number && p.left <= 0);
  return others.sort((a, b) => a.step - b.step || a.number - b.number)[0];
});

/** The mask to be laid may still lie on another card of the batch. Tape is plenty. */
const takenBy = computed(() => {
  const now = step.value;
  if (now?.do !== "lay-mask") return undefined;
  const mask = bench.value?.plan.masks?.find((m) => m.key === now.mask);
  const [on] = cardsUnder(now.mask, steps.value, places.value, bench.value?.number ?? 1);
  if (!mask || mask.shape === "tapes" || on === undefined) return undefined;
  return { on, called: bench.value?.reading.masks.find((m) => m.key === mask.key)?.called ?? mask.name };
});

/** In a large batch only the cards next in reach are shown, until all are asked for. */
const MOST_SHOWN = 8;
const showAll = ref(false);
const shown = computed(() =>
  showAll.value || places.value.length <= MOST_SHOWN
    ? places.value
    : nextInReach(places.value, bench.value?.number ?? 1, MOST_SHOWN - 1),
);

// Done differently, in two taps.
const telling = ref(false);
watch(
  () => bench.value?.step,
  () => (telling.value = false),
);
const other = computed(() => (step.value?.do === "brush" ? step.value : null));
const inks = computed(() => {
  const own = bench.value?.plan.inks ?? [];
  const kept = new Set(own.map((ink) => ink.key));
  const shelfInks = (shelf.value?.inks ?? []).map(({ ink }) => ink).filter((ink) => !kept.has(ink.key));
  return [...own, ...shelfInks].filter((ink) => ink.key !== other.value?.ink);
});
async function tell(how: "skipped" | "passes" | "ink", value = "") {
  if (step.value) await differently(step.value.id, how, value);
  telling.value = false;
}
function sayDifference(d: { step: string; how: string; value: string }) {
  const name = bench.value?.plan.inks.find((ink) => ink.key === d.value)?.name ?? d.value;
  const number = nameOf(d.step);
  if (d.how === "skipped") return "A step was skipped";
  return d.how === "ink" ? `Step ${number} in ${name}` : `Step ${number} in ${d.value} passes`;
}

function to(index: number) {
  const there = steps.value[index];
  if (there) go(there.id);
}
useEventListener("keydown", (event) => {
  if (event.target instanceof HTMLButtonElement && (event.key === " " || event.key === "Enter")) return;
  if (event.key === "ArrowRight" || event.key === " ") {
    event.preventDefault();
    to(at.value + 1);
  } else if (event.key === "ArrowLeft") to(at.value - 1);
});
watch(
  () => bench.value?.plan.title,
  (title) => (document.title = title ? `${title} at the bench · Cielo` : "Cielo"),
);
</script>

<template>
  <div v-if="bench && step && reading" class="bench">
    <header>
      <RouterLink class="press" :to="{ name: 'desk', params: { id } }">Back to the desk</RouterLink>
      <h1>{{ bench.plan.title }}</h1>
      <nav class="batch" aria-label="Cards of the batch">
        <template v-if="places.length > 1">
          <button
            v-for="place in shown"
            :key="place.number"
            class="chip"
            :aria-current="place.number === bench.number"
            @click="take(place.number)"
          >
            <span class="visually-hidden">Card </span>{{ place.number
            }}<span class="visually-hidden">{{ place.left > 0 ? " drying " : " at step " }}</span
            ><small>{{ place.left > 0 ? sayClock(place.left) : place.step }}</small>
          </button>
          <button
            v-if="places.length > MOST_SHOWN"
            class="press all"
            :aria-expanded="showAll"
            @click="showAll = !showAll"
          >
            {{ showAll ? "fewer" : `all ${places.length}` }}
          </button>
        </template>
        <button
          class="chip"
          aria-label="One card fewer"
          :disabled="places.length < 2"
          @click="setBatch(places.length - 1)"
        >
          −
        </button>
        <span v-if="places.length < 2" class="cards">one card</span>
        <button class="chip" aria-label="One card more" @click="setBatch(places.length + 1)">+</button>
      </nav>
      <p class="count">
        Step <b>{{ at + 1 }}</b> of {{ steps.length }}
      </p>
    </header>
    <ol class="track" aria-hidden="true">
      <li v-for="(one, i) in steps" :key="one.id" :class="{ done: i < at, now: i === at }" />
    </ol>
    <main>
      <figure>
        <div class="surround">
          <img :src="picture" alt="The panel as it should look after this step" />
          <LyingMasks :reading="bench.reading" :plan="bench.plan" :step="step" />
        </div>
        <figcaption>
          {{
            bench.differences.length
              ? "As it will look now, after what was done differently"
              : step.do === "lay-mask"
                ? "Where it lies: its middle is at the spot"
                : "As it should look after this step"
          }}
        </figcaption>
      </figure>
      <section aria-live="polite">
        <p class="sentence">
          <span v-if="colour" class="dab" :style="{ background: colour }" />{{ words(reading) }}
        </p>
        <p class="fetch"><b>Fetch</b> {{ reading.fetch }}.</p>
        <p v-if="reading.fetch.includes('off-load')" class="fetch">
          <b>First</b> off-load the brush on scrap until it marks pale.
        </p>
        <p v-if="takenBy" class="fetch">
          <b>Mind.</b> The {{ takenBy.called }} lies on card {{ takenBy.on }}: take another one like it, or
          lift it there first.
        </p>
        <p v-for="finding in findings" :key="finding.code" class="fetch">
          <b>{{ finding.severity === "remind" ? "Remember." : "Mind." }}</b> {{ finding.message }}
          <template v-if="finding.severity === 'remind'">{{ finding.why }}</template>
        </p>
        <p v-for="note in reading.notes" :key="note" class="fetch">{{ note }}</p>
        <p class="why">{{ reading.why }}</p>
        <p v-if="reading.care" class="care"><b>Care.</b> {{ reading.care }}</p>
        <div v-if="step.do === 'dry'" class="timer">
          <template v-if="here">
            <span class="clock" role="timer">{{ here.left > 0 ? sayClock(here.left) : "Dry" }}</span>
            <button class="press" @click="stopTimer(step.id)">Stop it</button>
          </template>
          <template v-else>
            <button
              v-for="way in ways"
              :key="way.way"
              class="press big"
              :class="{ main: way.way === step.way }"
              @click="startTimer(step.id, way.way)"
            >
              {{ way.way === step.way ? "Start the timer, " : "" }}{{ WAYS[way.way] }},
              {{ sayMinutes(way.minutes) }}
            </button>
          </template>
        </div>
        <p v-if="here && here.left > 0 && free" class="elsewhere">
          While it dries:
          <button class="press main" @click="take(free.number)">
            take card {{ free.number }}, at step {{ free.step }}
          </button>
        </p>
        <p v-for="timer in elsewhere" :key="`${timer.number}-${timer.step}`" class="elsewhere">
          {{ places.length > 1 ? `Card ${timer.number}, drying` : "Drying" }} from step
          {{ nameOf(timer.step) }}:
          <b>{{ timer.left > 0 ? `${sayClock(timer.left)} to go` : "done" }}</b>
          <button class="press" @click="timer.number === bench.number ? go(timer.step) : take(timer.number)">
            Go there
          </button>
        </p>
        <div class="other">
          <button class="press" :aria-expanded="telling" @click="telling = !telling">Done differently</button>
          <div v-if="telling" class="telling">
            <button class="press big" @click="tell('skipped')">I skipped it</button>
            <template v-if="other">
              <span>Passes:</span>
              <button
                v-for="n in [other.passes - 1, other.passes + 1, other.passes + 2].filter((n) => n > 0)"
                :key="n"
                class="press big"
                @click="tell('passes', String(n))"
              >
                {{ n }}
              </button>
              <p>Another ink:</p>
              <button
                v-for="ink in inks.slice(0, 14)"
                :key="ink.key"
                class="press"
                @click="tell('ink', ink.key)"
              >
                {{ ink.name }}
              </button>
            </template>
          </div>
          <p v-for="d in bench.differences" :key="d.id" class="made">
            {{ sayDifference(d) }}
            <button class="press" @click="asPlanned(d.id)">as planned after all</button>
          </p>
        </div>
      </section>
    </main>
    <footer>
      <button class="press huge" :disabled="at === 0" @click="to(at - 1)">Back</button>
      <p class="next">
        <template v-if="next"><span class="quiet">Next</span> {{ words(next) }}</template>
        <template v-else>That is the last step. Trim, mount, and note how it went.</template>
      </p>
      <button class="press main huge" :disabled="!next" @click="to(at + 1)">Done, next step</button>
    </footer>
  </div>
  <p v-else class="waiting" role="status">Laying out the bench …</p>
  <NoticeLine />
</template>

<style scoped>
.waiting {
  padding: 40px;
  font-size: 24px;
}
.bench {
  height: 100vh;
  min-height: 640px;
  display: flex;
  flex-direction: column;
}
header {
  display: flex;
  align-items: center;
  gap: 20px;
  padding: 10px 24px;
}
h1 {
  flex: 1;
  font-size: 27px;
}
.count {
  font-size: 22px;
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
figure {
  margin: 0;
  min-height: 0;
  display: flex;
  flex-direction: column;
}
.surround {
  flex: 1;
  min-height: 0;
  display: grid;
  padding: 22px;
  background: var(--surround);
}
/* The picture and what is drawn over it fill the same place in the same proportion. */
.surround > * {
  grid-area: 1 / 1;
  width: 100%;
  height: 100%;
  min-height: 0;
  object-fit: contain;
}
figcaption {
  padding-top: 6px;
  color: var(--ink-soft);
}
section {
  overflow-y: auto;
  padding-right: 8px;
}
.sentence {
  font-size: 34px;
  line-height: 1.34;
  font-weight: 560;
}
.dab {
  display: inline-block;
  width: 46px;
  height: 40px;
  margin-right: 14px;
  vertical-align: -8px;
  border-radius: 52% 48% 55% 45% / 48% 55% 45% 52%;
  border: 1px solid var(--hairline);
}
.fetch {
  margin-top: 16px;
  font-size: 24px;
  line-height: 1.35;
}
.why,
.care {
  margin-top: 14px;
  font-size: 20px;
  color: var(--ink-soft);
  font-style: italic;
}
.care {
  color: var(--ink);
  font-style: normal;
}
.batch {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  max-width: 640px;
}
.cards {
  align-self: center;
  font-size: 19px;
  white-space: nowrap;
}
.chip {
  min-width: 52px;
  min-height: 52px;
  border: 1px solid var(--hairline);
  border-radius: 26px;
  background: transparent;
  font: 620 20px/1.05 var(--display);
  cursor: pointer;
}
.chip small {
  display: block;
  font: 400 14px var(--text);
}
.chip[aria-current="true"] {
  background: var(--ink);
  color: var(--paper-lift);
}
.chip:disabled {
  opacity: 0.4;
}
.other {
  margin-top: 16px;
}
.other > .press {
  margin-left: -14px;
}
.telling {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  padding: 8px 14px;
  background: var(--paper-lift);
  border-left: 4px solid var(--ink);
  font-size: 20px;
}
.telling p {
  width: 100%;
}
.made {
  font-size: 20px;
}
.timer {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 14px;
  margin-top: 22px;
}
.clock {
  font: 620 82px/1 var(--display);
  min-width: 200px;
  font-variant-numeric: tabular-nums;
}
.elsewhere {
  margin-top: 18px;
  font-size: 22px;
}
.big {
  font-size: 24px;
  min-height: 64px;
  padding: 10px 26px;
}
footer {
  display: flex;
  align-items: stretch;
  gap: 22px;
  padding: 12px 24px 18px;
  border-top: 1px solid var(--hairline);
}
.next {
  flex: 1;
  align-self: center;
  font-size: 19px;
  line-height: 1.35;
  max-height: 80px;
  overflow: hidden;
}
.huge {
  min-height: 80px;
  min-width: 150px;
  font-size: 25px;
}
.huge.main {
  min-width: 270px;
}
/* A tablet held upright: the cards in a row of their own, the picture above the words. */
@media (max-aspect-ratio: 1/1) {
  header {
    flex-wrap: wrap;
    row-gap: 4px;
  }
  .batch {
    order: 1;
    flex-basis: 100%;
    max-width: none;
  }
  main {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: minmax(220px, 42vh) minmax(0, 1fr);
    gap: 16px;
  }
}
@media (max-width: 700px) {
  main {
    grid-template-rows: minmax(180px, 34vh) minmax(0, 1fr);
  }
  .huge,
  .huge.main {
    min-width: 0;
  }
  .next {
    display: none;
  }
  footer {
    justify-content: space-between;
  }
}
</style>
