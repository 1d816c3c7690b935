<script setup lang="ts">
import { useDebounceFn, useEventListener } from "@vueuse/core";
import { computed, ref, watch } from "vue";
import { ask } from "../api/client";
import type { Look } from "../api/client";
import type { Finding } from "../api/models";
import PageHead from "../components/PageHead.vue";
import PageState from "../components/PageState.vue";
import { useAsked } from "../composables/useAsked";
import type { Place } from "../composables/usePicture";
import { provideDesk } from "../composables/useDesk";
import { provideRemedies } from "../composables/useRemedies";
import { useRemembered } from "../composables/useRemembered";
import { useVersions } from "../composables/useVersions";
import CardName from "../features/card/CardName.vue";
import CardFacts from "../features/card/CardFacts.vue";
import SavedWord from "../features/card/SavedWord.vue";
import UndoRedo from "../features/card/UndoRedo.vue";
import VerdictLine from "../features/card/VerdictLine.vue";
import FindingNote from "../features/FindingNote.vue";
import PieceRow from "../features/card/PieceRow.vue";
import PanelAnswer from "../features/panel/PanelAnswer.vue";
import PanelTable from "../features/panel/PanelTable.vue";
import WholeCard from "../features/panel/WholeCard.vue";
import BesideVersion from "../features/versions/BesideVersion.vue";
import CardHistory from "../features/versions/CardHistory.vue";
import RunRow from "../features/step/RunRow.vue";
import StepList from "../features/step/StepList.vue";
import { wholeOf } from "../logic/beside";
import { newSteps } from "../logic/newSteps";
import { panelSize } from "../logic/panelSize";
import { regionOf, withAnother } from "../logic/prints";
import { throughEyes, USUAL } from "../logic/sight";
import { lastOfGround, newStepId } from "../logic/steps";
import { waysOf } from "../logic/ways";
import { useCard } from "../stores/card";
import { useColumn } from "../composables/useColumn";
import { useDropped } from "../composables/useDropped";
import { bringDrawing } from "../stores/bringDrawing";
import { useSettings } from "../stores/settings";
import { useShelf } from "../stores/shelf";
import { t } from "../words";

const props = defineProps<{ id: string }>();
const desk = useCard(props.id);
provideDesk(desk);
provideRemedies(desk);
useDropped(() => ({ svg: (file) => bringDrawing(desk, file) }));
const { beside, before, tryAnotherWay, layBeside, leaveVersions, seeBefore } = useVersions(desk);
const card = computed(() => desk.card);
const shelf = useShelf();
shelf.lookOnCard(() => card.value?.plan.stock.key);

const chosen = useRemembered<string | null>("chosen", null);
const steps = computed(() => card.value?.plan.steps ?? []);
const at = computed(() => steps.value.findIndex((step) => step.id === chosen.value));
const stepsDone = computed(() => (at.value < 0 ? steps.value.length : at.value + 1));
const masksOn = computed(
  () => card.value?.reading.steps.find((step) => step.id === chosen.value)?.masks_on ?? [],
);
const findings = computed(() => {
  const byStep = new Map<string, Finding[]>();
  for (const finding of card.value?.reading.findings ?? [])
    if (finding.step) byStep.set(finding.step, [...(byStep.get(finding.step) ?? []), finding]);
  return byStep;
});
const onTheCard = computed(() => (card.value?.reading.findings ?? []).filter((f) => f.step === null));
/** The finding pointed at rings its place; gone with the finding. */
const pointed = ref<Finding | null>(null);
watch(
  () => card.value?.reading.findings,
  () => (pointed.value = null),
);

