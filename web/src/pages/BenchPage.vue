<script setup lang="ts">
import { useEventListener } from "@vueuse/core";
import { computed, onMounted, watch } from "vue";
import { pictureUrl } from "../api/client";
import NoticeLine from "../components/NoticeLine.vue";
import { useBench } from "../composables/useBench";
import { sayClock } from "../logic/time";

const props = defineProps<{ id: string }>();
const { card, bench, left, load, go, startTimer, stopTimer } = useBench(props.id);

onMounted(async () => {
  await load();
  // Keep the screen awake where the browser allows it; without it the timer still runs on.
  await navigator.wakeLock?.request("screen").catch(() => undefined);
});

const steps = computed(() => card.value?.plan.steps ?? []);
const at = computed(() => steps.value.findIndex((step) => step.id === bench.value?.step));
const step = computed(() => steps.value[at.value]);
const reading = computed(() => card.value?.reading.steps[at.value]);
const next = computed(() => card.value?.reading.steps[at.value + 1]);
const colour = computed(() => {
  const now = step.value;
  return now?.do === "brush" ? card.value?.reading.inks.find((ink) => ink.key === now.ink)?.hex : undefined;
});
const words = (of?: { parts: { text: string }[] }) => of?.parts.map((part) => part.text).join("") ?? "";
const elsewhere = computed(() => {
  const state = bench.value;
  if (!state?.timer_step || state.timer_step === state.step) return -1;
  return steps.value.findIndex((other) => other.id === state.timer_step);
});

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
  () => card.value?.plan.title,
  (title) => (document.title = title ? `${title} at the bench · Cielo` : "Cielo"),
);
</script>

<template>
  <div v-if="card && step && reading" class="bench">
    <header>
      <RouterLink class="press" :to="{ name: 'desk', params: { id } }">Back to the desk</RouterLink>
      <h1>{{ card.plan.title }}</h1>
      <p class="count">
        Step <b>{{ at + 1 }}</b> of {{ steps.length }}
      </p>
    </header>
    <ol class="track" aria-hidden="true">
      <li v-for="(other, i) in steps" :key="other.id" :class="{ done: i < at, now: i === at }" />
    </ol>
    <main>
      <figure>
        <div class="surround">
          <img
            :src="pictureUrl(card.id, card.revision, 90, at + 1)"
            alt="The panel as it should look after this step"
          />
        </div>
        <figcaption>As it should look after this step</figcaption>
      </figure>
      <section aria-live="polite">
        <p class="sentence">
          <span v-if="colour" class="dab" :style="{ background: colour }" />{{ words(reading) }}
        </p>
        <p class="fetch"><b>Fetch</b> {{ reading.fetch }}.</p>
        <p v-if="reading.fetch.includes('off-load')" class="fetch">
          <b>First</b> off-load the brush on scrap until it marks pale.
        </p>
        <p class="why">{{ reading.why }}</p>
        <p v-for="note in reading.notes" :key="note" class="fetch">{{ note }}</p>
        <p v-if="reading.care" class="care"><b>Care.</b> {{ reading.care }}</p>
        <div v-if="step.do === 'dry'" class="timer">
          <template v-if="bench?.timer_step === step.id && left !== null">
            <span class="clock" role="timer">{{ left > 0 ? sayClock(left) : "Dry" }}</span>
            <button class="press" @click="startTimer(step.id)">Start again</button>
            <button class="press" @click="stopTimer()">Stop it</button>
          </template>
          <button v-else class="press main big" @click="startTimer(step.id)">
            Start the timer, {{ step.minutes }} min
          </button>
        </div>
        <p v-if="elsewhere >= 0 && left !== null" class="elsewhere">
          Drying from step {{ elsewhere + 1 }}: <b>{{ left > 0 ? `${sayClock(left)} to go` : "done" }}</b>
          <button class="press" @click="to(elsewhere)">Go there</button>
        </p>
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
  <NoticeLine />
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
  place-items: center;
  padding: 22px;
  background: var(--surround);
}
img {
  max-width: 100%;
  max-height: 100%;
  min-height: 0;
  object-fit: contain;
  outline: 1px solid var(--hairline);
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
.timer {
  display: flex;
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
</style>
