<script setup lang="ts">
/** A new card from nothing: one sentence to fill in, inks to pick, a ground to lay. */
import { computed, ref, watch } from "vue";
import { useRouter } from "vue-router";
import { ask, once } from "../../api/client";
import type { Schemas, Units } from "../../api/models";
import InkPicker from "../../components/InkPicker.vue";
import StockWord from "../../components/StockWord.vue";
import UnitsWord from "../../components/UnitsWord.vue";
import WordChoice from "../../components/word/WordChoice.vue";
import { useAsked } from "../../composables/useAsked";
import { useDoing } from "../../composables/useDoing";
import { DISCS, useStartMask } from "../../composables/useStartMask";
import { coloursOf, fits, sayColours } from "../../logic/grounds";
import { asBody, panelOf, type Sizes } from "../../logic/startSizes";
import { sayLeft } from "../../logic/things";
import { EDGE_CHOICES } from "../../logic/words";
import { useGrounds } from "../../stores/grounds";
import { useSettings } from "../../stores/settings";
import { useShelf } from "../../stores/shelf";
import { useThings } from "../../stores/things";
import WishFor from "../solving/WishFor.vue";
import AddInk from "../shelf/AddInk.vue";
import AddOther from "../shelf/AddOther.vue";
import WhatDoYouHave from "../shelf/WhatDoYouHave.vue";
import GroundTiles from "./GroundTiles.vue";
import StartSizes from "./StartSizes.vue";
import { t } from "../../words";

const emit = defineEmits<{ close: [] }>();
const shelf = useShelf();
const grounds = useGrounds();
const router = useRouter();
const { make, busy } = useDoing("start");

const title = ref("");
const units = ref<Units>(useSettings().units);
const sizes = ref<Sizes>({
  format: units.value === "in" ? "five-seven" : "a6",
  width_mm: 130,
  height_mm: 180,
  across: false,
  fold: "left",
  panel: null,
});
const stock = computed(() => shelf.stock ?? "");
/** Inks she chose herself, and those shown with the ground she chose. */
const picked = ref<string[]>([]);
const suited = ref<string[]>([]);
const inks = computed(() => (picked.value.length ? picked.value : suited.value));
const ground = ref("banded-gradient");
const name = ref<{ focus(): void } | null>(null);
watch(name, (field) => field?.focus());

const panel = computed(() => panelOf(sizes.value, shelf.shelf?.formats ?? []));
/** The size as the server is asked by it. */
const wishSize = computed(() => {
  const { format, across, panel: own } = sizes.value;
  const rim = 25.4 / 4;
  return format && !across && !own
    ? { format }
    : { width_mm: panel.value.width + rim, height_mm: panel.value.height + rim };
});
const shownSize = computed(() => {
  const { format, across, panel: own } = sizes.value;
  const rim = 25.4 / 4;
  return format && !across && !own
    ? `format=${format}`
    : `width_mm=${(panel.value.width + rim).toFixed(1)}&height_mm=${(panel.value.height + rim).toFixed(1)}`;
});
const chosenStock = computed(() => shelf.shelf?.stocks.find((s) => s.stock.key === stock.value));
const chosenGround = computed(() => grounds.grounds?.find((g) => g.key === ground.value));
const MOST = 8;
const colours = computed(() =>
  coloursOf((shelf.shelf?.inks ?? []).map(({ ink }) => ink).filter((ink) => inks.value.includes(ink.key))),
);
const ready = computed(() => !!chosenGround.value && fits(chosenGround.value, colours.value));
const banded = computed(() => ground.value === "banded-gradient");
const { light, disc, roundMask, shownDisc, leftOut } = useStartMask(panel, () =>
  inks.value.length ? chosenGround.value : undefined,
);
/** An empty shelf asks what she has, until she has told. */
const bare = ref(false);
/** What is not on the shelf yet and is just being put there. */
const making = ref<"ink" | "stock" | null>(null);
watch(
  () => !!shelf.shelf && (!shelf.shelf.stocks.length || !shelf.shelf.inks.length),
  (empty) => (bare.value ||= empty),
  { immediate: true },
);
const things = useThings();
/** Of what is chosen, what will not last long. */
const low = computed(() =>
  things.things.filter((thing) => thing.low && (inks.value.includes(thing.key) || thing.key === stock.value)),
);
function chooseGround(key: string, inks: string[]) {
  ground.value = key;
  if (!picked.value.length) suited.value = inks;
}
/** What these inks cannot give on the ground chosen, told before it is laid. */
const warned = useAsked(
  (signal) => {
    if (!ready.value || !stock.value) return null;
    const query = { stock: stock.value, ink: inks.value, ...wishSize.value };
    return ask("get", "/api/grounds/{ground}/warnings", {
      params: { path: { ground: ground.value }, query },
      signal,
    });
  },
  () => JSON.stringify([ready.value, ground.value, inks.value, stock.value, shownSize.value]),
);
/** What is still wanted, or what will be done. */
const told = computed(() => {
  if (!inks.value.length) return t("card.startCard.chooseAGroundWithThe");
  const of = chosenGround.value;
  if (of && !ready.value)
    return t("card.startCard.takesColoursChooseOtherInks", { name: of.name, colours: sayColours(of) });
  return t("card.startCard.inkCieloSortsThem", { inks: inks.value.length }, inks.value.length);
});

