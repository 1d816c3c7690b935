<script setup lang="ts">
import PictureHere from "../components/PictureHere.vue";
import { computed, ref } from "vue";
import { useRouter } from "vue-router";
import { ask, pictureUrl, once } from "../api/client";
import type { CardSummary } from "../api/models";
import PageHead from "../components/PageHead.vue";
import PageState from "../components/PageState.vue";
import { useAsked } from "../composables/useAsked";
import { useDropped } from "../composables/useDropped";
import { useBringIn } from "../composables/useBringIn";
import { useDoing } from "../composables/useDoing";
import { useRemembered } from "../composables/useRemembered";
import DevicesHere from "../features/DevicesHere.vue";
import OldBackup from "../features/OldBackup.vue";
import StartCard from "../features/card/StartCard.vue";
import WordText from "../components/word/WordText.vue";
import { grouped } from "../logic/cardGroups";
import { sayLength } from "../logic/length";
import { sayLeft } from "../logic/things";
import { useNotices } from "../stores/notices";
import { useServer } from "../stores/server";
import { useThings } from "../stores/things";
import { t } from "../words";

/** Pixels a millimetre, the same for every card, so that they stand in true proportion to each other. */
const SCALE = 1.28;

const showAway = ref(false);
const server = useServer();
const {
  value: cards,
  state,
  refusal,
  again,
} = useAsked(
  (signal) => ask("get", "/api/cards", { params: { query: { away: showAway.value } }, signal }),
  () => [showAway.value, server.saves],
);
const search = useRemembered("search", "");
const groups = computed(() => grouped(cards.value ?? [], search.value));
const groupNames = computed(() => [
  ...new Set((cards.value ?? []).map((card) => card.group).filter(Boolean)),
]);
const things = useThings();
const low = computed(() => things.things.filter((thing) => thing.low && !thing.away));
const sure = ref<string | null>(null);
const starting = ref(false);
const tablet = ref(false);
const notices = useNotices();
const router = useRouter();
const doing = useDoing("card");
const none = computed(() => state.value === "ready" && !cards.value?.length && !showAway.value);

const { files, bringIn, busy: bringingIn } = useBringIn();
useDropped(() => ({ json: bringIn }));

const copy = (card: CardSummary) =>
  doing.make(`copy ${card.id}`, async (request) => {
    const params = { path: { card_id: card.id } };
    const made = await ask("post", "/api/cards/{card_id}/copy", { params, ...once(request) });
    await router.push({ name: "desk", params: { id: made.id } });
  });

async function putAway(card: CardSummary) {
  const path = { params: { path: { card_id: card.id } } };
  const done = await doing.run(() => ask("post", "/api/cards/{card_id}/put-away", path));
  await again();
  if (!done) return;
  notices.say(`away-${card.id}`, t("everywhere.common.wasArchived", { what: card.title }), {
    label: t("everywhere.common.bringItBack"),
    go: async () => {
      await doing.run(() => ask("post", "/api/cards/{card_id}/bring-back", path));
      await again();
    },
  });
}
async function bringBack(card: CardSummary) {
  await doing.run(() =>
    ask("post", "/api/cards/{card_id}/bring-back", { params: { path: { card_id: card.id } } }),
  );
  await again();
}
async function deleteForGood(card: CardSummary) {
  sure.value = null;
  await doing.run(() => ask("delete", "/api/cards/{card_id}", { params: { path: { card_id: card.id } } }));
  await again();
}
async function putInGroup(card: CardSummary, group: string) {
  const params = { path: { card_id: card.id } };
  await doing.run(() => ask("put", "/api/cards/{card_id}/group", { params, body: { group } }));
  await again();
}
</script>

