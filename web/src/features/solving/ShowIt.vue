<script setup lang="ts">
/** Inks and passes that make what a step lays stand out as wanted, each as it would look. */
import { computed, ref, watch } from "vue";
import { ask } from "../../api/client";
import type { Schemas } from "../../api/models";
import WordMenu from "../../components/word/WordMenu.vue";
import { useAsked } from "../../composables/useAsked";
import { useDesk } from "../../composables/useDesk";
import { sayLaid } from "../../logic/solving";
import ProposalTiles from "./ProposalTiles.vue";
import { useWork } from "../../composables/useWork";
import StillWorking from "./StillWorking.vue";
import { t } from "../../words";

type Level = Schemas["Show"]["level"];
const props = defineProps<{ step: string }>();
const desk = useDesk();
const LEVELS: { value: Level; label: string; hint: string }[] = [
  {
    value: "tone on tone",
    label: t("solving.showIt.toneOnTone"),
    hint: t("solving.showIt.inItsGroundsOwnHue"),
  },
  { value: "softly", label: t("solving.showIt.softly"), hint: t("solving.showIt.seenAndNoMore") },
  { value: "plainly", label: t("solving.showIt.plainly"), hint: t("solving.showIt.wordsAreReadAtArms") },
  { value: "strongly", label: t("solving.showIt.strongly"), hint: t("solving.showIt.theFirstThingThatIs") },
];
const level = ref<Level | null>(null);
const work = useWork();
const asked = useAsked(
  (signal) =>
    level.value && desk.saved
      ? ask("post", "/api/cards/{card_id}/show", {
          params: { path: { card_id: desk.saved.id }, query: { work: work.begin() } },
          body: { revision: desk.saved.revision, step: props.step, level: level.value },
          signal,
        })
      : null,
  () => [level.value, level.value && desk.saved?.revision].join(),
);
watch(asked.busy, (still) => still || work.end());
const ways = computed(() => (level.value ? asked.value.value : null));
const box = ref<HTMLElement | null>(null);
watch([box, ways], () => box.value?.scrollIntoView({ block: "nearest" }), { flush: "post" });
const proposals = computed(() =>
  (ways.value ?? []).map((way) => ({
    key: way.ink.key,
    plan: way.plan,
    name: way.ink.name,
    lines: [sayLaid(way.touch, way.passes)],
  })),
);
function take(key: string) {
  const way = ways.value?.find(({ ink }) => ink.key === key);
  if (!way) return;
  const { step, ink, touch, passes } = way;
  desk.push(t("solving.showIt.letItStandOut", { level: level.value ?? "" }), {
    do: "lay-in",
    step,
    ink,
    touch,
    passes,
  });
  level.value = null;
}
</script>

<template>
  <span class="menu"
    ><WordMenu
      :text="t('solving.showIt.makeItStandOut')"
      :label="t('solving.showIt.makeItStandOut')"
      :choices="LEVELS"
      @choose="(to) => (level = to)"
  /></span>
  <section v-if="level" ref="box" class="ways" :aria-label="t('solving.showIt.waysToStandOut', { level })">
    <StillWorking
      v-if="asked.busy.value"
      :what="t('solving.showIt.tryingTheInksOfYour')"
      :share="work.share.value"
      @stop="level = null"
    />
    <p v-else class="head">
      <span v-if="asked.refusal.value" role="status">{{ asked.refusal.value.message }}</span>
      <span v-else-if="!proposals.length" role="status">
        {{ t("solving.showIt.noInkOfYourShelf", { level }) }}
      </span>
      <span v-else>{{ t("solving.showIt.soThatItStandsOut", { level }) }}</span>
      <button type="button" class="word" @click="level = null">{{ t("solving.showIt.cancel") }}</button>
    </p>
    <ProposalTiles v-if="!asked.busy.value" :proposals="proposals" @take="take" />
  </section>
</template>

<style scoped>
.ways {
  flex: 1 0 100%;
  min-height: 250px;
  padding: 10px 12px;
  background: var(--paper-lift);
}
.head {
  display: flex;
  justify-content: space-between;
  gap: 12px;
}
</style>
