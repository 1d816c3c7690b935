<script setup lang="ts">
/** The whole card put together, with all its pieces. */
import { computed } from "vue";
import type { CardOut } from "../../api/models";
import { wholeOf } from "../../logic/beside";

const props = defineProps<{ card: CardOut }>();
/** What of the whole card is drawn without its colour; nothing where the base is inked and there is no mat. */
const drawnPlain = computed(() => {
  const inked = props.card.pieces.some(({ belongs }) => belongs === "base");
  const mats = props.card.plan.card.mats.length;
  if (inked && !mats) return "";
  return `${inked ? "The mats are" : mats ? "The base and its mats are" : "The base is"} drawn plain: the colour of what ${!inked && !mats ? "it is" : "they are"} cut of is not known.`;
});
</script>

<template>
  <figure class="together">
    <img
      :src="`/api/cards/${wholeOf(card.id)}/assembled.png?revision=${card.revision}&dpi=90`"
      alt="The whole card put together"
      data-test="together"
    />
    <figcaption v-if="drawnPlain">{{ drawnPlain }}</figcaption>
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
  padding: 16px;
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
