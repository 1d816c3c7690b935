<script setup lang="ts">
/** What she has: inks, stocks, stencils, stamps, tools, tapes; each a sentence that is changed in place. */
import { useFileDialog, useIntersectionObserver } from "@vueuse/core";
import { computed, ref, watch } from "vue";
import { useRoute } from "vue-router";
import type { Units } from "../api/models";
import { ask } from "../api/client";
import PageHead from "../components/PageHead.vue";
import UndoHere from "../components/UndoHere.vue";
import PageState from "../components/PageState.vue";
import StockWord from "../components/StockWord.vue";
import WordChoice from "../components/word/WordChoice.vue";
import { useAsked } from "../composables/useAsked";
import AddInk from "../features/shelf/AddInk.vue";
import AddOther from "../features/shelf/AddOther.vue";
import FilesIn from "../features/shelf/FilesIn.vue";
import InkLooks from "../features/shelf/InkLooks.vue";
import KeptSafe from "../features/shelf/KeptSafe.vue";
import ShelfBulk from "../features/shelf/ShelfBulk.vue";
import ShelfRooms from "../features/shelf/ShelfRooms.vue";
import StencilLooks from "../features/shelf/StencilLooks.vue";
import ThingSentence from "../features/shelf/ThingSentence.vue";
import ThingTile from "../features/shelf/ThingTile.vue";
import WhatDoYouHave from "../features/shelf/WhatDoYouHave.vue";
import { useDropped } from "../composables/useDropped";
import { useOneStop } from "../composables/useOneStop";
import { useRemembered } from "../composables/useRemembered";
import { type Filter, filtersFor, kindIn, KINDS, type Thing, type Room, shown } from "../logic/things";
import { useSettings } from "../stores/settings";
import { useShelf } from "../stores/shelf";
import { useThings } from "../stores/things";
import { t } from "../words";

const route = useRoute();
const ofCard = computed(() => (typeof route.query.card === "string" ? { id: route.query.card } : null));
const units: Units = useSettings().units;
const store = useThings();
const shelf = useShelf();
const room = useRemembered<Room>("room", "ink");
const of = computed(() => KINDS.find((k) => k.value === room.value));
const kind = computed(() => kindIn(room.value));
const filter = useRemembered<Filter>("filter", { search: "", only: null, sort: "shelf" });
const open = ref<string | null>(null);
const rows = ref<HTMLElement | null>(null);
useOneStop(rows);
const picking = ref(false);
const picked = ref<string[]>([]);
const adding = ref(false);
const today = new Date().toISOString().slice(0, 10);

watch(room, () => {
  [open.value, adding.value, picking.value, picked.value] = [null, false, false, []];
  filter.value = { search: "", only: null, sort: "shelf" };
});
const here = computed(() => shown(store.things, room.value, filter.value, today));
const chosen = computed(() => here.value.find((thing) => thing.key === open.value));
/** How stencils and stamped images look; only asked for where they are shown. */
const drawn = computed(() => room.value === "stencil" || room.value === "stamp");
const designs = useAsked(
  (signal) =>
    drawn.value ? ask("get", "/api/stencils", { params: { query: { units } }, signal }) : Promise.resolve([]),
  drawn,
);
const designOf = (thing: Thing) => {
  const key = thing.kind === "stencil" ? thing.key : thing.own?.image;
  return key ? designs.value.value?.find((design) => design.key === key) : undefined;
};
const filters = computed(() => filtersFor(store.things, room.value));
const stock = computed(() => shelf.shelf?.stocks.find((s) => s.stock.key === shelf.stock));
const SORTS: { value: Filter["sort"]; label: string }[] = [
  { value: "shelf", label: t("shelf.page.shelfOrder") },
  { value: "light", label: t("everywhere.common.lightToDark") },
  { value: "family", label: t("shelf.page.byFamily") },
  { value: "name", label: t("shelf.page.byName") },
];
const families = computed(() =>
  filter.value.sort === "family" ? [...new Set(near.value.map((thing) => thing.family))] : [""],
);
/** So many tiles are shown at once; more as the end comes into view, so that 500 inks open as soon as 30. */
const STEP = 60;
const reach = ref(STEP);
const end = ref<HTMLElement | null>(null);
useIntersectionObserver(end, ([entry]) => entry?.isIntersecting && (reach.value += STEP), {
  rootMargin: "600px",
});
watch([room, filter], () => (reach.value = STEP), { deep: true });
const near = computed(() => here.value.slice(0, reach.value));
const inFamily = (family: string) =>
  family ? near.value.filter((thing) => thing.family === family) : near.value;
