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
import { useDoing } from "../composables/useDoing";
import DesignPicture from "../features/shelf/DesignPicture.vue";
import { useNotices } from "../stores/notices";

type Design = Schemas["DesignOut"];
const route = useRoute();
const ofCard = computed(() => (typeof route.query.card === "string" ? { id: route.query.card } : null));
const {
  value: designs,
  state,
  refusal,
  again,
} = useAsked((signal) => ask("get", "/api/stencils", { signal }));
const { run } = useDoing("stencils");
const notices = useNotices();

const SORTS: { key: string; name: string; hint: string }[] = [
  { key: "drawing", name: "Your own", hint: "from drawings you brought in" },
  { key: "repeat", name: "Repeats", hint: "one motif over and over; centre them on the panel" },
  { key: "edge", name: "Edges", hint: "a line to build colour along; turn it over for the next rank" },
  { key: "scene", name: "Scenes", hint: "many openings; ink them one by one" },
  { key: "motif", name: "Single motifs", hint: "print one, then let its piece protect it" },
  { key: "set", name: "Numbered sets", hint: "lay the register holes over each other" },
  { key: "discs", name: "Discs", hint: "moons, suns and spotlights" },
  { key: "strips", name: "Strips", hint: "straight openings, and tape" },
];
const shelves = computed(() =>
  SORTS.map((sort) => ({ ...sort, designs: (designs.value ?? []).filter((d) => d.sort === sort.key) })),
);

const drawings = useFileDialog({ accept: ".svg,image/svg+xml", multiple: false, reset: true });
drawings.onChange(async (files) => {
  const file = files?.[0];
  if (!file) return;
  const name = file.name.replace(/\.svg$/i, "").slice(0, 60) || "drawing";
  await run(() =>
    ask("post", "/api/stencils", { params: { query: { name } }, ...asFile("image/svg+xml", file) }),
  );
  await again();
});
async function putAway(design: Design) {
  const path = { params: { path: { key: design.key } } };
  const done = await run(() => ask("post", "/api/stencils/{key}/put-away", path));
  await again();
  if (!done) return;
  notices.say(`away-${design.key}`, `${design.name} is off the shelf.`, {
    label: "Bring it back",
    go: async () => {
      await run(() => ask("post", "/api/stencils/{key}/bring-back", path));
      await again();
    },
  });
}
</script>

<template>
  <PageHead :card="ofCard">
    <h1>Stencils and masks</h1>
    <template #actions>
      <el-button type="primary" @click="drawings.open()">Bring a drawing in</el-button>
    </template>
  </PageHead>
  <PageState
    v-if="!designs"
    :state="state"
    what="The shelf of stencils"
    :why="refusal?.message"
    @again="again"
  />
  <main v-else>
    <section v-for="shelf in shelves" :key="shelf.key" :aria-label="shelf.name">
      <h2>
        {{ shelf.name }} <small>{{ shelf.hint }}</small>
      </h2>
      <p v-if="shelf.key === 'drawing' && !shelf.designs.length" class="quiet none">
        None yet. Bring in an SVG with its size in mm or inches: filled shapes become the openings.
      </p>
      <ul class="row">
        <li v-for="design in shelf.designs" :key="design.key">
          <div class="picture"><DesignPicture :design="design" /></div>
          <b>{{ design.name }}</b>
          <p v-if="design.hint" class="quiet">{{ design.hint }}</p>
          <p v-for="fact in design.parts.length > 1 ? [] : design.facts" :key="fact" class="quiet">
            {{ fact }}
          </p>
          <el-button v-if="design.own" size="small" @click="putAway(design)">Put away</el-button>
        </li>
      </ul>
    </section>
    <p class="quiet foot">
      Every sheet is drawn 6 in square. A stencil used flat without tape should be mostly solid; on a card
      Cielo says whether it lies still on that panel.
    </p>
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
