<script setup lang="ts">
/** The day plan: who does which step of which card when, so that all are done soonest. */
import { computed, onBeforeUnmount, onMounted, reactive, ref, watch } from "vue";
import { useRouter } from "vue-router";
import { api, type Schemas, take } from "../api/client";
import NoticeLine from "../components/NoticeLine.vue";
import PageHead from "../components/PageHead.vue";
import WordCount from "../components/WordCount.vue";
import WordNumber from "../components/WordNumber.vue";
import SuppliesList from "../features/SuppliesList.vue";
import { useCard } from "../composables/useCard";
import { useNotice } from "../composables/useNotice";
import { hourMarks, rowsOf, sayHour } from "../logic/day";

const props = defineProps<{ id: string }>();
const router = useRouter();
const desk = useCard(props.id);
const { card } = desk;
const { attempt } = useNotice();
const counts = reactive({
  cards: 6,
  makers: 2,
  heat_tools: 1,
  presses: 1,
  cutters: 1,
  stencils: 1,
  masks: 2,
});
const cards = computed(() => counts.cards);
/** What can be counted. */
const COUNTED = [
  { field: "cards", label: "Cards", one: "One card", many: "cards", most: 60 },
  { field: "makers", label: "Makers", one: "one maker", many: "makers", most: 9 },
  {
    field: "heat_tools",
    label: "Heat tools",
    one: "one heat tool",
    many: "heat tools",
    most: 9,
  },
  { field: "presses", label: "Presses", one: "one press", many: "presses", most: 9 },
  { field: "cutters", label: "Cutters", one: "one cutter", many: "cutters", most: 9 },
  {
    field: "stencils",
    label: "Of each stencil",
    one: "one of each stencil",
    many: "of each stencil",
    most: 60,
  },
  {
    field: "masks",
    label: "Of each mask",
    one: "one of each mask",
    many: "of each mask",
    most: 60,
  },
] as const;
const startsAt = ref(9 * 60);
const doneBy = ref(17 * 60);
const late = computed(() =>
  Math.ceil(((day.value?.length_s ?? 0) - (doneBy.value - startsAt.value) * 60) / 60),
);
const day = ref<Schemas["DayOut"] | null>(null);
const sooner = ref<Schemas["SoonerOut"][]>([]);
const looking = ref(false);
let current: AbortController | null = null;

/** Cards and makers, and those of the shared tools, stencils and masks that this card's work takes at all. */
const counted = computed(() => {
  const matter = new Set(["cards", "makers", ...(day.value?.counted ?? [])]);
  return COUNTED.filter(({ field }) => matter.has(field));
});

onMounted(desk.load);
onBeforeUnmount(() => current?.abort());

/** An answer, or nothing where it was given up meanwhile. */
function unlessGivenUp<T>(
  signal: AbortSignal,
  ask: () => Promise<{ data?: unknown }>,
): Promise<T | undefined> {
  return attempt(async () => {
    try {
      return await take<T>(ask());
    } catch (error) {
      if (signal.aborted) return undefined;
      throw error;
    }
  });
}

/** A first day at once, then a longer look for a shorter one, which can be stopped; then what one more of would end it sooner. */
async function plan() {
  current?.abort();
  const mine = new AbortController();
  const { signal } = mine;
  const path = { card_id: props.id };
  current = mine;
  sooner.value = [];
  for (const look of ["quick", "longer"] as const) {
    looking.value = true;
    const found = await unlessGivenUp<Schemas["DayOut"]>(signal, () =>
      api.GET("/api/cards/{card_id}/day", { params: { path, query: { ...counts, look } }, signal }),
    );
    if (signal.aborted) return;
    looking.value = false;
    if (!found) return;
    if (!day.value || look === "quick" || found.length_s <= day.value.length_s) day.value = found;
    if (found.shortest) break;
  }
  if (!day.value) return;
  const { length_s } = day.value;
  const found = await unlessGivenUp<Schemas["SoonerOut"][]>(signal, () =>
    api.GET("/api/cards/{card_id}/day/sooner", {
      params: { path, query: { ...counts, length_s } },
      signal,
    }),
  );
  if (found && !signal.aborted) sooner.value = found;
}
const soonerBy = computed(() =>
  sooner.value.slice(0, 2).flatMap((more) => {
    const what = COUNTED.find((other) => other.field === more.field);
    if (!what || more.count > what.most) return [];
    const saved = minutes((day.value?.length_s ?? 0) - more.length_s);
    return [{ what, count: more.count, saved: `${saved} ${saved === 1 ? "minute" : "minutes"}` }];
  }),
);
function stopLooking() {
  current?.abort();
  looking.value = false;
}
watch([() => card.value?.revision, () => ({ ...counts })], ([revision]) => revision && plan());