function mend({ code, step }: Finding, remedy: string) {
  pointed.value = null;
  desk.push(remedy.charAt(0).toLowerCase() + remedy.slice(1), { do: "remedy", code, step, remedy });
}
const settings = useSettings();
const runSheet = computed(
  () =>
    `/api/cards/${wholeOf(props.id)}/run-sheet.pdf${settings.paper === "card" ? "" : `?paper=${settings.paper}`}`,
);
const look = ref<Look | null>(null);
/** Whose eyes the panel is seen with. */
const sight = ref(USUAL);
/** The stencil whose openings the chosen step inks, where it inks inside one. */
const choosing = computed(() => {
  const step = steps.value[at.value];
  const region = step && "region" in step && step.region.over === "inside" ? step.region : null;
  return region ? { mask: region.mask, openings: region.openings } : null;
});
function chooseOpenings(value: string[]) {
  if (chosen.value)
    desk.push(t("desk.page.chooseOpenings"), {
      do: "word",
      step: chosen.value,
      path: "region.openings",
      value,
    });
}
/** Painted inside some of the prints of another step, or with none chosen inside them all. */
function choosePrint(place: number) {
  const region = regionOf(steps.value[at.value]);
  if (region?.over !== "in-print" || !chosen.value) return;
  const now = region.only ?? [];
  const value = now.includes(place)
    ? now.filter((other) => other !== place)
    : [...now, place].sort((a, b) => a - b);
  desk.push(t("desk.page.choosePrints"), { do: "word", step: chosen.value, path: "region.only", value });
}
/** The place tapped last on the panel, where an image can be stamped after the chosen step. */
const tapped = ref<Place | null>(null);
/** Whether the panel is tilted to the light, as one looks for powder that did not melt. */
const tilted = ref(false);
/** Whether the panel is shown as large as it is, and whether it has the whole window. */
const real = ref(false);
const wide = ref(false);
const { column: right, scrolled } = useColumn();
function stampHere() {
  if (!card.value || !tapped.value) return;
  const { x_mm, y_mm } = tapped.value;
  const chosenRegion = regionOf(steps.value[at.value]);
  tapped.value = null;
  if (chosenRegion?.over === "print" && chosen.value) {
    const value = withAnother(chosenRegion, panelSize(card.value.plan.card), { x_mm, y_mm });
    desk.push(t("desk.page.stampItHereToo"), { do: "word", step: chosen.value, path: "region", value });
    return;
  }
  const after = steps.value[at.value] ?? lastOfGround(steps.value);
  const stamp = newSteps(card.value, after)
    .find((one) => one.value === "print")
    ?.make();
  if (stamp?.do !== "brush" || stamp.region.over !== "print") return;
  const step = {
    ...stamp,
    id: newStepId(card.value.plan),
    region: { ...stamp.region, places: [{ x_mm, y_mm, angle_deg: 0, flipped: false, size_mm: null }] },
  };
  desk.push(t("desk.page.stampAnImageHere"), { do: "add-step", after: after?.id ?? null, step });
  chosen.value = step.id;
}
watch(
  () => desk.moves,
  (moves) => {
    if (moves?.length) chosen.value = null;
  },
);
const choose = (id: string | null) => (chosen.value = chosen.value === id ? null : id);

/** After how many steps the panel is that is seen: a caption is of the picture beside it. */
const seen = ref<number | null>(null);
/** Whether the whole card is shown, put together. */
const together = ref(false);

// What lies at the place pointed at, in what is saved.
const place = ref<Place | null>(null);
const point = useDebounceFn((to: typeof place.value) => (place.value = to), 40);
const answer = useAsked(
  (signal) => {
    const saved = desk.saved;
    if (!place.value || !saved) return null;
    const query = {
      ...place.value,
      revision: saved.revision,
      steps: Math.min(stepsDone.value, saved.plan.steps.length),
    };
    return ask("get", "/api/cards/{card_id}/ask", { params: { path: { card_id: props.id }, query }, signal });
  },
  () => [place.value, desk.saved?.revision, stepsDone.value],
);

useEventListener("keydown", (event) => {
  if (event.key === "Escape" && wide.value && !event.defaultPrevented) wide.value = false;
  const typing = event.target instanceof HTMLInputElement;
  if (typing || !(event.ctrlKey || event.metaKey)) return;
  const key = event.key.toLowerCase();
  if (key === "z" && !event.shiftKey && desk.undoes) {
    event.preventDefault();
    desk.undo();
  } else if ((key === "y" || (key === "z" && event.shiftKey)) && desk.redoes) {
    event.preventDefault();
    desk.redo();
  }
});
</script>

