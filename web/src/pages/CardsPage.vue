<script setup lang="ts">
import { computed, onMounted, ref } from "vue";
import { useRouter } from "vue-router";
import { api, type CardOut, type CardSummary, pictureUrl, refusalOf, take } from "../api/client";
import NoticeLine from "../components/NoticeLine.vue";
import PageHead from "../components/PageHead.vue";
import { useNotice } from "../composables/useNotice";
import StartCard from "../features/StartCard.vue";
import { sayLength } from "../logic/length";

const LARGEST_FILE = 2_000_000;
/** Pixels a millimetre, the same for every card, so that they stand in true proportion to each other. */
const SCALE = 1.28;

const cards = ref<CardSummary[] | null>(null);
const starting = ref(false);
const picker = ref<HTMLInputElement | null>(null);
const { attempt, say } = useNotice();
const router = useRouter();

const load = () => attempt(async () => (cards.value = await take(api.GET("/api/cards"))));
onMounted(load);

const heading = computed(() => (cards.value?.length ? "Cards" : "No cards yet"));

async function bringIn(event: Event) {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = "";
  if (!file) return;
  if (file.size > LARGEST_FILE) {
    say(
      `${file.name} is ${Math.round(file.size / 1e6)} MB; Cielo reads plan files up to 2 MB. Check that it is the right file.`,
    );
    return;
  }
  await attempt(async () => {
    const response = await fetch("/api/cards/import", {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: await file.arrayBuffer(),
    });
    if (!response.ok) throw await refusalOf(response);
    const card = await response.json();
    await router.push({ name: "desk", params: { id: card.id } });
  });
}

async function copy(card: CardSummary) {
  await attempt(async () => {
    const made = await take<CardOut>(
      api.POST("/api/cards/{card_id}/copy", { params: { path: { card_id: card.id } } }),
    );
    await router.push({ name: "desk", params: { id: made.id } });
  });
}

async function putAway(card: CardSummary) {
  const path = { params: { path: { card_id: card.id } } };
  await attempt(() => api.POST("/api/cards/{card_id}/put-away", path));
  await load();
  say(`${card.title} is put away.`, {
    label: "Bring it back",
    go: async () => {
      await attempt(() => api.POST("/api/cards/{card_id}/bring-back", path));
      await load();
    },
  });
}
</script>

<template>
  <PageHead here="Cards">
    <template #actions>
      <RouterLink class="press" :to="{ name: 'crossings' }">Crossings</RouterLink>
      <RouterLink class="press" :to="{ name: 'stencils' }">Stencils</RouterLink>
      <button class="press" @click="picker?.click()">Bring in a plan file</button>
      <input
        ref="picker"
        type="file"
        accept=".json,application/json"
        hidden
        aria-label="Plan file"
        @change="bringIn"
      />
    </template>
  </PageHead>
  <main>
    <div class="head">
      <h1>{{ heading }}</h1>
      <button v-if="!starting" class="press main" @click="starting = true">Start a new card</button>
    </div>
    <StartCard v-if="starting" @close="starting = false" />
    <ul v-if="cards" class="cards">
      <li v-for="card in cards" :key="card.id">
        <RouterLink :to="{ name: 'desk', params: { id: card.id } }" class="open">
          <span class="surround">
            <span
              class="base"
              :style="{
                width: `${card.card_width_mm * SCALE}px`,
                height: `${card.card_height_mm * SCALE}px`,
              }"
            >
              <img
                :src="pictureUrl(card.id, card.revision, 50)"
                :alt="`${card.title}, as predicted`"
                :style="{
                  width: `${card.panel_width_mm * SCALE}px`,
                  height: `${card.panel_height_mm * SCALE}px`,
                }"
              />
            </span>
          </span>
          <span class="title">{{ card.title }}</span>
        </RouterLink>
        <p class="quiet">
          {{ sayLength(card.card_width_mm, card.units) }} by {{ sayLength(card.card_height_mm, card.units) }},
          on {{ card.stock }}<br />
          {{ card.inks.join(", ") || "no ink yet" }}
        </p>
        <div class="does">
          <button class="press small" @click="copy(card)">Start from this</button>
          <button class="press small" @click="putAway(card)">Put away</button>
        </div>
      </li>
    </ul>
  </main>
  <NoticeLine />
</template>

<style scoped>
main {
  padding: 22px 24px 60px;
  max-width: 1500px;
  margin: auto;
}
.head {
  display: flex;
  align-items: center;
  gap: 26px;
}
h1 {
  font-size: 38px;
}
.cards {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  align-items: flex-end;
  gap: 34px 30px;
  padding: 0;
  margin: 22px 0 0;
}
li {
  max-width: 330px;
}
.open {
  display: block;
  text-decoration: none;
}
.surround {
  display: inline-block;
  padding: 20px;
  background: var(--surround);
  border: 1px solid var(--hairline);
}
.open:hover .surround {
  border-color: var(--ink);
}
.base {
  display: grid;
  place-items: center;
  outline: 1px solid var(--hairline);
}
img {
  display: block;
}
.title {
  display: block;
  margin-top: 8px;
  font: 620 21px/1.2 var(--display);
}
.quiet {
  font-size: 15px;
  line-height: 1.4;
}
.does {
  margin-left: -12px;
}
.small {
  font-size: 15px;
  padding: 4px 12px;
}
</style>
