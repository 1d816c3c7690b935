<script setup lang="ts">
/** The same card in other inks of the shelf, each as it would look; one tap takes it, and undo brings the old back. */
import { onBeforeUnmount, ref, watch } from "vue";
import { ask, askPicture, isGivenUp, NoAnswer, Refusal } from "../../api/client";
import type { CardOut, Schemas } from "../../api/models";
import { useAsked } from "../../composables/useAsked";
import { useDesk } from "../../composables/useDesk";

type Way = Schemas["ColourwayOut"];
const props = defineProps<{ card: CardOut }>();
const emit = defineEmits<{ taken: [] }>();
const desk = useDesk();
const { value: ways, busy } = useAsked(
  (signal) =>
    ask("get", "/api/cards/{card_id}/colourways", {
      params: {
        path: { card_id: props.card.id },
        query: { revision: desk.saved?.revision ?? props.card.revision, count: 4 },
      },
      signal,
    }),
  () => desk.saved?.revision,
);
/** A picture of each, drawn when its answer is here. */
const pictures = ref<string[]>([]);
let drawing = new AbortController();
const forget = () => pictures.value.forEach((url) => URL.revokeObjectURL(url));
watch(ways, async (now) => {
  drawing.abort();
  drawing = new AbortController();
  forget();
  pictures.value = [];
  const { signal } = drawing;
  try {
    for (const way of now ?? []) {
      const query = { dpi: 40, steps: way.plan.steps.length };
      const picture = await askPicture("post", "/api/cards/picture.png", {
        body: way.plan,
        params: { query },
        signal,
      });
      pictures.value = [...pictures.value, URL.createObjectURL(picture)];
    }
  } catch (error) {
    if (!isGivenUp(error) && !(error instanceof NoAnswer) && !(error instanceof Refusal)) throw error;
  }
});
onBeforeUnmount(() => {
  drawing.abort();
  forget();
});
function take(way: Way) {
  desk.push("take other colours", {
    do: "other-inks",
    inks: Object.fromEntries(way.swaps.map((swap) => [swap.was, swap.now])),
  });
  emit("taken");
}
const said = (way: Way) => way.swaps.map((swap) => `${swap.now.name} for ${swap.was_name}`).join(", ");
</script>

<template>
  <section class="ways" aria-label="Other colours">
    <p v-if="busy" class="quiet" role="status">Looking through the shelf …</p>
    <p v-else-if="!ways?.length" role="status">
      No other inks of the shelf keep the light and dark of this card and look clearly different. More inks on
      the shelf would give more.
    </p>
    <p v-else class="quiet">
      The same light and dark in other inks; no check finds anything it did not find before.
    </p>
    <ul v-if="ways">
      <li v-for="(way, i) in ways" :key="said(way)">
        <button type="button" @click="take(way)">
          <img v-if="pictures[i]" :src="pictures[i]" alt="" />
          <span v-else class="soon">…</span>
          <span>{{ said(way) }}</span>
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.ways {
  min-height: 320px;
  margin-top: 12px;
  padding: 12px 14px;
  background: var(--paper-lift);
}
ul {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  margin: 8px 0 0;
  padding: 0;
  list-style: none;
}
button {
  display: flex;
  flex-direction: column;
  gap: 6px;
  width: 158px;
  padding: 4px;
  border: 0;
  background: transparent;
  text-align: left;
  font-size: 15px;
  line-height: 1.3;
  cursor: pointer;
}
button:hover {
  background: var(--paper-deep);
}
img,
.soon {
  display: grid;
  place-items: center;
  height: 150px;
  max-width: 100%;
  object-fit: contain;
  object-position: left;
}
</style>