/** An empty shelf asks what she has, until she has told. */
const asking = ref(false);
watch(
  () => store.state === "ready" && !store.things.some(({ kind: of }) => of === "ink" || of === "stock"),
  (empty) => (asking.value ||= empty),
  { immediate: true },
);
const file = ref<File | null>(null);
const files = useFileDialog({ accept: ".csv,text/csv,.gpl", multiple: false, reset: true });
files.onChange((chosenFiles) => (file.value = chosenFiles?.[0] ?? null));
const list = (dropped: File) => (file.value = dropped);
useDropped(() => ({ csv: list, gpl: list }));
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
    <h1>{{ t("everywhere.useWays.shelf") }}</h1>
    <template v-if="store.state === 'ready'" #actions>
      <UndoHere place="shelf" @undone="store.again()" />
      <el-button @click="files.open()">{{ t("shelf.page.importList") }}</el-button>
      <el-button tag="a" :href="`/api/things/${kind}.csv`" download>{{
        t("everywhere.common.exportCsv")
      }}</el-button>
      <el-button
        v-if="kind === 'ink'"
        tag="a"
        :href="`/api/things/inks.gpl${shelf.stock ? `?stock=${shelf.stock}` : ''}`"
        download
        >{{ t("shelf.page.palette") }}</el-button
      >
    </template>
  </PageHead>
  <main v-if="store.state === 'ready'" data-words>
    <WhatDoYouHave v-if="asking" :units="units" @ready="asking = false" />
    <template v-else>
      <ShelfRooms :room="room" @choose="(to) => (room = to)" />
      <FilesIn
        v-if="file"
        :key="file.name + file.lastModified"
        :kind="kind"
        :file="file"
        :stock="shelf.stock"
        @close="file = null"
      />
      <p class="sentence line">
        <i18n-t keypath="shelf.page.show" scope="global">
          <template #elInput>
            <el-input
              v-model="filter.search"
              class="search"
              :placeholder="t('shelf.page.search')"
              :aria-label="t('shelf.page.searchTheShelf')"
              clearable
            />
          </template>
          <template #show>
            <WordChoice
              :label="t('shelf.page.showLabel')"
              :text="filters.find((f) => f.value === (filter.only ?? 'all'))?.label ?? filter.only ?? ''"
              :value="filter.only ?? 'all'"
              :choices="filters"
              @choose="(value) => (filter.only = value === 'all' ? null : value)"
            />
          </template>
          <template #inOrder>
            <WordChoice
              :label="t('shelf.page.inOrder')"
              :text="SORTS.find((s) => s.value === filter.sort)?.label ?? ''"
              :value="filter.sort"
              :choices="SORTS"
              @choose="(value) => (filter.sort = value)"
            />
          </template>
          <template #asThey>
            <i18n-t v-if="kind === 'ink' && stock" keypath="shelf.page.asTheyLookOn" scope="global">
              <template #stockWord>
                <StockWord
                  :text="stock.stock.name"
                  :value="stock.stock.key"
                  @choose="(key) => shelf.lookOn(key)"
                />
              </template>
            </i18n-t>
          </template> </i18n-t
        >{{ " "
        }}<el-button v-if="of?.adds && !adding" type="primary" @click="adding = true">{{
          t("shelf.page.add", {
            room: room === "ink" ? t("shelf.page.anInk") : t("shelf.page.a", { one: of.one }),
          })
        }}</el-button>
        <RouterLink v-if="kind === 'stencil'" class="way" :to="{ name: 'stencils', query: route.query }">{{
          t("shelf.page.seeThemDrawnBringA")
        }}</RouterLink>
        <el-button v-if="here.length && !picking" @click="picking = true">{{
          t("shelf.page.select")
        }}</el-button>
      </p>
      <ShelfBulk
        v-if="picking"
        :things="here.filter((thing) => picked.includes(thing.key))"
        @done="((picking = false), (picked = []))"
      />
      <AddInk
        v-if="adding && kind === 'ink'"
        :key="room"
        :powder="room === 'powder'"
        @close="adding = false"
        @added="added"
      />
      <AddOther
        v-else-if="adding && kind !== 'ink' && kind !== 'stencil'"
        :kind="kind"
        :units="units"
        @close="adding = false"
        @added="added"
      />
      <div class="shelf">
        <div ref="rows" class="rows">
          <template v-for="family in families" :key="family">
            <h2 v-if="family">{{ family }}</h2>
            <ul class="tiles" :aria-label="family || of?.label">
              <li v-for="thing in inFamily(family)" :key="thing.key">
                <ThingTile
                  :thing="thing"
                  :design="designOf(thing)"
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
          <span v-if="near.length < here.length" ref="end" />
          <p v-if="!here.length" class="quiet" role="status">{{ t("shelf.page.noMatch") }}</p>
        </div>
        <aside v-if="chosen" class="told" :aria-label="t('shelf.page.theThingChosen')">
          <ThingSentence
            :key="chosen.key"
            :thing="chosen"
            :units="units"
            :designs="designs.value.value ?? []"
          />
          <InkLooks v-if="chosen.ink" :ink="chosen.key" :version="JSON.stringify(chosen.ink)" />
          <StencilLooks
            v-if="designOf(chosen)"
            :design="designOf(chosen)!"
            :units="units"
            :image="chosen.kind === 'stamp'"
          />
          <ShelfBulk :key="`${chosen.key}-does`" single :things="[chosen]" @done="open = null" />
        </aside>
      </div>
    </template>
    <KeptSafe />
  </main>
  <PageState
    v-else
    :state="store.state"
    :what="t('shelf.page.what')"
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
