<script setup lang="ts">
/** The shelf of stencils and masks: the maker's own, and those that come with Cielo. */
import { useFileDialog } from "@vueuse/core";
import { computed } from "vue";
import { useRoute } from "vue-router";
import { ask, asFile } from "../api/client";
import type { Schemas } from "../api/models";
import PageHead from "../components/PageHead.vue";
import PageState from "../components/PageState.vue";
import { useAsked } from "../composables/useAsked";
import { nameOfDrawing } from "../logic/drawings";
import { useDropped } from "../composables/useDropped";
import { useDoing } from "../composables/useDoing";
import DesignPicture from "../features/shelf/DesignPicture.vue";
import { useNotices } from "../stores/notices";
import { t } from "../words";

type Design = Schemas["DesignOut"];
const route = useRoute();
const ofCard = computed(() => (typeof route.query.card === "string" ? { id: route.query.card } : null));
const {
  value: designs,
  state,
  refusal,
  again,
} = useAsked((signal) => ask("get", "/api/stencils", { signal }));
const { run, make } = useDoing("stencils");
const notices = useNotices();

const SORTS: { key: string; name: string; hint: string }[] = [
  { key: "drawing", name: t("stencils.page.yourOwn"), hint: t("stencils.page.fromDrawingsYouBroughtIn") },
  { key: "repeat", name: t("stencils.page.repeats"), hint: t("stencils.page.oneMotifOverAndOver") },
  { key: "edge", name: t("stencils.page.edges"), hint: t("stencils.page.aLineToBuildColour") },
  { key: "scene", name: t("stencils.page.scenes"), hint: t("stencils.page.manyOpeningsInkThemOne") },
  { key: "motif", name: t("stencils.page.singleMotifs"), hint: t("stencils.page.printOneThenLetIts") },
  { key: "set", name: t("stencils.page.numberedSets"), hint: t("stencils.page.layTheRegisterHolesOver") },
  { key: "discs", name: t("stencils.page.discs"), hint: t("stencils.page.moonsSunsAndSpotlights") },
  { key: "strips", name: t("stencils.page.strips"), hint: t("stencils.page.straightOpeningsAndTape") },
];
const shelves = computed(() =>
  SORTS.map((sort) => ({ ...sort, designs: (designs.value ?? []).filter((d) => d.sort === sort.key) })),
);

const drawings = useFileDialog({ accept: ".svg,image/svg+xml", multiple: false, reset: true });
drawings.onChange((files) => files?.[0] && void bringIn(files[0]));
useDropped(() => ({ svg: bringIn }));
async function bringIn(file: File) {
  const name = nameOfDrawing(file);
  await make(`keep ${name}`, (request) =>
    ask("post", "/api/stencils", { params: { query: { name } }, ...asFile("image/svg+xml", file, request) }),
  );
  await again();
}
async function putAway(design: Design) {
  const path = { params: { path: { key: design.key } } };
  const done = await run(() => ask("post", "/api/stencils/{key}/put-away", path));
  await again();
  if (!done) return;
  notices.say(`away-${design.key}`, t("everywhere.common.wasArchived", { what: design.name }), {
    label: t("everywhere.common.bringItBack"),
    go: async () => {
      await run(() => ask("post", "/api/stencils/{key}/bring-back", path));
      await again();
    },
  });
}
</script>

<template>
  <PageHead :card="ofCard">
    <h1>{{ t("everywhere.common.stencilsAndMasks") }}</h1>
    <template #actions>
      <el-button type="primary" @click="drawings.open()">{{ t("stencils.page.importDrawing") }}</el-button>
    </template>
  </PageHead>
  <PageState
    v-if="!designs"
    :state="state"
    :what="t('everywhere.common.yourStencils')"
    :why="refusal?.message"
    @again="again"
  />
  <main v-else>
    <section v-for="shelf in shelves" :key="shelf.key" :aria-label="shelf.name">
      <h2>
        {{ shelf.name }} <small>{{ shelf.hint }}</small>
      </h2>
      <p v-if="shelf.key === 'drawing' && !shelf.designs.length" class="quiet none">
        {{ t("stencils.page.empty") }}
      </p>
      <ul class="row">
        <li v-for="design in shelf.designs" :key="design.key">
          <div class="picture"><DesignPicture :design="design" /></div>
          <b>{{ design.name }}</b>
          <p v-if="design.hint" class="quiet">{{ design.hint }}</p>
          <p v-for="fact in design.parts.length > 1 ? [] : design.facts" :key="fact" class="quiet">
            {{ fact }}
          </p>
          <el-button v-if="design.own" size="small" @click="putAway(design)">{{
            t("everywhere.action.archive")
          }}</el-button>
        </li>
      </ul>
    </section>
    <p class="quiet foot">{{ t("stencils.page.hint") }}</p>
  </main>
</template>

<style scoped>
main {
  padding: 10px 24px 50px;
}
h1 {
  font-size: 27px;
}
section {
  padding: 12px 0 6px;
  border-bottom: 1px solid var(--hairline);
}
h2 {
  font-size: 22px;
}
h2 small {
  margin-left: 10px;
  font: 400 16px var(--text);
  color: var(--ink-soft);
}
.row {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 18px 26px;
  margin: 10px 0;
  padding: 0;
}
li {
  width: 176px;
}
.picture {
  height: 168px;
  margin-bottom: 6px;
}
.quiet {
  font-size: 15px;
  line-height: 1.35;
}
.none {
  margin: 8px 0;
}
.foot {
  margin-top: 16px;
}
</style>