<template>
  <div class="desk">
    <PageHead :card="waysOf(id, card)">
      <h1 class="visually-hidden">
        {{ t("desk.page.onTheDesk", { title: card?.plan.title ?? t("desk.page.aCard") }) }}
      </h1>
      <CardName v-if="card" :title="card.plan.title" />
      <template v-if="card" #actions>
        <SavedWord />
        <UndoRedo />
        <el-button tag="a" :href="`/api/cards/${wholeOf(id)}/export`" download>{{
          t("desk.page.planFile")
        }}</el-button>
        <el-button v-if="steps.length" tag="a" :href="runSheet" target="_blank" rel="noopener">{{
          t("desk.page.runSheet")
        }}</el-button>
      </template>
    </PageHead>
    <template v-if="card">
      <main class="both" :class="{ wide }">
        <div class="left" :style="{ '--eyes': throughEyes(sight)?.filter }">
          <PieceRow
            v-if="card.pieces.length"
            :card="card"
            :together="together"
            @together="(shown) => (together = shown)"
          />
          <CardHistory v-if="before" :card="card" @beside="layBeside" @leave="leaveVersions" />
          <BesideVersion v-else-if="beside" v-bind="beside" :card="card" @leave="leaveVersions" />
          <WholeCard v-else-if="together" :card="card" />
          <PanelTable
            v-else
            :card="card"
            :steps="stepsDone"
            :masks-on="masksOn"
            :choosing="choosing"
            :mark="pointed?.where ?? null"
            :chosen="chosen"
            :tapped="tapped"
            :look="look"
            :tilted="tilted"
            :real="real"
            @openings="chooseOpenings"
            @print="choosePrint"
            @tap="(at) => (tapped = at)"
            @point="point"
            @shown="(of) => (seen = of)"
          />
          <PanelAnswer
            v-if="!before && !beside"
            :answer="place && answer.value.value"
            :card="card"
            :steps="seen ?? stepsDone"
            :tapped="!!tapped"
            :look="look"
            :sight="sight"
            :tilted="tilted"
            :real="real"
            :wide="wide"
            :whole="together"
            @stamp="stampHere"
            @sight="(to) => (sight = to)"
            @look="(to) => (look = to)"
            @tilt="tilted = !tilted"
            @real="real = !real"
            @wide="wide = !wide"
          />
        </div>
        <div v-show="!wide" ref="right" class="right" data-words>
          <CardFacts :card="card" @laid-anew="chosen = null" @turned="scrolled" />
          <div class="work">
            <VerdictLine :card="card" @try="tryAnotherWay" @before="seeBefore" @go="choose" />
            <FindingNote
              v-for="finding in onTheCard"
              :key="finding.code + finding.message"
              :finding="finding"
              @remedy="(label) => mend(finding, label)"
              @point="(value) => (pointed = value)"
            />
            <StepList
              :chosen="chosen"
              :findings="findings"
              @choose="choose"
              @remedy="mend"
              @point="(finding) => (pointed = finding)"
            />
          </div>
        </div>
      </main>
      <RunRow
        v-show="!wide"
        :id="id"
        :steps="steps"
        :chosen="chosen"
        :findings="findings"
        :seen="seen"
        @choose="choose"
        @show="(to) => (chosen = to)"
      />
    </template>
    <PageState v-else :state="desk.state" :what="t('everywhere.common.thisCard')" @again="desk.load()" />
  </div>
</template>

<style scoped>
.desk {
  height: 100vh;
  min-height: 620px;
  display: flex;
  flex-direction: column;
}
.both {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 2.05fr) minmax(410px, 1fr);
}
.both.wide {
  grid-template-columns: minmax(0, 1fr);
}
@media (max-width: 760px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: minmax(260px, 46vh) auto;
  }
  /* The steps go on below the picture, and the page with them. */
  .desk {
    height: auto;
    min-height: 100vh;
  }
}
.left {
  container: table / inline-size;
  position: relative;
  display: flex;
  flex-direction: column;
  min-height: 0;
  border-right: 1px solid var(--hairline);
}
.left > :deep(.table),
.left > :deep(.together) {
  flex: 1;
  min-height: 0;
}
/* What the card is and what is done with it are one column, so that neither cuts the other. */
.right {
  position: relative;
  min-height: 0;
  overflow-y: auto;
  scroll-padding-top: 50px;
}
.work {
  padding: 4px 18px 30px;
}
</style>
