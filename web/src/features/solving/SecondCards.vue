<script setup lang="ts">
/** A second card from what this one leaves over: its offcuts, and the ink that is nearly out. */
import { computed, ref, watch } from "vue";
import { useRouter } from "vue-router";
import { ask, once } from "../../api/client";
import type { Units } from "../../api/models";
import { useAsked } from "../../composables/useAsked";
import { useDoing } from "../../composables/useDoing";
import { wholeOf } from "../../logic/beside";
import ProposalTiles from "./ProposalTiles.vue";
import { useWork } from "../../composables/useWork";
import StillWorking from "./StillWorking.vue";
import { t } from "../../words";

const props = defineProps<{ cardId: string; title: string; count: number; sheet: string; units: Units }>();
const router = useRouter();
const { make } = useDoing("second-card");
const open = ref(false);
const work = useWork();
const asked = useAsked(
  (signal) =>
    open.value
      ? ask("get", "/api/cards/{card_id}/second-cards", {
          params: {
            path: { card_id: wholeOf(props.cardId) },
            query: { count: props.count, sheet: props.sheet, work: work.begin() },
          },
          signal,
        })
      : null,
  () => [open.value, props.count, props.sheet].join(),
);
watch(asked.busy, (still) => still || work.end());
const proposals = computed(() =>
  (asked.value.value ?? []).map((one) => ({
    key: one.ground,
    plan: one.plan,
    name: one.name,
    lines: one.why,
  })),
);
async function take(key: string) {
  const one = asked.value.value?.find(({ ground }) => ground === key);
  if (!one) return;
  await make(`second ${one.ground}`, async (request) => {
    const body = {
      title: t("solving.secondCards.whatWasLeft", { slice: props.title.slice(0, 60) }),
      units: props.units,
      across: false,
      format: one.format,
      stock: one.stock,
      inks: one.inks,
      ground: one.ground,
    };
    const made = await ask("post", "/api/cards/on-ground", { body, ...once(request) });
    await router.push({ name: "desk", params: { id: made.id } });
  });
}
</script>

<template>
  <section class="second" :aria-label="t('solving.secondCards.aSecondCardOfWhat')">
    <el-button :aria-expanded="open" @click="open = !open">{{
      t("solving.secondCards.makeASecondCardOf")
    }}</el-button>
    <template v-if="open">
      <StillWorking
        v-if="asked.busy.value"
        :what="t('solving.secondCards.lookingAtTheOffcuts')"
        :share="work.share.value"
        @stop="open = false"
      />
      <p v-else-if="asked.refusal.value" role="status">{{ asked.refusal.value.message }}</p>
      <p v-else-if="!proposals.length" role="status">{{ t("solving.secondCards.theInksOnYourShelf") }}</p>
      <ProposalTiles :proposals="proposals" @take="take" />
    </template>
  </section>
</template>

<style scoped>
.second {
  margin-top: 16px;
}
.second :deep(.proposals button) {
  width: 230px;
}
</style>
