<script setup lang="ts">
import { useFileDialog } from "@vueuse/core";
import { computed, ref } from "vue";
import { useRouter } from "vue-router";
import { ask, asFile, pictureUrl } from "../api/client";
import type { CardSummary } from "../api/models";
import PageHead from "../components/PageHead.vue";
import PageState from "../components/PageState.vue";
import { useAsked } from "../composables/useAsked";
import { useDoing } from "../composables/useDoing";
import StartCard from "../features/card/StartCard.vue";
import { sayLength } from "../logic/length";
import { useNotices } from "../stores/notices";

const LARGEST_FILE = 2_000_000;
/** Pixels a millimetre, the same for every card, so that they stand in true proportion to each other. */
const SCALE = 1.28;

const { value: cards, state, refusal, again } = useAsked((signal) => ask("get", "/api/cards", { signal }));
const starting = ref(false);
const notices = useNotices();
const router = useRouter();
const bringing = useDoing("bring-in");
const doing = useDoing("card");
const none = computed(() => state.value === "ready" && !cards.value?.length);

const files = useFileDialog({ accept: ".json,application/json", multiple: false, reset: true });
files.onChange(async (chosen) => {
  const file = chosen?.[0];
  if (!file) return;
  if (file.size > LARGEST_FILE) {
    const size = Math.round(file.size / 1e6);
    notices.say(
      "bring-in",
      `${file.name} is ${size} MB; Cielo reads plan files up to 2 MB. Check that it is the right file.`,
    );
    return;
  }
  await bringing.run(async () => {
    const card = await ask("post", "/api/cards/import", asFile("application/json", file));
    await router.push({ name: "desk", params: { id: card.id } });
  });
});

const copy = (card: CardSummary) =>
  doing.run(async () => {
    const made = await ask("post", "/api/cards/{card_id}/copy", { params: { path: { card_id: card.id } } });
    await router.push({ name: "desk", params: { id: made.id } });
  });

async function putAway(card: CardSummary) {
  const path = { params: { path: { card_id: card.id } } };
  const done = await doing.run(() => ask("post", "/api/cards/{card_id}/put-away", path));
  await again();
  if (!done) return;
  notices.say(`away-${card.id}`, `${card.title} is put away.`, {
    label: "Bring it back",
    go: async () => {
      await doing.run(() => ask("post", "/api/cards/{card_id}/bring-back", path));
      await again();
    },
  });
}
</script>

<template>
  <PageHead>
    <template #actions>
      <el-button :disabled="bringing.busy.value" @click="files.open()">Bring in a plan file</el-button>
    </template>
  </PageHead>
  <main>
    <div class="head">
      <h1>Cards</h1>
      <el-button v-if="!starting" type="primary" @click="starting = true">Start a new card</el-button>
    </div>
    <StartCard v-if="starting" @close="starting = false" />
    <el-empty v-if="none && !starting" :image-size="1" description="No cards yet">
      <p>Start one, or bring in a plan file.</p>
    </el-empty>
    <PageState
      v-if="state !== 'ready'"
      :state="state"
      what="The table of your cards"
      :why="refusal?.message"
      @again="again"
    />
    <ul v-else-if="cards" class="cards">
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
          <el-button size="small" @click="copy(card)">Start from this</el-button>
          <el-button size="small" @click="putAway(card)">Put away</el-button>
        </div>
      </li>
    </ul>
  </main>
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
  margin-left: -10px;
}
</style>