function toggle(key: string) {
  const now = inks.value;
  if (now.includes(key)) picked.value = now.filter((other) => other !== key);
  else if (now.length < MOST) picked.value = [...now, key];
  if (!picked.value.length) suited.value = [];
}

const asked = () => ({
  title: title.value.trim() || t("card.startCard.aNewCard"),
  units: units.value,
  ...asBody(sizes.value),
  stock: stock.value,
  inks: inks.value,
});
/** A ground that answers a wish is begun at once, in its own inks. */
async function takeWish(proposed: Schemas["ProposedOut"]) {
  [ground.value, picked.value] = [proposed.ground, proposed.inks];
  await make(`proposed ${proposed.ground}`, async (request) => {
    const body = { ...asked(), ground: proposed.ground, disc: roundMask() };
    const made = await ask("post", "/api/cards/on-ground", { body, ...once(request) });
    await router.push({ name: "desk", params: { id: made.id } });
  });
}
/** With nothing laid: she knows what she wants to do, step by step. */
async function startBare() {
  if (!stock.value || busy.value) return;
  await make("bare", async (request) => {
    const made = await ask("post", "/api/cards", { body: asked(), ...once(request) });
    await router.push({ name: "desk", params: { id: made.id } });
  });
}
async function start() {
  if (!ready.value || busy.value) return;
  await make("ground", async (request) => {
    const card = asked();
    const made = banded.value
      ? await ask("post", "/api/cards/on-gradient", {
          body: { ...card, light_edge: light.value, seams: "lighter-again", disc: roundMask() },
          ...once(request),
        })
      : await ask("post", "/api/cards/on-ground", {
          body: { ...card, ground: ground.value, disc: roundMask() },
          ...once(request),
        });
    await router.push({ name: "desk", params: { id: made.id } });
  });
}
</script>