/** The batch is laid out at the bench; what was begun there keeps its place, so it never becomes smaller here. */
async function toBench() {
  const path = { card_id: props.id };
  const laidOut = await attempt(async () => {
    const begun = await take<Schemas["BenchOut"]>(
      api.GET("/api/cards/{card_id}/bench/{number}", { params: { path: { ...path, number: 1 } } }),
    );
    const body = { cards: Math.max(cards.value, Object.keys(begun.places).length) };
    return take(api.POST("/api/cards/{card_id}/bench/batch", { params: { path }, body }));
  });
  if (laidOut) await router.push({ name: "bench", params: { id: props.id } });
}

const rows = computed(() => rowsOf(day.value?.entries ?? []));
const marks = computed(() => hourMarks(day.value?.length_s ?? 0, startsAt.value));
const share = (seconds: number) => `${(100 * seconds) / Math.max(1, day.value?.length_s ?? 1)}%`;
const pointed = ref<Schemas["EntryOut"] | null>(null);
const minutes = (seconds: number) => Math.round(seconds / 60);
const exportUrl = (form: string) => {
  const today = new Date();
  const local = new Date(today.getFullYear(), today.getMonth(), today.getDate(), 0, startsAt.value);
  const pad = (n: number) => String(n).padStart(2, "0");
  const start = `${local.getFullYear()}-${pad(local.getMonth() + 1)}-${pad(local.getDate())}T${pad(local.getHours())}:${pad(local.getMinutes())}:00`;
  return `/api/cards/${props.id}/day/export?form=${form}&start=${start}&${new URLSearchParams(Object.entries(counts).map(([key, n]) => [key, String(n)]))}`;
};
function readHour(text: string) {
  const match = /^(\d{1,2})(?::(\d{2}))?$/.exec(text.trim());
  const at = match ? Number(match[1]) * 60 + Number(match[2] ?? 0) : NaN;
  return at >= 0 && at < 24 * 60 ? at : null;
}
const inkName = (key: string) => card.value?.plan.inks.find((ink) => ink.key === key)?.name ?? key;
</script>

