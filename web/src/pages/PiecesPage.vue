<script setup lang="ts">
/** Everything to cut for a card: the pieces at one scale, how they lie on the sheets, the pile and its envelope. */
import { computed, ref } from "vue";
import { ask } from "../api/client";
import type { Finding } from "../api/models";
import PageHead from "../components/PageHead.vue";
import PageState from "../components/PageState.vue";
import { useAsked } from "../composables/useAsked";
import { provideDesk } from "../composables/useDesk";
import { provideRemedies } from "../composables/useRemedies";
import SavedWord from "../features/card/SavedWord.vue";
import UndoRedo from "../features/card/UndoRedo.vue";
import FindingNote from "../features/FindingNote.vue";
import CardSizes from "../features/pieces/CardSizes.vue";
import CutSentence from "../features/pieces/CutSentence.vue";
import NewCut from "../features/pieces/NewCut.vue";
import NestedStocks from "../features/pieces/NestedStocks.vue";
import SecondCards from "../features/solving/SecondCards.vue";
import PieceTiles from "../features/pieces/PieceTiles.vue";
import PileSentence from "../features/pieces/PileSentence.vue";
import SheetWords from "../features/pieces/SheetWords.vue";
import { sayLength } from "../logic/length";
import { waysOf } from "../logic/ways";
import { useCard } from "../stores/card";
import { useShelf } from "../stores/shelf";
import { t } from "../words";

/** The simulated cutter: how large its mat is, and the finest that it cuts (devices/cutter). */
const CUTTER = { mat_mm: 305, finest_mm: 0.8 };

const props = defineProps<{ id: string }>();
const desk = useCard(props.id);
provideDesk(desk);
provideRemedies(desk);
const shelf = useShelf();
const card = computed(() => desk.card);
const plan = computed(() => card.value?.plan);
const units = computed(() => plan.value?.units ?? "in");
shelf.lookOnCard(() => plan.value?.stock.key);

const count = ref(1);
/** The sheet she chose; until then the one usual where her units are. */
const asked = ref<string | null>(null);
const sheet = computed(() => asked.value ?? (units.value === "cm" ? "a4" : "letter"));
const {
  value: answered,
  state,
  refusal,
  busy,
  again,
} = useAsked(
  (signal) => {
    if (!desk.saved) return null;
    const query = { count: count.value, sheet: sheet.value };
    const params = { path: { card_id: props.id }, query };
    const pieces = ask("get", "/api/cards/{card_id}/pieces", { params, signal });
    return pieces.then((found) => ({ ...found, cards: query.count }));
  },
  () => [desk.saved?.revision, count.value, sheet.value],
);
const pieces = computed(() => answered.value);
const findings = computed(() => card.value?.reading.findings.filter((f) => f.code === "does-not-fit") ?? []);
function mend({ code, step }: Finding, label: string) {
  desk.push(label.charAt(0).toLowerCase() + label.slice(1), { do: "remedy", code, step, remedy: label });
}
</script>

<template>
  <PageHead :card="waysOf(id, card)">
    <h1>
      {{ plan?.title }}<span :class="{ 'visually-hidden': plan }">{{ t("pieces.page.title") }}</span>
    </h1>
    <template v-if="plan" #actions>
      <SavedWord />
      <UndoRedo />
      <el-button
        tag="a"
        type="primary"
        :href="`/api/cards/${id}/templates.pdf`"
        target="_blank"
        rel="noopener"
        >{{ t("pieces.page.templates") }}</el-button
      >
    </template>
  </PageHead>
  <main v-if="plan && pieces">
    <section class="table" :aria-label="t('everywhere.useWays.pieces')" :aria-busy="busy">
      <PieceTiles :card-id="id" :pieces="pieces.pieces" />
      <p v-for="tape in pieces.tapes" :key="tape" class="tape">{{ tape }}</p>
      <NestedStocks :stocks="pieces.stocks" :units="units" :cards="pieces.cards" />
      <SecondCards
        :card-id="id"
        :title="plan.title"
        :count="pieces.cards"
        :sheet="pieces.sheet.key"
        :units="units"
      />
    </section>
    <section class="words" :aria-label="t('everywhere.common.theFinishedCard')" data-words>
      <div class="sentence">
        <SheetWords
          :count="count"
          :sheet="sheet"
          :called="pieces.sheet.name"
          :sheets="pieces.sheets"
          @count="(n) => (count = n)"
          @sheet="(key) => (asked = key)"
        />
        <CardSizes :card="plan.card" :units="units" />
      </div>
      <p v-if="plan.cuts.length" class="sentence">
        <template v-for="cut in plan.cuts" :key="cut.key"
          ><CutSentence :cut="cut" :units="units" />{{ " " }}</template
        >
      </p>
      <p v-if="card" class="sentence"><NewCut :card="card" />.</p>
      <PileSentence :card="plan.card" :units="units" :pile-mm="pieces.pile_mm" :envelope="pieces.envelope" />
      <FindingNote
        v-for="finding in findings"
        :key="finding.message"
        :finding="finding"
        @remedy="(label) => mend(finding, label)"
      />
      <p v-if="!findings.length" class="quiet fits">{{ t("pieces.page.allOfItGoesTogether") }}</p>
      <p class="quiet">
        {{
          t("pieces.page.thePanelIsBy", {
            length: sayLength(card?.reading.panel_width_mm ?? 0, units),
            length2: sayLength(card?.reading.panel_height_mm ?? 0, units),
            mat: sayLength(CUTTER.mat_mm, units),
            finest: units === "in" ? sayLength(CUTTER.finest_mm, units) : "0.8 mm",
          })
        }}
      </p>
    </section>
  </main>
  <PageState
    v-else-if="!card"
    :state="desk.state"
    :what="t('everywhere.common.thisCard')"
    @again="desk.load()"
  />
  <PageState
    v-else
    :state="state"
    :what="t('pieces.page.theCutList')"
    :why="refusal?.message"
    @again="again"
  />
</template>

<style scoped>
h1 {
  font-size: 24px;
}
main {
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) minmax(400px, 1fr);
}
@media (max-width: 760px) {
  main {
    grid-template-columns: minmax(0, 1fr);
  }
}
.table {
  padding: 18px 24px 50px;
  background: var(--surround);
  border-right: 1px solid var(--hairline);
}
.words {
  position: sticky;
  top: 0;
  align-self: start;
  max-height: 100vh;
  overflow-y: auto;
  padding: 16px 22px 40px;
}
.words :deep(.sentence) {
  font-size: 19px;
  line-height: 1.8;
}
.words :deep(.sentence + .sentence) {
  margin-top: 8px;
}
.quiet {
  font-size: 15px;
  line-height: 1.35;
}
.fits {
  margin: 8px 0;
}
.tape {
  margin-top: 12px;
}
</style>
