<script setup lang="ts">
/** The day plan: who does which step of which card when, so that all are done soonest. */
import { computed, reactive, ref, watch } from "vue";
import { useRouter } from "vue-router";
import { ask } from "../api/client";
import PageHead from "../components/PageHead.vue";
import PageState from "../components/PageState.vue";
import { type Counts, useDay } from "../composables/useDay";
import { useDoing } from "../composables/useDoing";
import DayHours from "../features/day/DayHours.vue";
import DaySentence from "../features/day/DaySentence.vue";
import SuppliesList from "../features/day/SuppliesList.vue";
import type { ThingKind } from "../logic/things";
import { waysOf } from "../logic/ways";
import { useCard } from "../stores/card";
import { useThings } from "../stores/things";
import { t } from "../words";

const props = defineProps<{ id: string }>();
const router = useRouter();
const desk = useCard(props.id);
const card = computed(() => desk.card);
const { run, busy } = useDoing("to-bench");
const counts = reactive<Counts>({
  cards: 6,
  makers: 2,
  heat_tools: 1,
  presses: 1,
  cutters: 1,
  stencils: 1,
  masks: 2,
});
/** How many there are of each is kept on the shelf. */
const things = useThings();
watch(
  () => things.things,
  (all) => {
    const left = (kind: ThingKind, key: string) =>
      all.find((thing) => thing.kind === kind && thing.key === key)?.facts.left ?? null;
    for (const [field, key] of [
      ["heat_tools", "heat-tool"],
      ["presses", "press"],
      ["cutters", "cutter"],
    ] as const) {
      const there = left("tool", key);
      if (there) counts[field] = Math.min(9, there);
    }
    const each = all
      .filter((thing) => thing.kind === "stencil" && thing.facts.left)
      .map((t) => t.facts.left ?? 1);
    if (each.length) counts.stencils = counts.masks = Math.max(1, Math.min(60, ...each));
  },
  { immediate: true },
);
const startsAt = ref(9 * 60);
const doneBy = ref(17 * 60);
const { day, sooner, looking, refused, stop } = useDay(desk, () => counts);

/** The batch is laid out at the bench; what was begun there keeps its place, so it never becomes smaller here. */
const toBench = () =>
  run(async () => {
    const path = { card_id: props.id };
    const begun = await ask("get", "/api/cards/{card_id}/bench/{number}", {
      params: { path: { ...path, number: 1 } },
    });
    const body = { cards: Math.max(counts.cards, Object.keys(begun.places).length) };
    await ask("post", "/api/cards/{card_id}/bench/batch", { params: { path }, body });
    await router.push({ name: "bench", params: { id: props.id } });
  });

const pad = (n: number) => String(n).padStart(2, "0");
function exportUrl(form: string) {
  const today = new Date();
  const date = `${today.getFullYear()}-${pad(today.getMonth() + 1)}-${pad(today.getDate())}`;
  const hour = `${pad(Math.floor(startsAt.value / 60))}:${pad(startsAt.value % 60)}:00`;
  const wish = new URLSearchParams(Object.entries(counts).map(([key, n]) => [key, String(n)]));
  return `/api/cards/${props.id}/day/export?form=${form}&start=${date}T${hour}&${wish}`;
}
const inkName = (key: string) => card.value?.plan.inks.find((ink) => ink.key === key)?.name ?? key;
</script>

<template>
  <PageHead :card="waysOf(id, card)">
    <h1>
      {{ card?.plan.title }}<span :class="{ 'visually-hidden': card }">{{ t("day.dayHours.theDay") }}</span>
    </h1>
    <template v-if="card?.plan.steps.length" #actions>
      <el-button tag="a" :href="exportUrl('ics')" download>{{ t("day.page.calendar") }}</el-button>
      <el-button tag="a" :href="exportUrl('csv')" download>{{ t("everywhere.common.exportCsv") }}</el-button>
      <el-button type="primary" :disabled="busy" @click="toBench"
        >{{
          t("day.page.toTheBench", {
            cards:
              counts.cards === 1
                ? t("everywhere.common.oneCard")
                : t("everywhere.common.cards", { count: counts.cards }),
          })
        }}
      </el-button>
    </template>
  </PageHead>
  <main v-if="card?.plan.steps.length">
    <DaySentence
      :counts="counts"
      :starts-at="startsAt"
      :done-by="doneBy"
      :day="day"
      :sooner="sooner"
      :looking="looking"
      @count="(field, n) => (counts[field] = n)"
      @starts-at="(minutes) => (startsAt = minutes)"
      @done-by="(minutes) => (doneBy = minutes)"
      @stop="stop"
    />
    <p v-if="refused" role="status">{{ refused }}</p>
    <DayHours v-if="day" :day="day" :starts-at="startsAt" />
    <SuppliesList :card-id="id" :revision="card.revision" :cards="counts.cards" />
    <section v-if="day?.brushes.length" class="brushes" :aria-label="t('day.page.brushes')">
      <h2>{{ t("day.page.brushesAndTools") }}</h2>
      <ul>
        <li v-for="brush in day.brushes" :key="brush.name">
          <b>{{ brush.name }}</b> {{ brush.inks.map(inkName).join(t("day.page.then")) }}
        </li>
      </ul>
    </section>
    <p class="quiet">{{ t("day.page.estimates") }}</p>
  </main>
  <p v-else-if="card" class="nothing" role="status">{{ t("day.page.empty") }}</p>
  <PageState v-else :state="desk.state" :what="t('everywhere.common.thisCard')" @again="desk.load()" />
</template>

<style scoped>
h1 {
  font-size: 24px;
}
main {
  padding: 14px 24px 50px;
}
.nothing {
  padding: 40px;
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