<template>
  <WhatDoYouHave v-if="bare" :units="units" @ready="bare = false" />
  <section v-else-if="shelf.shelf" class="start" :aria-label="t('card.startCard.aNewCard')">
    <i18n-t keypath="card.startCard.measuredInOn" tag="p" scope="global" class="sentence">
      <template #startSizes>
        <StartSizes
          :sizes="sizes"
          :formats="shelf.shelf.formats"
          :units="units"
          @change="(value) => (sizes = value)"
        />
      </template>
      <template #unitsWord>
        <UnitsWord :value="units" @choose="(value) => (units = value)" />
      </template>
      <template #stockWord>
        <StockWord
          :text="chosenStock?.stock.name ?? ''"
          :value="stock"
          make
          @choose="(key) => shelf.lookOn(key)"
          @make="making = 'stock'"
        />
      </template>
      <template #roundMask>
        <WordChoice
          :label="t('card.layGradient.roundMask')"
          :text="DISCS.find((d) => d.value === disc)?.label ?? ''"
          :value="disc"
          :choices="DISCS"
          @choose="(value) => (disc = value)"
        />
      </template>
      <template #aLight>
        <i18n-t v-if="banded || light !== 'bottom'" keypath="card.startCard.aGradientLightAt" scope="global">
          <template #lightEdge>
            <WordChoice
              :label="t('card.layGradient.lightEdge')"
              :text="EDGE_CHOICES.find((e) => e.value === light)?.label ?? ''"
              :value="light"
              :choices="EDGE_CHOICES"
              @choose="(edge) => (light = edge)"
            />
          </template>
        </i18n-t>
      </template>
      <template #elInput>
        <el-input
          ref="name"
          v-model="title"
          class="name"
          :placeholder="t('card.startCard.aNewCard')"
          :aria-label="t('card.cardName.nameOfTheCard')"
          :maxlength="80"
          @keydown.enter="start"
        />
      </template>
    </i18n-t>
    <AddOther
      v-if="making === 'stock'"
      kind="stock"
      :units="units"
      @added="(key) => shelf.lookOn(key)"
      @close="making = null"
    />
    <p v-for="words in leftOut" :key="words" class="low" role="status">{{ words }}</p>
    <p v-if="low.length" class="low" role="status">
      {{
        t("card.startCard.runsLow", {
          low: low
            .map((thing) => t("card.startCard.left", { name: thing.name, left: sayLeft(thing) }))
            .join("; "),
        })
      }}
    </p>
    <WishFor :stock="stock" :units="units" :size="wishSize" @take="takeWish" />
    <h2>
      {{ t("card.startCard.ground") }}
      <span class="quiet">{{
        picked.length ? t("card.startCard.groundsWithInks") : t("card.startCard.groundsWithoutInks")
      }}</span>
    </h2>
    <GroundTiles
      class="grounds"
      :size="shownSize"
      :disc="shownDisc"
      :stock="stock"
      :inks="picked"
      :chosen="inks.length ? ground : null"
      :held="busy"
      @choose="chooseGround"
    />
    <h2>
      {{ t("card.startCard.inks") }}
      <span class="quiet">{{ t("card.startCard.inksHint", { name: chosenStock?.stock.name }) }}</span>
    </h2>
    <InkPicker
      :stock-hex="chosenStock?.hex ?? '#fff'"
      :chosen="inks"
      kinds
      @toggle="(ink) => toggle(ink.key)"
    >
      <button type="button" class="word" @click="making = 'ink'">{{ t("everywhere.common.aNewOne") }}</button>
    </InkPicker>
    <AddInk v-if="making === 'ink'" @added="toggle" @close="making = null" />
    <ul v-if="warned.value.value?.length" class="warned" :aria-label="t('card.startCard.notWithThese')">
      <li v-for="warning in warned.value.value" :key="warning.message">
        <b>{{ warning.message }}</b> {{ warning.why }}
      </li>
    </ul>
    <div class="end">
      <el-button type="primary" :disabled="!ready || busy" @click="start">
        {{ busy ? t("card.startCard.creating") : t("card.startCard.create") }}
      </el-button>
      <el-button :disabled="!stock || busy" @click="startBare">{{ t("card.startCard.blank") }}</el-button>
      <el-button @click="emit('close')">{{ t("everywhere.action.cancel") }}</el-button>
      <span class="quiet" aria-live="polite">{{ told }}</span>
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
  width: 250px;
  font-weight: 650;
}
.name :deep(.el-input__wrapper) {
  border-bottom-color: var(--ink);
}
h2 {
  margin: 18px 0 8px;
  font-size: 21px;
}
h2 .quiet {
  font: 16px var(--text);
}
.warned {
  max-width: 62em;
  margin: 14px 0 0;
  padding: 8px 18px 8px 34px;
  background: var(--paper-lift);
  border-left: 4px solid var(--ink);
}
.low {
  margin-top: 8px;
  font-style: italic;
}
/* As high whatever it shows, so that the inks below stay under the finger. */
.grounds {
  height: min(400px, 60vh);
  overflow-y: auto;
  padding: 4px;
  border-top: 1px solid var(--hairline);
  border-bottom: 1px solid var(--hairline);
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
