<script setup lang="ts">
/** The shelf of stencils and masks: the maker's own, and those that come with Cielo. */
import { computed, onMounted, ref } from "vue";
import { api, refusalOf, type Schemas, take } from "../api/client";
import NoticeLine from "../components/NoticeLine.vue";
import PageHead from "../components/PageHead.vue";
import { useNotice } from "../composables/useNotice";
import DesignPicture from "../features/DesignPicture.vue";

type Design = Schemas["DesignOut"];
const designs = ref<Design[] | null>(null);
const picker = ref<HTMLInputElement | null>(null);
const { attempt, say } = useNotice();

const load = () => attempt(async () => (designs.value = await take<Design[]>(api.GET("/api/stencils"))));
onMounted(load);

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

async function bringIn(event: Event) {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = "";
  if (!file) return;
  await attempt(async () => {
    const name = encodeURIComponent(file.name.replace(/\.svg$/i, "").slice(0, 60) || "drawing");
    const response = await fetch(`/api/stencils?name=${name}`, {
      method: "POST",
      headers: { "content-type": "image/svg+xml" },
      body: await file.arrayBuffer(),
    });
    if (!response.ok) throw await refusalOf(response);
    await load();
  });
}
async function putAway(design: Design) {
  const path = { params: { path: { key: design.key } } };
  await attempt(() => api.POST("/api/stencils/{key}/put-away", path));
  await load();
  say(`${design.name} is off the shelf.`, {
    label: "Bring it back",
    go: async () => {
      await attempt(() => api.POST("/api/stencils/{key}/bring-back", path));
      await load();
    },
  });
}
</script>

<template>
  <PageHead here="Stencils and masks">
    <h1>Stencils and masks</h1>
    <template #actions>
      <RouterLink class="press" to="/">Cards</RouterLink>
      <button class="press main" @click="picker?.click()">Bring a drawing in</button>
      <input
        ref="picker"
        type="file"
        accept=".svg,image/svg+xml"
        hidden
        aria-label="Drawing (SVG)"
        @change="bringIn"
      />
    </template>
  </PageHead>
  <main v-if="designs">
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
          <button v-if="design.own" class="press small" @click="putAway(design)">Put away</button>
        </li>
      </ul>
    </section>
    <p class="quiet foot">
      Every sheet is drawn 6 in square. A stencil used flat without tape should be mostly solid; on a card
      Cielo says whether it lies still on that panel.
    </p>
  </main>
  <NoticeLine />
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
.small {
  font-size: 15px;
  padding: 2px 10px;
  margin-left: -10px;
}
.foot {
  margin-top: 16px;
}
</style>
