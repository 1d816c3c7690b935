<script setup lang="ts">
/** The journal: what was made, pictures first, and what it taught. */
import { computed, ref } from "vue";
import { useRoute, useRouter } from "vue-router";
import { ask, once } from "../api/client";
import type { Schemas } from "../api/models";
import PageHead from "../components/PageHead.vue";
import UndoHere from "../components/UndoHere.vue";
import PageState from "../components/PageState.vue";
import { useAsked } from "../composables/useAsked";
import { useDoing } from "../composables/useDoing";
import WordChoice from "../components/word/WordChoice.vue";
import EntryTile from "../features/journal/EntryTile.vue";
import LearntLine from "../features/journal/LearntLine.vue";
import EntryOpen from "../features/journal/EntryOpen.vue";
import { grouped, sayRecord, sayUsual, searched, SHOWN, type ShownBy } from "../logic/journal";
import { useUndoing } from "../stores/undoing";
import { t } from "../words";

type Entry = Schemas["JournalEntryOut"];
const route = useRoute();
const router = useRouter();
const {
  value: entries,
  state,
  refusal,
  again,
} = useAsked((signal) => ask("get", "/api/journal", { signal }));
const { value: learnt, again: learnAgain } = useAsked((signal) =>
  ask("get", "/api/journal/learnt", { signal }),
);
const { make } = useDoing("journal");
const undoing = useUndoing();
const text = ref("");
const shown = computed(() => searched(entries.value ?? [], text.value));
const by = ref<ShownBy>("time");
const groups = computed(() => grouped(shown.value, by.value));
const open = computed(() => entries.value?.find((entry) => entry.id === route.query.entry) ?? null);
const choose = (id: string | null) => router.push({ query: id ? { entry: id } : {} });

function changed(entry: Entry) {
  entries.value = (entries.value ?? []).map((other) => (other.id === entry.id ? entry : other));
  void learnAgain();
}
const undone = () => Promise.all([again(), learnAgain()]);
async function gone() {
  undoing.forget("journal");
  await choose(null);
  await Promise.all([again(), learnAgain()]);
}
const title = ref("");
async function add() {
  if (!title.value.trim()) return;
  await make("other", async (request) => {
    const body = { title: title.value.trim() } as never;
    const entry = await ask("post", "/api/journal", { body, ...once(request) });
    title.value = "";
    await again();
    await choose(entry.id);
  });
}
const hand = computed(() => {
  const of = learnt.value;
  if (!of?.cards) return "";
  const strong = sayUsual(of.hand) || t("journal.page.asStrongAsUsual");
  const rests =
    of.cards === 1 ? t("everywhere.common.oneCard") : t("everywhere.common.cards", { count: of.cards });
  return t("journal.page.yourHandIsGive", { strong, offBy: Math.round(of.off_by * 100), rests });
});
</script>

<template>
  <PageHead>
    <h1>{{ t("everywhere.useWays.journal") }}</h1>
    <template #actions>
      <UndoHere place="journal" @undone="undone" />
      <label class="search"
        ><span class="visually-hidden">{{ t("journal.page.searchTheJournal") }}</span>
        <el-input v-model="text" :placeholder="t('journal.page.searchTheJournal')" clearable />
      </label>
    </template>
  </PageHead>
  <PageState
    v-if="!entries"
    :state="state"
    :what="t('journal.page.what')"
    :why="refusal?.message"
    @again="again"
  />
  <main v-else>
    <EntryOpen
      v-if="open"
      :key="open.id"
      :entry="open"
      @changed="changed"
      @gone="gone"
      @leave="choose(null)"
    />
    <template v-else>
      <section
        v-if="learnt?.cards || learnt?.lessons.length || learnt?.paced_entries.length || learnt?.liked.length"
        class="learnt"
        :aria-label="t('journal.page.learned')"
      >
        <LearntLine v-if="hand" :words="hand" :entries="learnt?.from_entries ?? []" @choose="choose">
          {{ t("journal.page.eachCanBeTakenBack") }}
        </LearntLine>
        <LearntLine
          v-for="lesson in learnt?.lessons"
          :key="lesson.words"
          :words="lesson.words"
          :entries="lesson.from_entries"
          @choose="choose"
        />
        <LearntLine
          v-if="learnt?.paced_entries.length"
          :words="learnt.paces || t('journal.page.youAreAboutAsQuick')"
          :entries="learnt.paced_entries"
          @choose="choose"
        />
        <p v-for="line in learnt?.liked" :key="line">{{ line }}</p>
      </section>
      <p v-if="!entries.length" class="none">{{ t("journal.page.empty") }}</p>
      <i18n-t
        v-if="entries.length"
        keypath="journal.page.shown"
        tag="p"
        scope="global"
        class="sentence order"
      >
        <template #howThey>
          <WordChoice
            :label="t('journal.page.howTheyAreShown')"
            :text="SHOWN.find(({ value }) => value === by)?.label ?? ''"
            :value="by"
            :choices="SHOWN"
            @choose="(to) => (by = to)"
          />
        </template>
      </i18n-t>
      <section v-for="group in groups" :key="group.of" :aria-label="group.of || undefined">
        <h2 v-if="group.of">{{ group.of }}</h2>
        <p v-if="group.of" class="record quiet">{{ sayRecord(group.entries) }}</p>
        <ul
          class="tiles"
          :aria-label="
            group.of ? t('journal.page.byGroup', { of: group.of }) : t('journal.page.cardsThatWereMade')
          "
        >
          <li v-for="entry in group.entries" :key="entry.id">
            <EntryTile :entry="entry" @choose="choose(entry.id)" />
          </li>
        </ul>
      </section>
      <form class="add" @submit.prevent="add">
        <label
          >{{ t("journal.page.aCardMadeBeforeCielo") }}
          <el-input v-model="title" :placeholder="t('journal.entryOpen.whatItIsCalled')" maxlength="80" />
        </label>
        <el-button native-type="submit" :disabled="!title.trim()">{{ t("journal.page.add") }}</el-button>
      </form>
    </template>
  </main>
</template>

<style scoped>
h1 {
  font-size: 27px;
}
.search {
  width: 220px;
}
.learnt,
.none {
  margin: 18px 24px 0;
  padding: 10px 14px;
  background: var(--paper-lift);
  border-left: 4px solid var(--ink);
}
.tiles {
  display: flex;
  flex-wrap: wrap;
  gap: 22px 26px;
  margin: 18px 24px;
  padding: 0;
  list-style: none;
}
h2 {
  margin: 14px 24px 0;
  font-size: 20px;
}
.record {
  margin: 0 24px;
}
.order {
  margin: 14px 24px 0;
}
.add {
  display: flex;
  align-items: end;
  gap: 12px;
  margin: 6px 24px 40px;
  max-width: 560px;
}
.add label {
  flex: 1;
}
</style>
