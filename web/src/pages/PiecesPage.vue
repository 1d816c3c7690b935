<script setup lang="ts">
/** Everything to cut for a card: the pieces at one scale, how they lie on the sheets, the pile and its envelope. */
import { computed, onMounted, ref, watch } from "vue";
import { api, type PlanModel, type Schemas, take } from "../api/client";
import NoticeLine from "../components/NoticeLine.vue";
import PageHead from "../components/PageHead.vue";
import WordChoice from "../components/WordChoice.vue";
import WordLength from "../components/WordLength.vue";
import WordCount from "../components/WordCount.vue";
import WordText from "../components/WordText.vue";
import { useCard } from "../composables/useCard";
import { useNotice } from "../composables/useNotice";
import { useShelf } from "../composables/useShelf";
import CutSentence from "../features/CutSentence.vue";
import FindingNote from "../features/FindingNote.vue";
import NestedSheet from "../features/NestedSheet.vue";
import { type Cut, ENVELOPES, newCut, USES } from "../logic/cuts";
import { sayLength } from "../logic/length";

const props = defineProps<{ id: string }>();
const desk = useCard(props.id);
const { card } = desk;
const { look } = useShelf();
const { attempt } = useNotice();
const pieces = ref<Schemas["PiecesOut"] | null>(null);
const count = ref(1);
const sheet = ref("letter");

onMounted(async () => {
  await desk.load();
  if (card.value?.plan.units === "cm") sheet.value = "a4";
  await attempt(() => look(card.value?.plan.stock.key));
});
watch(
  () => [card.value?.revision, count.value, sheet.value] as const,
  async ([revision]) => {
    if (!revision) return;
    const query = { count: count.value, sheet: sheet.value };
    pieces.value =
      (await attempt(() =>
        take<Schemas["PiecesOut"]>(
          api.GET("/api/cards/{card_id}/pieces", { params: { path: { card_id: props.id }, query } }),
        ),
      )) ?? pieces.value;
  },
);

const plan = computed(() => card.value?.plan);
const units = computed(() => plan.value?.units ?? "in");
const findings = computed(() =>
  (card.value?.reading.findings ?? []).filter((f) => f.code === "does-not-fit"),
);
const change = (said: string, make: (plan: PlanModel) => PlanModel) => desk.change(said, make);
type CardPart = PlanModel["card"];
const setCard = (part: Partial<CardPart>, said: string) =>
  change(said, (now) => ({ ...now, card: { ...now.card, ...part } }));

function addMat() {
  const mm = units.value === "in" ? 25.4 / 8 : 4;
  const reveals = { left_mm: mm, top_mm: mm, right_mm: mm, bottom_mm: mm };
  const stock = plan.value?.card.base_stock ?? "plain card";
  setCard({ mats: [...(plan.value?.card.mats ?? []), { stock: `${stock}, darker`, reveals }] }, "add a mat");
}
function setMat(at: number, part: Partial<CardPart["mats"][number]>, said: string) {
  setCard(
    { mats: (plan.value?.card.mats ?? []).map((mat, i) => (i === at ? { ...mat, ...part } : mat)) },
    said,
  );
}
function takeMat(at: number) {
  setCard({ mats: (plan.value?.card.mats ?? []).filter((_, i) => i !== at) }, "take a mat away");
}
const SIDES = ["left", "top", "right", "bottom"] as const;
const alike = (mat: CardPart["mats"][number]) => new Set(Object.values(mat.reveals)).size === 1;
const apart = ref(new Set<number>());
function addCut(use: Cut["use"]) {
  const reading = card.value?.reading;
  if (!reading || !plan.value) return;
  const cut = newCut(use, plan.value, reading.panel_width_mm, reading.panel_height_mm);
  change(`cut ${USES.find((u) => u.value === use)?.label}`, (now) => ({
    ...now,
    cuts: [...(now.cuts ?? []), cut],
  }));
}

/** One scale for all pieces, so that the largest is still small enough to see beside the others. */
const scale = computed(() => {
  const largest = Math.max(
    ...(pieces.value?.pieces ?? []).map((p) => Math.max(p.width_mm, p.height_mm)),
    100,
  );
  return Math.min(1.1, 260 / largest);
});
const templateUrl = (key: string, form: string) =>
  `/api/cards/${props.id}/pieces/${key}/template?form=${form}`;
</script>