<template>
  <PageHead here="Day plan">
    <h1>{{ card?.plan.title }}: the day</h1>
    <template #actions>
      <RouterLink class="press" :to="{ name: 'desk', params: { id } }">To the desk</RouterLink>
      <a class="press" :href="exportUrl('ics')" download>As a calendar</a>
      <a class="press" :href="exportUrl('csv')" download>As a table</a>
      <button class="press main" :disabled="!card?.plan.steps.length" @click="toBench">
        To the bench, {{ cards === 1 ? "one card" : `${cards} cards` }}
      </button>
    </template>
  </PageHead>
  <main v-if="card">
    <p class="sentence">
      <template v-for="(of, i) in counted" :key="of.field"
        >{{ i ? ", " : ""
        }}<WordCount
          :label="of.label"
          :text="counts[of.field] === 1 ? of.one : `${counts[of.field]} ${of.many}`"
          :value="counts[of.field]"
          :most="of.most"
          @change="(n) => (counts[of.field] = n)" /></template
      >, from
      <WordNumber
        label="Begin at"
        :text="sayHour(startsAt * 60)"
        :shown="sayHour(startsAt * 60)"
        hint="Write it as 9:00."
        :read="readHour"
        :tap="(d) => Math.min(1439, Math.max(0, startsAt + 15 * d))"
        @change="(n) => (startsAt = n)"
      />
      on, to be done by
      <WordNumber
        label="Done by"
        :text="sayHour(doneBy * 60)"
        :shown="sayHour(doneBy * 60)"
        hint="Write it as 17:00."
        :read="readHour"
        :tap="(d) => Math.min(1439, Math.max(0, doneBy + 15 * d))"
        @change="(n) => (doneBy = n)"
      />.
      <template v-if="day">
        All are done at <b>{{ sayHour(startsAt * 60 + day.length_s) }}</b>, after
        {{ minutes(day.length_s) }} minutes;
        {{
          day.shortest
            ? "no day is shorter"
            : `the best found, and none is shorter than ${minutes(day.bound_s)}`
        }}.
      </template>
      <b v-if="day && late > 0" role="status">
        That is {{ late }} {{ late === 1 ? "minute" : "minutes" }} late: take another maker, heat tool or
        mask, or fewer cards.
      </b>
      <span v-for="{ what, count, saved } in soonerBy" :key="what.field">
        With
        <button class="word" @click="counts[what.field] = count">{{ count }} {{ what.many }}</button>
        it ends {{ saved }} sooner.
      </span>
      <span v-if="looking" role="status" class="quiet"
        >{{ day ? "Looking for a shorter day" : "Planning the day" }} …
        <button class="press" @click="stopLooking">That will do</button></span
      >
    </p>
    <section v-if="day" class="day" aria-label="The day">
      <div class="hours">
        <span
          v-for="mark in marks"
          :key="mark.s"
          :class="{ last: mark.s > 0.96 * day.length_s }"
          :style="{ left: share(mark.s) }"
          >{{ mark.label }}</span
        >
      </div>
      <div v-for="row in rows" :key="row.name" class="row">
        <b class="who">{{ row.name }}</b>
        <div class="lane">
          <i v-for="mark in marks" :key="mark.s" class="hour" :style="{ left: share(mark.s) }" />
          <button
            v-for="entry in row.entries"
            :key="`${entry.card}-${entry.step}`"
            class="block"
            :class="{ drying: !entry.by.length, pointed: pointed?.card === entry.card }"
            :style="{
              left: share(entry.start_s),
              width: share(entry.end_s - entry.start_s),
              top: row.drying ? `${row.depth.get(entry) ?? 0}px` : undefined,
            }"
            :aria-label="`Card ${entry.card}, step ${entry.number}, ${sayHour(startsAt * 60 + entry.start_s)}: ${entry.says}`"
            @pointerenter="pointed = entry"
            @focus="pointed = entry"
          >
            <span v-if="!row.drying">{{ entry.card }}</span>
          </button>
        </div>
      </div>
      <p class="told" aria-live="polite">
        <template v-if="pointed">
          <b>{{ sayHour(startsAt * 60 + pointed.start_s) }}</b> card {{ pointed.card }}, step
          {{ pointed.number }}:
          {{ pointed.says }}
        </template>
        <template v-else
          >Point at a block: its number is the card. Thin lines are cards that dry by themselves.</template
        >
      </p>
    </section>
    <SuppliesList :card-id="id" :revision="card.revision" :cards="cards" />
    <section v-if="day?.brushes.length" class="brushes" aria-label="Brushes">
      <h2>Brushes and tools</h2>
      <ul>
        <li v-for="brush in day.brushes" :key="brush.name">
          <b>{{ brush.name }}</b> {{ brush.inks.map(inkName).join(", then ") }}
        </li>
      </ul>
    </section>
    <p class="quiet">
      How long a pair of hands is at each step is judgement. Drying in the air runs beside other work;
      whatever is blended into damp ink follows within ten minutes; a mask or stencil lies on one card from
      its laying to its lifting, drying and all.
    </p>
  </main>
  <NoticeLine />
</template>

<style scoped>
h1 {
  font-size: 25px;
}
main {
  padding: 14px 24px 50px;
}
.sentence {
  font-size: 20px;
  line-height: 1.8;
}
.day {
  margin: 14px 0;
  padding: 12px 18px 16px;
  background: var(--surround);
  border: 1px solid var(--hairline);
}
.hours {
  position: relative;
  height: 24px;
  margin-left: 110px;
  font-size: 15px;
  color: var(--ink-soft);
}
.hours span {
  position: absolute;
  transform: translateX(-2px);
  white-space: nowrap;
}
.hours .last {
  transform: translateX(-100%);
}
.row {
  display: flex;
  border-top: 1px solid var(--hairline);
}
.who {
  flex: none;
  width: 110px;
  padding-top: 14px;
  font: 620 17px var(--display);
}
.lane {
  position: relative;
  flex: 1;
  min-height: 52px;
}
.hour {
  position: absolute;
  top: 0;
  bottom: 0;
  border-left: 1px dotted var(--hairline);
}
.block {
  position: absolute;
  top: 8px;
  height: 36px;
  padding: 0;
  overflow: hidden;
  border: 1px solid var(--ink);
  border-right-width: 0;
  background: var(--paper-lift);
  font-size: 13px;
  cursor: pointer;
}
/* A number that does not fit is told by pointing at its block. */
.block {
  container-type: inline-size;
}
@container (max-width: 13px) {
  .block span {
    display: none;
  }
}
.block.drying {
  height: 4px;
  border: 0;
  background: var(--ink-soft);
}
.block.pointed {
  background: var(--ink);
  color: var(--paper-lift);
}
.told {
  min-height: 52px;
  margin-top: 10px;
}
h2 {
  font-size: 21px;
}
.brushes ul {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 28px;
  margin: 6px 0 14px;
  padding: 0;
}
</style>
