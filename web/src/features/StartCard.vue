<script setup lang="ts">
/** A new card from nothing: one sentence to fill in, inks to pick, and a gradient is laid out. */
import { computed, onMounted, ref } from "vue";
import { useRouter } from "vue-router";
import { api, type CardOut, type DiscModel, type Edge, type Schemas, take, type Units } from "../api/client";
import InkPicker from "../components/InkPicker.vue";
import StockWord from "../components/StockWord.vue";
import UnitsWord from "../components/UnitsWord.vue";
import WordChoice from "../components/WordChoice.vue";
import { useNotice } from "../composables/useNotice";
import { useShelf } from "../composables/useShelf";
import GroundTiles from "./GroundTiles.vue";
import { EDGE_CHOICES } from "../logic/words";

const emit = defineEmits<{ close: [] }>();
const { shelf, look } = useShelf();
const { attempt } = useNotice();
const router = useRouter();

const title = ref("");
const units = ref<Units>("in");
const format = ref("five-seven");
const stock = ref("");
const inks = ref<string[]>([]);
const ground = ref("banded-gradient");
const light = ref<Edge>("bottom");
const disc = ref<"none" | "moon" | "sun">("none");
const busy = ref(false);

onMounted(async () => {
  await attempt(() => look());
  stock.value = shelf.value?.stocks[0]?.stock.key ?? "";
});

const chosenFormat = computed(() => shelf.value?.formats.find((f) => f.key === format.value));
const chosenStock = computed(() => shelf.value?.stocks.find((s) => s.stock.key === stock.value));
const MOST = 8;
const ready = computed(() => inks.value.length >= 1);
const banded = computed(() => ground.value === "banded-gradient");
const DISCS = [
  { value: "none" as const, label: "no round mask" },
  { value: "moon" as const, label: "a moon", hint: "a round mask kept bare, high up" },
  { value: "sun" as const, label: "a sun", hint: "a larger round mask, low down" },
];

async function chooseStock(key: string) {
  stock.value = key;
  await attempt(() => look(key));
}

function toggle(key: string) {
  if (inks.value.includes(key)) inks.value = inks.value.filter((other) => other !== key);
  else if (inks.value.length < MOST) inks.value = [...inks.value, key];
}

function roundMask(width: number, height: number): DiscModel | null {
  if (disc.value === "none") return null;
  const diameter = Math.round(Math.min(width, height) * (disc.value === "moon" ? 0.3 : 0.42));
  const y = height * (disc.value === "moon" ? 0.28 : 0.62);
  const x = width * (disc.value === "moon" ? 0.66 : 0.5);
  return {
    key: disc.value,
    name: disc.value,
    x_mm: Math.round(x),
    y_mm: Math.round(y),
    diameter_mm: diameter,
    keeps: "inside",
    shape: "disc",
  };
}

async function start() {
  const on = shelf.value;
  if (!ready.value || !on) return;
  busy.value = true;
  await attempt(async () => {
    const name = title.value.trim() || "A new card";
    if (!banded.value) {
      const card = await take<CardOut>(
        api.POST("/api/cards/on-ground", {
          body: {
            title: name,
            units: units.value,
            format: format.value,
            stock: stock.value,
            ground: ground.value,
            inks: inks.value,
          },
        }),
      );
      await router.push({ name: "desk", params: { id: card.id } });
      return;
    }
    const card = await take<CardOut>(
      api.POST("/api/cards", {
        body: { title: name, units: units.value, format: format.value, stock: stock.value },
      }),
    );
    const wish: Schemas["ProposeGradient"] = {
      based_on: card.revision,
      inks: on.inks.filter((i) => inks.value.includes(i.ink.key)).map((i) => i.ink),
      light_edge: light.value,
      seams: "lighter-again",
      disc: roundMask(card.reading.panel_width_mm, card.reading.panel_height_mm),
    };
    await take(
      api.POST("/api/cards/{card_id}/gradient", { params: { path: { card_id: card.id } }, body: wish }),
    );
    await router.push({ name: "desk", params: { id: card.id } });
  });
  busy.value = false;
}
</script>

<template>
  <section v-if="shelf" class="start" aria-label="A new card">
    <p class="sentence">
      A
      <WordChoice
        label="Card format"
        :text="chosenFormat?.name ?? ''"
        :value="format"
        :choices="shelf.formats.map((f) => ({ value: f.key, label: f.name }))"
        @choose="(key) => (format = key)"
      />
      card, measured in
      <UnitsWord :value="units" @choose="(value) => (units = value)" />, on
      <StockWord :text="chosenStock?.stock.name ?? ''" :value="stock" @choose="chooseStock" /><template
        v-if="banded"
        >: a gradient, light at the
        <WordChoice
          label="Light edge"
          :text="EDGE_CHOICES.find((e) => e.value === light)?.label ?? ''"
          :value="light"
          :choices="EDGE_CHOICES"
          @choose="(edge) => (light = edge)" />, with
        <WordChoice
          label="Round mask"
          :text="DISCS.find((d) => d.value === disc)?.label ?? ''"
          :value="disc"
          :choices="DISCS"
          @choose="(value) => (disc = value)" /></template
      >, called
      <input
        v-model="title"
        class="name"
        placeholder="A new card"
        aria-label="Name of the card"
        maxlength="80"
      />.
    </p>
    <h3>
      Inks
      <span class="quiet"
        >as they look on {{ chosenStock?.stock.name }}; choose two to five that neighbour each other, light,
        middle, dark</span
      >
    </h3>
    <InkPicker
      :stock-hex="chosenStock?.hex ?? '#fff'"
      :chosen="inks"
      kinds
      @toggle="(ink) => toggle(ink.key)"
    />
    <template v-if="ready">
      <h3>
        Ground
        <span class="quiet"
          >as each would look with these inks; a powder or white it takes is fetched from the shelf</span
        >
      </h3>
      <GroundTiles
        :format="format"
        :stock="stock"
        :inks="inks"
        :chosen="ground"
        @choose="(key) => (ground = key)"
      />
    </template>
    <div class="end">
      <button class="press main" :disabled="!ready || busy" @click="start">
        {{ busy ? "Laying it out …" : "Lay it out" }}
      </button>
      <button class="press" @click="emit('close')">Not now</button>
      <span class="quiet" aria-live="polite">{{
        ready
          ? `${inks.length} ink${inks.length > 1 ? "s" : ""}; Cielo sorts them light to dark on this stock.`
          : "No ink chosen yet."
      }}</span>
    </div>
  </section>
</template>

<style scoped>
.start {
  padding: 20px 0 26px;
  border-bottom: 1px solid var(--hairline);
}
.sentence {
  font-size: 23px;
  line-height: 1.75;
  max-width: 58em;
}
.name {
  width: 230px;
  padding: 2px 4px;
  font-weight: 650;
  background: transparent;
  border: 0;
  border-bottom: 2px dotted var(--ink);
}
h3 {
  margin: 18px 0 8px;
  font-size: 21px;
}
h3 .quiet {
  font: 16px var(--text);
}
.end {
  position: sticky;
  bottom: 0;
  padding: 10px 0;
  background: var(--paper);
  display: flex;
  align-items: center;
  gap: 10px;
  margin-top: 14px;
}
</style>
