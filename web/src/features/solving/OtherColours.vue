<script setup lang="ts">
/** The same card in other inks of the shelf, each as it would look; one tap takes it, and undo brings the old back. */
import { computed, ref, shallowRef, watch } from "vue";
import { ask } from "../../api/client";
import type { CardOut, Schemas } from "../../api/models";
import StockWord from "../../components/StockWord.vue";
import { useAsked } from "../../composables/useAsked";
import { useDesk } from "../../composables/useDesk";
import { useShelf } from "../../stores/shelf";
import ProposalTiles from "./ProposalTiles.vue";
import { useWork } from "../../composables/useWork";
import StillWorking from "./StillWorking.vue";
import { t } from "../../words";

type Way = Schemas["ColourwayOut"];
const props = defineProps<{ card: CardOut }>();
const emit = defineEmits<{ taken: [] }>();
const desk = useDesk();
const shelf = useShelf();
const work = useWork();
/** Another stock on which it is tried; none where it stays on its own. */
const stock = shallowRef<CardOut["plan"]["stock"] | null>(null);
function on(key: string) {
  stopped.value = false;
  const one = shelf.shelf?.stocks.find((other) => other.stock.key === key)?.stock ?? null;
  stock.value = key === props.card.plan.stock.key ? null : one;
}
const asked = useAsked(
  (signal) =>
    ask("get", "/api/cards/{card_id}/colourways", {
      params: {
        path: { card_id: props.card.id },
        query: {
          revision: desk.saved?.revision ?? props.card.revision,
          count: 4,
          work: work.begin(),
          stock: stock.value?.key,
        },
      },
      signal,
    }),
  () => [desk.saved?.revision, stock.value?.key],
);
const tried = computed(() => stock.value ?? props.card.plan.stock);
const { value: ways, busy } = asked;
watch(busy, (still) => still || work.end());
/** Stopped by her, so that nothing is said of what the shelf has not. */
const stopped = ref(false);
function stop() {
  asked.stop();
  stopped.value = true;
}
function again() {
  stopped.value = false;
  void asked.again();
}
const said = (way: Way) =>
  way.swaps
    .map((swap) => t("solving.otherColours.for", { name: swap.now.name, wasName: swap.was_name }))
    .join(", ") || t("solving.otherColours.inItsOwnInks");
const proposals = computed(() =>
  (ways.value ?? []).map((way) => ({ key: said(way), plan: way.plan, name: "", lines: [said(way)] })),
);
function take(key: string) {
  const way = ways.value?.find((one) => said(one) === key);
  if (!way) return;
  desk.push(t("solving.otherColours.takeOtherColours"), {
    do: "other-inks",
    inks: Object.fromEntries(way.swaps.map((swap) => [swap.was, swap.now])),
    ...(stock.value ? { stock: stock.value } : {}),
  });
  emit("taken");
}
</script>

<template>
  <section class="ways" :aria-label="t('everywhere.common.tryOtherColours')">
    <i18n-t keypath="solving.otherColours.on" tag="p" scope="global">
      <template #stockWord>
        <StockWord :text="tried.name" :value="tried.key" @choose="on" />
      </template>
    </i18n-t>
    <StillWorking
      v-if="busy"
      :what="t('solving.otherColours.lookingThroughTheShelf')"
      :share="work.share.value"
      @stop="stop"
    />
    <p v-else-if="stopped" role="status">
      {{ t("solving.otherColours.stopped") }}{{ " "
      }}<button type="button" class="word" @click="again">{{ t("everywhere.common.tryAgain") }}</button>
    </p>
    <p v-else-if="!ways?.length" role="status">
      {{ t("solving.otherColours.none", { stock: stock ? t("solving.otherColours.there") : "" }) }}
    </p>
    <p v-else class="quiet">{{ t("solving.otherColours.theSameLightAndDark") }}</p>
    <ProposalTiles :proposals="proposals" @take="take" />
  </section>
</template>

<style scoped>
.ways {
  min-height: 320px;
  margin-top: 12px;
  padding: 12px 14px;
  background: var(--paper-lift);
}
</style>