<template>
  <PageHead here="Pieces">
    <h1>{{ plan?.title }}: pieces to cut</h1>
    <template #actions>
      <button class="press" :disabled="!card?.undoes" @click="desk.undo()">Undo</button>
      <RouterLink class="press" :to="{ name: 'desk', params: { id } }">To the desk</RouterLink>
      <a class="press main" :href="`/api/cards/${id}/templates.pdf`" target="_blank" rel="noopener"
        >All templates, 1:1</a
      >
    </template>
  </PageHead>
  <main v-if="plan && pieces">
    <section class="table" aria-label="Pieces">
      <ul class="pieces">
        <li v-for="piece in pieces.pieces" :key="piece.key">
          <svg
            :width="(piece.width_mm + 2) * scale"
            :height="(piece.height_mm + 2) * scale"
            :viewBox="`-1 -1 ${piece.width_mm + 2} ${piece.height_mm + 2}`"
            role="img"
            :aria-label="`${piece.name}, ${piece.size}`"
          >
            <path class="cut" :d="piece.cuts" />
            <path class="score" :d="piece.scores" />
          </svg>
          <p>
            <b>{{ piece.name }}</b> {{ piece.size }}
          </p>
          <p class="quiet">{{ piece.note }}</p>
          <p class="quiet">
            <i>Cutter: {{ piece.cutter }}{{ piece.cutter_can ? "." : "" }}</i>
          </p>
          <p class="forms">
            <a
              v-for="form in ['svg', 'pdf', 'dxf', 'hpgl']"
              :key="form"
              class="press tiny"
              :href="templateUrl(piece.key, form)"
              download
              >{{ form.toUpperCase() }}</a
            >
            <a
              v-if="piece.cutter_can"
              class="press tiny"
              :href="`/api/cards/${id}/pieces/${piece.key}/cut-sheet.svg`"
              target="_blank"
              rel="noopener"
              >cut sheet</a
            >
          </p>
        </li>
      </ul>
      <p v-for="tape in pieces.tapes" :key="tape" class="tape">{{ tape }}</p>
      <h2>How they lie on the sheets</h2>
      <div class="stocks">
        <div v-for="stock in pieces.stocks" :key="stock.of" class="stock">
          <p>
            <b>{{ stock.of }}</b>
            <template v-if="stock.count"
              >: {{ stock.count === 1 ? "one sheet" : `${stock.count} sheets` }} of {{ stock.sheet.name
              }}{{ stock.larger ? `; ${stock.larger}` : "" }}.</template
            >
            {{ stock.refused }}
          </p>
          <div class="sheets">
            <NestedSheet
              v-for="(nested, i) in stock.sheets"
              :key="i"
              :nested="nested"
              :width="stock.sheet.width_mm"
              :height="stock.sheet.height_mm"
              :units="units"
            />
          </div>
        </div>
      </div>
    </section>
    <section class="words" aria-label="The card put together">
      <p class="sentence">
        For
        <WordCount
          label="Cards"
          :text="count === 1 ? 'one card' : `${count} cards`"
          :value="count"
          :most="200"
          @change="(n) => (count = n)"
        />, cut from sheets of
        <WordChoice
          label="Sheets"
          :text="pieces.sheet.name"
          :value="sheet"
          :choices="pieces.sheets.map((s) => ({ value: s.key, label: s.name }))"
          @choose="(key) => (sheet = key)"
        />. The card is
        <WordLength
          label="The card wide"
          :mm="plan.card.width_mm"
          :units="units"
          :least="40"
          @change="(mm) => setCard({ width_mm: Math.min(600, mm) }, 'resize the card')"
        />
        by
        <WordLength
          label="The card high"
          :mm="plan.card.height_mm"
          :units="units"
          :least="40"
          @change="(mm) => setCard({ height_mm: Math.min(600, mm) }, 'resize the card')"
        />, its base of
        <WordText
          label="Base"
          :text="plan.card.base_stock"
          :value="plan.card.base_stock"
          @change="(text) => setCard({ base_stock: text }, 'take another base')"
        />, folded
        <button
          class="word"
          @click="setCard({ fold: plan.card.fold === 'left' ? 'top' : 'left' }, 'fold it the other way')"
        >
          {{ plan.card.fold === "left" ? "at the side" : "at the top" }}</button>.
        <template v-for="(mat, i) in plan.card.mats" :key="i">
          {{ i ? "Behind it" : "Behind the panel" }} lies a mat of
          <WordText
            label="Mat"
            :text="mat.stock"
            :value="mat.stock"
            @change="(text) => setMat(i, { stock: text }, 'take another mat')"
          />, which shows
          <template v-if="alike(mat) && !apart.has(i)"
            ><WordLength
              label="Mat shows"
              :mm="mat.reveals.left_mm"
              :units="units"
              @change="
                (mm) =>
                  setMat(
                    i,
                    { reveals: { left_mm: mm, top_mm: mm, right_mm: mm, bottom_mm: mm } },
                    'change the reveal',
                  )
              "
            />
            all round (<button class="word" @click="apart.add(i)">each side apart</button>)</template
          >
          <template v-else
            ><template v-for="(side, n) in SIDES" :key="side"
              >{{ n ? ", " : "" }}{{ side }}
              <WordLength
                :label="`Mat shows at the ${side}`"
                :mm="mat.reveals[`${side}_mm`]"
                :units="units"
                @change="
                  (mm) => setMat(i, { reveals: { ...mat.reveals, [`${side}_mm`]: mm } }, 'change the reveal')
                " /></template></template
          >. <button class="word quiet" @click="takeMat(i)">Take it away</button>{{ " " }}
        </template>
        <button v-if="plan.card.mats.length < 4" class="word" @click="addMat">Add a mat</button>. Ink the
        panel
        <WordLength
          label="Larger by"
          :mm="plan.card.trim_mm"
          :units="units"
          @change="(mm) => setCard({ trim_mm: Math.min(40, mm) }, 'ink it larger')"
        />
        larger all round and trim it. Foam tape lifts it by
        <WordLength
          label="Lifted by"
          :mm="plan.card.raised_mm"
          :units="units"
          @change="(mm) => setCard({ raised_mm: Math.min(10, mm) }, 'lift the panel')"
        />.
      </p>
      <p v-if="plan.cuts.length" class="sentence">
        <template v-for="cut in plan.cuts" :key="cut.key"
          ><CutSentence :cut="cut" :units="units" @change="change" />{{ " " }}</template
        >
      </p>
      <p class="sentence">
        <WordChoice label="Cut" text="Cut something from it" :choices="USES" @choose="addCut" />.
      </p>
      <p class="sentence">
        The pile is {{ pieces.pile_mm.toFixed(1) }} mm thick; it goes into
        <WordChoice
          label="Envelope"
          :text="ENVELOPES.find((e) => e.value === plan?.card.envelope)?.label ?? ''"
          :value="plan.card.envelope"
          :choices="ENVELOPES"
          @choose="(value) => setCard({ envelope: value }, 'take another envelope')"
        /><template v-if="pieces.envelope"
          >: a square of <b>{{ pieces.envelope.sheet }}</b>, its first score at
          <b>{{ pieces.envelope.first_score }}</b>, makes one of {{ pieces.envelope.makes }}</template
        >.
      </p>
      <FindingNote
        v-for="finding in findings"
        :key="finding.message"
        :finding="finding"
        @remedy="desk.remedy(finding)"
      />
      <p v-if="!findings.length" class="quiet fits">
        All of it goes together: panel, mats, base and envelope.
      </p>
      <p class="quiet">
        The panel is {{ sayLength(card?.reading.panel_width_mm ?? 0, units) }} by
        {{ sayLength(card?.reading.panel_height_mm ?? 0, units) }}. The cutter here is a stand-in: a mat of
        30.5 cm, a blade that cuts nothing finer than 0.8 mm. Blades away from the hand; keep them from
        children.
      </p>
    </section>
  </main>
  <NoticeLine />
