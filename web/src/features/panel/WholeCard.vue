<script setup lang="ts">
/** The whole card put together, with all its pieces. */
import { capital } from "../../logic/capital";
import PictureHere from "../../components/PictureHere.vue";
import { computed } from "vue";
import type { CardOut } from "../../api/models";
import { wholeOf } from "../../logic/beside";
import { t } from "../../words";

const props = defineProps<{ card: CardOut }>();
/** What of the whole card is drawn without its colour; nothing where all of it is inked or known. */
const drawnPlain = computed(() => {
  const { mats, base_lab } = props.card.plan.card;
  const base = !base_lab && !props.card.pieces.some(({ belongs }) => belongs === "base");
  const unknown = mats.filter((mat) => !mat.lab).length;
  if (!base && !unknown) return "";
  const which =
    unknown === 1 && mats.length === 1
      ? t("panel.wholeCard.itsMat")
      : unknown === mats.length
        ? t("panel.wholeCard.itsMats")
        : t("panel.wholeCard.someMats");
  const called = base
    ? unknown
      ? t("panel.wholeCard.theBaseAndAre", { which })
      : t("panel.wholeCard.theBaseIs")
    : t("panel.wholeCard.are", { which: capital(which) }, unknown === 1 && mats.length === 1 ? 1 : 2);
  return t("panel.wholeCard.drawnPlainUnderPiecesTake", { called });
});
</script>

<template>
  <figure class="together">
    <figcaption v-if="drawnPlain">{{ drawnPlain }}</figcaption>
    <PictureHere
      :src="`/api/cards/${wholeOf(card.id)}/assembled.png?revision=${card.revision}&dpi=90`"
      :alt="t('everywhere.common.theFinishedCard')"
      data-test="together"
    />
  </figure>
</template>

<style scoped>
.together {
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: center;
  gap: 10px;
  margin: 0;
  /* What is said of the panel and how it is shown lie over the lower edge. */
  padding: 12px 16px 58px;
  background: var(--surround);
}
img {
  max-width: 100%;
  max-height: calc(100% - 40px);
  box-shadow: 0 2px 10px #0003;
}
figcaption {
  font-size: 15px;
}
</style>