<template>
  <PageHead>
    <template #actions>
      <el-button :aria-expanded="tablet" @click="tablet = !tablet">{{
        t("everywhere.common.useOnATablet")
      }}</el-button>
      <el-button :disabled="bringingIn" @click="files.open()">{{ t("cards.page.openPlan") }}</el-button>
    </template>
  </PageHead>
  <main>
    <DevicesHere v-if="tablet" />
    <div class="head">
      <h1>{{ showAway ? t("cards.page.archived") : t("everywhere.useWays.cards") }}</h1>
      <el-button v-if="!starting" type="primary" @click="starting = true">{{
        t("cards.page.startANewCard")
      }}</el-button>
      <el-input
        v-model="search"
        class="search"
        :placeholder="t('cards.page.search')"
        :aria-label="t('cards.page.searchTheCards')"
        clearable
      />
      <el-button @click="showAway = !showAway">{{
        showAway ? t("cards.page.backFromArchive") : t("cards.page.archived")
      }}</el-button>
    </div>
    <i18n-t
      v-if="low.length && !showAway"
      keypath="cards.page.runsLow"
      tag="p"
      scope="global"
      class="quiet"
      role="status"
    >
      <template #routerLink>
        <RouterLink to="/shelf">{{ t("cards.page.shelf") }}</RouterLink>
      </template>
      <template #slice>{{
        low
          .slice(0, 6)
          .map((thing) => t("cards.page.left", { name: thing.name, left: sayLeft(thing) }))
          .join(", ")
      }}</template>
      <template #length>{{
        low.length > 6 ? t("cards.page.andMore", { length: low.length - 6 }) : ""
      }}</template>
    </i18n-t>
    <StartCard v-if="starting" @close="starting = false" />
    <el-empty v-if="none && !starting" :image-size="1" :description="t('cards.page.empty')">
      <p>{{ t("cards.page.emptyHint") }}</p>
    </el-empty>
    <PageState
      v-if="state !== 'ready'"
      within
      :state="state"
      :what="t('cards.page.what')"
      :why="refusal?.message"
      @again="again"
    />
    <template v-for="group in groups" v-else :key="group.name">
      <h2 v-if="group.name">
        {{ group.name }} <small>{{ group.cards.length }}</small>
      </h2>
      <ul class="cards">
        <li v-for="card in group.cards" :key="card.id">
          <RouterLink :to="{ name: 'desk', params: { id: card.id } }" class="open">
            <span class="surround">
              <span
                class="base"
                :style="{
                  width: `${card.card_width_mm * SCALE}px`,
                  height: `${card.card_height_mm * SCALE}px`,
                }"
              >
                <PictureHere
                  :src="pictureUrl(card.id, card.revision, 50)"
                  loading="lazy"
                  :alt="t('everywhere.common.titleAsPredicted', { title: card.title })"
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
            {{
              t("cards.page.byOn", {
                length: sayLength(card.card_width_mm, card.units),
                length2: sayLength(card.card_height_mm, card.units),
                stock: card.stock,
              })
            }}<br />
            {{ card.inks.join(", ") || t("everywhere.common.noInkYet") }}
          </p>
          <p v-if="!showAway" class="quiet">
            <WordText
              :label="t('cards.page.group')"
              :text="card.group || t('cards.page.noGroup')"
              :value="card.group"
              :longest="60"
              may-be-empty
              @change="(name) => putInGroup(card, name)"
            /><i18n-t v-if="!card.group && groupNames.length" keypath="cards.page.or" scope="global">
              <template #slice>
                <button
                  v-for="name in groupNames.slice(0, 3)"
                  :key="name"
                  type="button"
                  class="word"
                  @click="putInGroup(card, name)"
                >
                  {{ name }}
                </button>
              </template>
            </i18n-t>
          </p>
          <div class="does">
            <template v-if="showAway">
              <el-button size="small" @click="bringBack(card)">{{
                t("everywhere.common.bringBack")
              }}</el-button>
              <el-button v-if="sure !== card.id" size="small" @click="sure = card.id">{{
                t("everywhere.action.delete")
              }}</el-button>
              <template v-else>
                <span role="alert">{{ t("cards.page.deleteWarning") }}</span>
                <el-button size="small" type="primary" @click="deleteForGood(card)">{{
                  t("cards.page.deleteConfirm")
                }}</el-button>
                <el-button size="small" @click="sure = null">{{ t("everywhere.action.cancel") }}</el-button>
              </template>
            </template>
            <template v-else>
              <el-button size="small" @click="copy(card)">{{ t("cards.page.copy") }}</el-button>
              <el-button size="small" @click="putAway(card)">{{ t("everywhere.action.archive") }}</el-button>
            </template>
          </div>
        </li>
      </ul>
    </template>
    <OldBackup class="quiet" />
    <p v-if="state === 'ready' && !groups.length && (search || showAway)" class="quiet" role="status">
      {{ search ? t("cards.page.noMatch") : t("cards.page.archiveEmpty") }}
    </p>
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
  flex-wrap: wrap;
  align-items: center;
  gap: 10px 26px;
}
h1 {
  flex: none;
  font-size: 38px;
}
.search {
  width: 200px;
}
.search :deep(.el-input__wrapper) {
  border-bottom-color: var(--ink);
}
h2 {
  margin-top: 26px;
  font-size: 25px;
}
h2 small {
  font: 16px var(--text);
  color: var(--ink-soft);
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
  overflow-wrap: anywhere;
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
