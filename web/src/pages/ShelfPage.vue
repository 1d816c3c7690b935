<script setup lang="ts">
/** What she has: inks, stocks, stencils, stamps, tools, tapes; each a sentence that is changed in place. */
import { useFileDialog } from "@vueuse/core";
import { computed, ref, watch } from "vue";
import { useRoute } from "vue-router";
import type { Units } from "../api/models";
import { ask } from "../api/client";
import PageHead from "../components/PageHead.vue";
import PageState from "../components/PageState.vue";
import StockWord from "../components/StockWord.vue";
import WordChoice from "../components/word/WordChoice.vue";
import { useAsked } from "../composables/useAsked";
import AddInk from "../features/shelf/AddInk.vue";
import AddOther from "../features/shelf/AddOther.vue";
import FilesIn from "../features/shelf/FilesIn.vue";
import InkLooks from "../features/shelf/InkLooks.vue";
import ShelfBulk from "../features/shelf/ShelfBulk.vue";
import StencilLooks from "../features/shelf/StencilLooks.vue";
import ThingSentence from "../features/shelf/ThingSentence.vue";
import ThingTile from "../features/shelf/ThingTile.vue";
import WhatDoYouHave from "../features/shelf/WhatDoYouHave.vue";
import { usualUnits } from "../logic/locale";
import { type Filter, filtersFor, KINDS, shown, type ThingKind } from "../logic/things";
import { useShelf } from "../stores/shelf";
import { useThings } from "../stores/things";

const route = useRoute();
const ofCard = computed(() => (typeof route.query.card === "string" ? { id: route.query.card } : null));
const units: Units = usualUnits();
const store = useThings();
const shelf = useShelf();
const kind = ref<ThingKind>("ink");
const of = computed(() => KINDS.find((k) => k.value === kind.value) ?? KINDS[0]);
const filter = ref<Filter>({ search: "", only: null, sort: "shelf" });
const open = ref<string | null>(null);
const picking = ref(false);
const picked = ref<string[]>([]);
const adding = ref(false);
const today = new Date().toISOString().slice(0, 10);

watch(
  () => shelf.stock,
  (stock) => {
    if (stock) store.lookOn(stock);
  },
  { immediate: true },
);
watch(kind, () => {
  [open.value, adding.value, picking.value, picked.value] = [null, false, false, []];
  filter.value = { search: "", only: null, sort: "shelf" };
});
const here = computed(() => shown(store.things, kind.value, filter.value, today));
const chosen = computed(() => here.value.find((thing) => thing.key === open.value));
/** How stencils look; only asked for where they are shown. */
const designs = useAsked(
  (signal) =>
    kind.value === "stencil"
      ? ask("get", "/api/stencils", { params: { query: { units } }, signal })
      : Promise.resolve([]),
  () => kind.value === "stencil",
);
const designOf = (key: string) =>
  kind.value === "stencil" ? designs.value.value?.find((design) => design.key === key) : undefined;
const filters = computed(() => filtersFor(store.things, kind.value));
const stock = computed(() => shelf.shelf?.stocks.find((s) => s.stock.key === shelf.stock));
const SORTS: { value: Filter["sort"]; label: string }[] = [
  { value: "shelf", label: "as they stand" },
  { value: "light", label: "light to dark" },
  { value: "family", label: "by family" },
  { value: "name", label: "by name" },
];
const families = computed(() =>
  filter.value.sort === "family" ? [...new Set(here.value.map((thing) => thing.family))] : [""],
);
const inFamily = (family: string) =>
  family ? here.value.filter((thing) => thing.family === family) : here.value;
/** An empty shelf asks what she has, until she has told. */
const asking = ref(false);
watch(
  () => store.state === "ready" && !store.things.some(({ kind: of }) => of === "ink" || of === "stock"),
  (empty) => (asking.value ||= empty),
  { immediate: true },
);
const counts = computed(() => {
  const all = new Map<ThingKind, number>();
  for (const thing of store.things) if (!thing.away) all.set(thing.kind, (all.get(thing.kind) ?? 0) + 1);
  return all;
});

const file = ref<File | null>(null);
const files = useFileDialog({ accept: ".csv,text/csv,.gpl", multiple: false, reset: true });
files.onChange((chosenFiles) => (file.value = chosenFiles?.[0] ?? null));
function pick(key: string) {
  picked.value = picked.value.includes(key)
    ? picked.value.filter((other) => other !== key)
    : [...picked.value, key];
}
function added(key: string) {
  open.value = key;
}
</script>

