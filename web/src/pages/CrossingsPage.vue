<script setup lang="ts">
import { computed, onMounted, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import type { Units } from "../api/client";
import InkPicker from "../components/InkPicker.vue";
import NoticeLine from "../components/NoticeLine.vue";
import PageHead from "../components/PageHead.vue";
import StockWord from "../components/StockWord.vue";
import UnitsWord from "../components/UnitsWord.vue";
import WordChoice from "../components/WordChoice.vue";
import { useCrossings } from "../composables/useCrossings";
import { useNotice } from "../composables/useNotice";
import { useShelf } from "../composables/useShelf";
import CrossingAnswer from "../features/CrossingAnswer.vue";
import CrossingWeave, { type Square } from "../features/CrossingWeave.vue";
import GradientStrip from "../features/GradientStrip.vue";
import { notes, sequenceOf } from "../logic/crossings";

const MOST_INKS = 9;
const route = useRoute();
const router = useRouter();
const { shelf, look } = useShelf();
const { attempt, say } = useNotice();
const { chart, strip, busy, cross, blend, keep, forget, bringIn } = useCrossings();

const words = (value: unknown) => (typeof value === "string" && value ? value.split(",") : []);
const stock = ref(String(route.query.stock ?? ""));
const inks = ref(words(route.query.inks));
const light = ref(String(route.query.light ?? "daylight"));
const units = ref<Units>(route.query.units === "cm" ? "cm" : "in");
const sequence = ref<string[]>([]);
const length = ref(152.4);
const carry = ref(19.05);
const chosen = ref<Square | null>(null);
const picking = ref(false);
const picker = ref<HTMLInputElement | null>(null);

onMounted(async () => {
  await attempt(() => look(stock.value || undefined));
  const on = shelf.value;
  if (!on) return;
  if (!on.stocks.some((s) => s.stock.key === stock.value)) stock.value = on.stocks[0]?.stock.key ?? "";
  inks.value = inks.value.filter((key) => on.inks.some((i) => i.ink.key === key)).slice(0, MOST_INKS);
  if (inks.value.length < 2)
    inks.value = on.inks
      .slice(0, 12)
      .filter((_, i) => i % 3 === 0 || i === 10)
      .map((i) => i.ink.key);
  await renew();
});

watch([stock, light, inks], () => void renew());
watch(
  [stock, sequence, length, carry],
  () => void blend(stock.value, { inks: sequence.value, length_mm: length.value, carry_mm: carry.value }),
);

async function renew() {
  if (!stock.value || !inks.value.length) return;
  const next = sequenceOf(sequence.value, inks.value);
  if (next.join() !== sequence.value.join()) sequence.value = next;
  const query = { stock: stock.value, inks: inks.value.join(","), light: light.value, units: units.value };
  void router.replace({ query });
  void look(stock.value);
  await cross({ stock: stock.value, inks: inks.value, light: light.value });
  const [a, b] = inks.value;
  const still =
    chosen.value && inks.value.includes(chosen.value.bottom) && inks.value.includes(chosen.value.top);
  if (!still && a) chosen.value = { bottom: a, top: b ?? a };
}

const noted = computed(() => (chart.value ? notes(chart.value) : []));
const name = (key: string) => chart.value?.inks.find((ink) => ink.key === key)?.name ?? key;
const asked = computed(() => {
  const inksAsked = inks.value.map((key) => `ink=${encodeURIComponent(key)}`).join("&");
  return `stock=${encodeURIComponent(stock.value)}&${inksAsked}`;
});

function toggle(key: string) {
  if (inks.value.includes(key)) {
    if (inks.value.length > 1) inks.value = inks.value.filter((other) => other !== key);
  } else if (inks.value.length < MOST_INKS) inks.value = [...inks.value, key];
}

async function keepReading(lab: [number, number, number]) {
  if (!chosen.value) return;
  const pair = { stock: stock.value, ...chosen.value };
  if (!(await keep({ ...pair, colour: { lab } }))) return;
  await renew();
  say("Kept. Predictions on this stock now lean on it.", {
    label: "Take it back",
    go: () => forgetReading(),
  });
}
async function forgetReading() {
  if (!chosen.value) return;
  await forget({ stock: stock.value, ...chosen.value });
  await renew();
}
async function readSheet(event: Event) {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = "";
  if (!file) return;
  const taken = await bringIn(stock.value, file);
  if (!taken) return;
  await renew();
  const read = [
    taken.inks.length ? `new swatches for ${taken.inks.join(", ")}` : "",
    taken.crossings ? `${taken.crossings} measured crossing${taken.crossings > 1 ? "s" : ""}` : "",
  ].filter(Boolean);
  say([`Read: ${read.join(" and ")}.`, ...taken.warnings].join(" "));
}
</script>

<template>
  <PageHead here="Crossings">
    <h1>Crossings</h1>
    <template #actions>
      <a
        class="press"
        :href="`/api/crossings/chart.pdf?${asked}&light=${light}&units=${units}`"
        target="_blank"
        rel="noopener"
        >Print the chart</a
      >
      <a
        class="press"
        :href="`/api/crossings/swatches.pdf?${asked}&units=${units}`"
        target="_blank"
        rel="noopener"
        >Swatch sheet to ink</a
      >
      <a class="press" :href="`/api/crossings/readings.txt?${asked}`" download>Its predicted readings</a>
      <button class="press" @click="picker?.click()">Bring in readings</button>
      <input
        ref="picker"
        type="file"
        accept=".txt,.cgats,.ti3,text/plain"
        hidden
        aria-label="Readings file"
        @change="readSheet"
      />
    </template>
  </PageHead>
  <main v-if="shelf && chart">
    <div class="weave" :class="{ busy }" :aria-busy="busy">
      <p v-if="busy" class="working" role="status">Working it out; choose something else to stop it.</p>
      <CrossingWeave :chart="chart" :chosen="chosen" @choose="(square) => (chosen = square)" />
    </div>
    <div class="side">
      <p class="sentence">
        On
        <StockWord :text="chart.stock_name" :value="stock" @choose="(key) => (stock = key)" />, seen by
        <WordChoice
          label="Light"
          :text="chart.lights.find((l) => l.key === light)?.name ?? light"
          :value="light"
          :choices="chart.lights.map((l) => ({ value: l.key, label: l.name }))"
          @choose="(key) => (light = key)"
        />, in <UnitsWord :value="units" @choose="(value) => (units = value)" />:
        <button class="word" :aria-expanded="picking" @click="picking = !picking">
          {{ inks.length }} ink{{ inks.length > 1 ? "s" : "" }}
        </button>
        {{ picking ? "of the shelf." : "over each other." }}
      </p>
      <InkPicker
        v-if="picking"
        :stock-hex="chart.stock_hex"
        :chosen="inks"
        kinds
        @toggle="(ink) => toggle(ink.key)"
      >
        <p class="quiet wide">
          Up to {{ MOST_INKS }}.
          <button class="press main" @click="picking = false">Done choosing</button>
        </p>
      </InkPicker>
      <template v-else>
        <CrossingAnswer
          v-if="chosen"
          :chart="chart"
          :square="chosen"
          @turn="(square) => (chosen = square)"
          @keep="keepReading"
          @forget="forgetReading"
        />
        <p v-if="light !== 'daylight'" class="quiet lamp">
          By another light the colours are an estimate: one reading cannot tell how an ink's spectrum goes.
        </p>
        <p v-for="warning in chart.warnings" :key="warning" class="quiet">{{ warning }}</p>
        <h3>{{ noted.length ? "To know before you ink" : "Nothing to warn of among these inks." }}</h3>
        <ul class="notes">
          <li v-for="note in noted" :key="`${note.code}${note.bottom}${note.top}`">
            <button class="press" @click="chosen = { bottom: note.bottom, top: note.top }">
              {{ note.bottom === note.top ? name(note.top) : `${name(note.top)} over ${name(note.bottom)}` }}
            </button>
            {{ note.words }}
          </li>
        </ul>
      </template>
    </div>
    <GradientStrip
      class="foot"
      :chart="chart"
      :strip="strip"
      :sequence="sequence"
      :length-mm="length"
      :carry-mm="carry"
      :units="units"
      @order="(next) => (sequence = next)"
      @length="(mm) => (length = mm)"
      @carry="(mm) => (carry = mm)"
    />
  </main>
  <p v-else class="working first" role="status">Laying the inks over each other …</p>
  <NoticeLine />
</template>

<style scoped>
h1 {
  font-size: 27px;
}
main {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(430px, 1fr);
  grid-template-rows: minmax(430px, calc(100vh - 320px)) auto;
}
@media (max-width: 900px) {
  main {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: minmax(360px, 60vh) auto auto;
  }
}
.weave {
  padding: 14px 18px;
  background: var(--surround);
  border-right: 1px solid var(--hairline);
}
.weave {
  position: relative;
}
.weave.busy > :not(.working) {
  opacity: 0.8;
}
.working {
  position: absolute;
  z-index: 1;
  left: 50%;
  top: 45%;
  transform: translateX(-50%);
  padding: 8px 16px;
  background: var(--paper-lift);
  animation: late 0.5s;
}
.working.first {
  background: transparent;
}
/* Only a wait that is felt is spoken of. */
@keyframes late {
  0%,
  99% {
    opacity: 0;
  }
}
.side {
  overflow-y: auto;
  padding: 12px 22px 20px;
}
.sentence {
  font-size: 20px;
  line-height: 1.7;
}
.wide {
  flex-basis: 100%;
}
.lamp {
  font-size: 15px;
}
h3 {
  font-size: 19px;
  margin-top: 12px;
}
.notes {
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: 16px;
}
.notes .press {
  padding-left: 0;
}
.foot {
  grid-column: 1 / -1;
  padding: 10px 24px 22px;
  border-top: 1px solid var(--hairline);
}
</style>
