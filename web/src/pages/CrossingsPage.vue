<script setup lang="ts">
import { useFileDialog } from "@vueuse/core";
import { computed, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import { ask, asFile } from "../api/client";
import type { Schemas, Units } from "../api/models";
import InkPicker from "../components/InkPicker.vue";
import PageHead from "../components/PageHead.vue";
import PageState from "../components/PageState.vue";
import StockWord from "../components/StockWord.vue";
import UnitsWord from "../components/UnitsWord.vue";
import WordChoice from "../components/word/WordChoice.vue";
import { useCrossings } from "../composables/useCrossings";
import { useDoing } from "../composables/useDoing";
import CrossingAnswer from "../features/crossings/CrossingAnswer.vue";
import CrossingNotes from "../features/crossings/CrossingNotes.vue";
import CrossingWeave, { type Square } from "../features/crossings/CrossingWeave.vue";
import GradientStrip from "../features/crossings/GradientStrip.vue";
import { firstInks, sequenceOf } from "../logic/crossings";
import { sightChoices, throughEyes, USUAL } from "../logic/sight";
import { useNotices } from "../stores/notices";
import { useShelf } from "../stores/shelf";
import { t } from "../words";

const MOST_INKS = 9;
const route = useRoute();
const router = useRouter();
const shelf = useShelf();
const notices = useNotices();
const { run } = useDoing("crossings");

const word = (value: unknown) => (typeof value === "string" ? value : "");
const list = (value: unknown) => word(value).split(",").filter(Boolean);
const ofCard = computed(() => (word(route.query.card) ? { id: word(route.query.card) } : null));
const wantedStock = ref(word(route.query.stock));
const wantedInks = ref(list(route.query.inks));
const light = ref(word(route.query.light) || "daylight");
const units = ref<Units>(route.query.units === "cm" ? "cm" : "in");
const length = ref(152.4);
const carry = ref(19.05);
/** Whose eyes it is seen with. */
const sight = ref(USUAL);
const sights = computed(() => sightChoices(shelf.shelf?.sights ?? []));
const square = ref<Square | null>(null);
const picking = ref(false);
const ordered = ref<string[]>([]);
shelf.lookOn(wantedStock.value);

/** What was asked for, as far as the shelf has it. */
const stock = computed(() => {
  const stocks = shelf.shelf?.stocks ?? [];
  return stocks.find((s) => s.stock.key === wantedStock.value)?.stock.key ?? stocks[0]?.stock.key ?? "";
});
const inks = computed(() => {
  const on = (shelf.shelf?.inks ?? []).map(({ ink }) => ink.key);
  const known = wantedInks.value.filter((key) => on.includes(key)).slice(0, MOST_INKS);
  return known.length ? known : firstInks(on);
});
const sequence = computed(() => sequenceOf(ordered.value, inks.value));
const { chart, blend } = useCrossings(
  computed(() =>
    stock.value && inks.value.length ? { stock: stock.value, inks: inks.value, light: light.value } : null,
  ),
  computed(() =>
    stock.value
      ? { stock: stock.value, inks: sequence.value, length_mm: length.value, carry_mm: carry.value }
      : null,
  ),
);
const shown = chart.value;
const strip = blend.value;
watch([stock, inks, light, units], () => {
  if (!stock.value) return;
  const query = {
    ...route.query,
    stock: stock.value,
    inks: inks.value.join(","),
    light: light.value,
    units: units.value,
  };
  void router.replace({ query });
  shelf.lookOn(stock.value);
});
/** The square chosen, or the first two inks where it is not on the chart. */
const chosen = computed<Square | null>(() => {
  const on = shown.value?.inks.map((ink) => ink.key) ?? [];
  const kept = square.value;
  if (kept && on.includes(kept.bottom) && on.includes(kept.top)) return kept;
  const [a, b] = on;
  return a ? { bottom: a, top: b ?? a } : null;
});

const name = (key: string) => shown.value?.inks.find((ink) => ink.key === key)?.name ?? key;
const asked = computed(() => {
  const inksAsked = inks.value.map((key) => `ink=${encodeURIComponent(key)}`).join("&");
  return `stock=${encodeURIComponent(stock.value)}&${inksAsked}`;
});

function toggle(key: string) {
  if (inks.value.includes(key)) {
    if (inks.value.length > 1) wantedInks.value = inks.value.filter((other) => other !== key);
  } else if (inks.value.length < MOST_INKS) wantedInks.value = [...inks.value, key];
}

type Pair = Schemas["DropCrossing"];
async function keepReading(lab: [number, number, number]) {
  if (!chosen.value) return;
  // The pair that was measured, whichever is chosen when it is taken back.
  const pair: Pair = { stock: stock.value, ...chosen.value };
  if (!(await run(() => ask("post", "/api/crossings/measured", { body: { ...pair, colour: { lab } } }))))
    return;
  await again();
  notices.say("reading", t("crossings.page.saved", { name: name(pair.top), name2: name(pair.bottom) }), {
    label: t("everywhere.action.undo"),
    go: () => forget(pair),
  });
}
async function forget(pair: Pair) {
  await run(() => ask("delete", "/api/crossings/measured", { body: pair }));
  await again();
}
const again = () => Promise.all([chart.again(), blend.again(), shelf.again()]);

const readings = useFileDialog({ accept: ".txt,.cgats,.ti3,text/plain", multiple: false, reset: true });
readings.onChange(async (files) => {
  const file = files?.[0];
  if (!file) return;
  await run(async () => {
    const taken = await ask("post", "/api/crossings/readings", {
      params: { query: { stock: stock.value } },
      ...asFile("text/plain", file),
    });
    await again();
    const read = [
      taken.inks.length ? t("crossings.page.newSwatchesFor", { inks: taken.inks.join(", ") }) : "",
      taken.crossings
        ? t("crossings.page.measuredCrossing", { crossings: taken.crossings }, taken.crossings)
        : "",
    ].filter(Boolean);
    notices.say(
      "readings",
      [t("crossings.page.read", { read: read.join(t("crossings.page.and")) }), ...taken.warnings].join(" "),
    );
  });
});
</script>

<template>
  <PageHead :card="ofCard">
    <h1>{{ t("everywhere.useWays.crossings") }}</h1>
    <template v-if="shown" #actions>
      <el-button
        tag="a"
        :href="`/api/crossings/chart.pdf?${asked}&light=${light}&units=${units}`"
        target="_blank"
        rel="noopener"
        >{{ t("crossings.page.printTheChart") }}</el-button
      >
      <el-button
        tag="a"
        :href="`/api/crossings/swatches.pdf?${asked}&units=${units}`"
        target="_blank"
        rel="noopener"
        >{{ t("crossings.page.swatchSheet") }}</el-button
      >
      <el-button tag="a" :href="`/api/crossings/readings.txt?${asked}`" download>{{
        t("crossings.page.predictedReadings")
      }}</el-button>
      <el-button @click="readings.open()">{{ t("crossings.page.importReadings") }}</el-button>
      <RouterLink class="word" :to="{ name: 'trainer' }">{{ t("everywhere.common.trainTheEye") }}</RouterLink>
    </template>
  </PageHead>
  <main v-if="shown">
    <div class="weave" :class="{ busy: chart.busy.value }" :aria-busy="chart.busy.value">
      <p v-if="chart.busy.value" class="working" role="status">
        {{ t("crossings.page.working") }}
      </p>
      <CrossingWeave
        :style="throughEyes(sight)"
        :chart="shown"
        :chosen="chosen"
        @choose="(to) => (square = to)"
      />
    </div>
    <div class="side" data-words>
      <i18n-t keypath="crossings.page.onSeenBy" tag="p" scope="global" class="sentence">
        <template #stockWord>
          <StockWord :text="shown.stock_name" :value="stock" @choose="(key) => (wantedStock = key)" />
        </template>
        <template #light>
          <WordChoice
            :label="t('crossings.page.light')"
            :text="shown.lights.find((l) => l.key === light)?.name ?? light"
            :value="light"
            :choices="shown.lights.map((l) => ({ value: l.key, label: l.name }))"
            @choose="(key) => (light = key)"
          />
        </template>
        <template #eyes>
          <WordChoice
            :label="t('crossings.page.eyes')"
            :text="sights.find(({ value }) => value === sight)?.label ?? ''"
            :value="sight"
            :choices="sights"
            @choose="(key) => (sight = key)"
          />
        </template>
        <template #unitsWord>
          <UnitsWord :value="units" @choose="(value) => (units = value)" />
        </template>
        <template #ink>
          <button type="button" class="word" :aria-expanded="picking" @click="picking = !picking">
            {{ t("crossings.page.ink", { inks: inks.length }, inks.length) }}
          </button>
        </template>
        <template #picking>{{
          picking ? t("crossings.page.ofTheShelf") : t("crossings.page.overEachOther")
        }}</template>
      </i18n-t>
      <InkPicker
        v-if="picking"
        :stock-hex="shown.stock_hex"
        :chosen="inks"
        kinds
        @toggle="(ink) => toggle(ink.key)"
      >
        <p class="quiet wide">
          {{ t("crossings.page.upTo", { mostInks: MOST_INKS }) }}{{ " "
          }}<el-button type="primary" @click="picking = false">{{ t("everywhere.action.done") }}</el-button>
        </p>
      </InkPicker>
      <template v-else>
        <CrossingAnswer
          v-if="chosen"
          :chart="shown"
          :square="chosen"
          @turn="(to) => (square = to)"
          @keep="keepReading"
          @forget="chosen && forget({ stock, ...chosen })"
        />
        <CrossingNotes :chart="shown" :light="light" @show="(to) => (square = to)" />
      </template>
    </div>
    <GradientStrip
      class="foot"
      :style="throughEyes(sight)"
      :chart="shown"
      :strip="strip"
      :sequence="sequence"
      :length-mm="length"
      :carry-mm="carry"
      :units="units"
      @order="(next) => (ordered = next)"
      @length="(mm) => (length = mm)"
      @carry="(mm) => (carry = mm)"
    />
  </main>
  <p v-else-if="shelf.shelf && !stock" class="nothing" role="status">
    {{ t("crossings.page.noStock") }}
  </p>
  <PageState
    v-else
    :state="shelf.shelf ? chart.state.value : shelf.state"
    :what="t('crossings.page.what')"
    :why="chart.refusal.value?.message"
    @again="again"
  />
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
.nothing {
  padding: 40px;
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
.foot {
  grid-column: 1 / -1;
  padding: 10px 24px 22px;
  border-top: 1px solid var(--hairline);
}
</style>