<template>
  <PageHead :card="ofCard">
    <h1>Shelf</h1>
    <template v-if="store.state === 'ready'" #actions>
      <el-button @click="files.open()">Bring in a list</el-button>
      <el-button tag="a" :href="`/api/things/${kind}.csv`" download>As a table</el-button>
      <el-button
        v-if="kind === 'ink'"
        tag="a"
        :href="`/api/things/inks.gpl${shelf.stock ? `?stock=${shelf.stock}` : ''}`"
        download
        >As a palette</el-button
      >
    </template>
  </PageHead>
  <main v-if="store.state === 'ready'" data-words>
    <WhatDoYouHave v-if="asking" :units="units" @ready="asking = false" />
    <template v-else>
      <nav class="kinds" aria-label="Kinds of things">
        <button
          v-for="one in KINDS"
          :key="one.value"
          type="button"
          :aria-current="one.value === kind ? 'true' : undefined"
          @click="kind = one.value"
        >
          {{ one.label }} <small>{{ counts.get(one.value) ?? 0 }}</small>
        </button>
      </nav>
      <FilesIn
        v-if="file"
        :key="file.name + file.lastModified"
        :kind="kind"
        :file="file"
        :stock="shelf.stock"
        @close="file = null"
      />
      <p class="sentence line">
        <el-input
          v-model="filter.search"
          class="search"
          placeholder="search"
          aria-label="Search the shelf"
          clearable
        />
        Show
        <WordChoice
          label="Show"
          :text="filters.find((f) => f.value === (filter.only ?? 'all'))?.label ?? filter.only ?? ''"
          :value="filter.only ?? 'all'"
          :choices="filters"
          @choose="(value) => (filter.only = value === 'all' ? null : value)"
        />,
        <WordChoice
          label="In order"
          :text="SORTS.find((s) => s.value === filter.sort)?.label ?? ''"
          :value="filter.sort"
          :choices="SORTS"
          @choose="(value) => (filter.sort = value)"
        /><template v-if="kind === 'ink' && stock"
          >, as they look on
          <StockWord
            :text="stock.stock.name"
            :value="stock.stock.key"
            @choose="(key) => shelf.lookOn(key)" /></template
        >.
        <el-button v-if="of?.adds && !adding" type="primary" @click="adding = true"
          >Add {{ kind === "ink" ? "an ink" : `a ${of.one}` }}</el-button
        >
        <RouterLink v-if="kind === 'stencil'" class="way" :to="{ name: 'stencils', query: route.query }"
          >See them drawn, bring a drawing in</RouterLink
        >
        <el-button v-if="here.length && !picking" @click="picking = true">Choose several</el-button>
      </p>
      <ShelfBulk
        v-if="picking"
        :things="here.filter((thing) => picked.includes(thing.key))"
        @done="((picking = false), (picked = []))"
      />
      <AddInk v-if="adding && kind === 'ink'" @close="adding = false" @added="added" />
      <AddOther
        v-else-if="adding && kind !== 'ink' && kind !== 'stencil'"
        :kind="kind"
        :units="units"
        @close="adding = false"
        @added="added"
      />
      <div class="shelf">
        <div class="rows">
          <template v-for="family in families" :key="family">
            <h2 v-if="family">{{ family }}</h2>
            <ul class="tiles" :aria-label="family || of?.label">
              <li v-for="thing in inFamily(family)" :key="thing.key">
                <ThingTile
                  :thing="thing"
                  :design="designOf(thing.key)"
                  :open="open === thing.key"
                  :picking="picking"
                  :picked="picked.includes(thing.key)"
                  :stock-hex="stock?.hex ?? '#fff'"
                  @open="open = open === thing.key ? null : thing.key"
                  @pick="pick(thing.key)"
                />
              </li>
            </ul>
          </template>
          <p v-if="!here.length" class="quiet" role="status">Nothing here is like that.</p>
        </div>
        <aside v-if="chosen" class="told" aria-label="The thing chosen">
          <ThingSentence :key="chosen.key" :thing="chosen" :units="units" />
          <InkLooks v-if="chosen.ink" :ink="chosen.key" :version="JSON.stringify(chosen.ink)" />
          <StencilLooks v-if="designOf(chosen.key)" :design="designOf(chosen.key)!" :units="units" />
          <ShelfBulk :key="`${chosen.key}-does`" single :things="[chosen]" @done="open = null" />
        </aside>
      </div>
    </template>
  </main>
  <PageState
    v-else
    :state="store.state"
    what="Your shelf"
    :why="store.refusal?.message"
    @again="store.again()"
  />
</template>

<style scoped>
main {
  padding: 8px 24px 60px;
}
h1 {
  font-size: 27px;
}
h2 {
  margin: 12px 0 2px;
  font-size: 20px;
}
.kinds {
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
  margin-left: -10px;
}
.kinds button {
  min-height: var(--tap);
  padding: 4px 10px;
  border: 0;
  border-bottom: 3px solid transparent;
  background: transparent;
  cursor: pointer;
}
.kinds button[aria-current] {
  border-bottom-color: var(--ink);
  font-weight: 650;
}
.kinds small {
  color: var(--ink-soft);
}
.line {
  margin-top: 6px;
  font-size: 18px;
}
.line .el-button {
  margin-left: 8px;
}
.search {
  width: 170px;
  margin-right: 14px;
}
.search :deep(.el-input__wrapper) {
  border-bottom-color: var(--ink);
}
.way {
  padding: 10px;
}
.shelf {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 26px;
  align-items: start;
}
.tiles {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 6px 0;
  padding: 0;
}
.told {
  position: sticky;
  top: 8px;
  width: min(430px, 42vw);
  max-height: calc(100vh - 30px);
  overflow-y: auto;
  padding: 12px 18px;
  border-left: 1px solid var(--hairline);
}
@media (max-width: 760px) {
  .shelf {
    grid-template-columns: 1fr;
  }
  .told {
    grid-row: 1;
    position: static;
    width: auto;
  }
}
</style>