</template>

<style scoped>
h1 {
  font-size: 25px;
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
.sentence {
  font-size: 19px;
  line-height: 1.8;
}
.sentence + .sentence {
  margin-top: 8px;
}
.pieces {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  align-items: flex-end;
  gap: 26px 30px;
  margin: 0;
  padding: 0;
}
.pieces li {
  max-width: 290px;
  min-width: 170px;
}
.cut {
  fill: #1f2a440d;
  fill-rule: evenodd;
  stroke: var(--ink);
  stroke-width: 1.4px;
  vector-effect: non-scaling-stroke;
}
.score {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1px;
  stroke-dasharray: 6 4;
  vector-effect: non-scaling-stroke;
}
.quiet {
  font-size: 15px;
  line-height: 1.35;
}
.fits {
  margin: 8px 0;
}
.forms {
  margin-left: -8px;
}
.tiny {
  min-height: 36px;
  padding: 2px 8px;
  font-size: 14px;
}
.tape {
  margin-top: 12px;
}
h2 {
  margin: 26px 0 8px;
  padding-top: 14px;
  border-top: 1px solid var(--hairline);
  font-size: 22px;
}
.stocks {
  display: flex;
  flex-wrap: wrap;
  gap: 14px 34px;
}
.sheets {
  display: flex;
  flex-wrap: wrap;
  gap: 20px;
  margin-top: 8px;
}
</style>
