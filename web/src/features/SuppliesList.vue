<script setup lang="ts">
/** What a batch takes from the shelf, how much of it is left, and what will not last. */
import { ref, watch } from "vue";
import { api, type Schemas, take } from "../api/client";
import WordNumber from "../components/WordNumber.vue";
import { useNotice } from "../composables/useNotice";
import { PLENTY, readLeft, sayLeft, sayWanted, tapLeft } from "../logic/supplies";

type Supply = Schemas["SupplyOut"];

const props = defineProps<{ cardId: string; revision: number; cards: number }>();
const { attempt } = useNotice();
const supplies = ref<Supply[]>([]);

async function look() {
  const asked = props.cards;
  const found = await attempt(() =>
    take<Supply[]>(
      api.GET("/api/cards/{card_id}/supplies", {
        params: { path: { card_id: props.cardId }, query: { cards: asked } },
      }),
    ),
  );
  if (found && asked === props.cards) supplies.value = found;
}
watch(() => [props.cardId, props.revision, props.cards], look, { immediate: true });

async function note({ kind, key }: Supply, left: number) {
  await attempt(() =>
    take(api.PUT("/api/shelf/left", { body: { kind, key, left: left === PLENTY ? null : left } })),
  );
  await look();
}
</script>

<template>
  <section v-if="supplies.length" class="supplies" aria-label="What it takes">
    <h2>What {{ cards === 1 ? "one card takes" : `${cards} cards take` }}</h2>
    <ul>
      <li v-for="supply in supplies" :key="`${supply.kind} ${supply.key}`" :class="{ short: !supply.lasts }">
        <b>{{ supply.name }}</b>{{ sayWanted(supply) }}:
        <WordNumber
          :label="`${supply.name} on the shelf`"
          :text="sayLeft(supply.left ?? PLENTY)"
          :shown="sayLeft(supply.left ?? PLENTY)"
          hint="Write a number, or: plenty."
          :read="readLeft"
          :tap="(d) => tapLeft(supply, d)"
          @change="(left) => note(supply, left)"
        />
        on the shelf<template v-if="!supply.lasts"
          >,
          <span role="status">{{
            supply.left ? `${supply.wanted - supply.left} short` : "get it first"
          }}</span></template
        >.
      </li>
    </ul>
    <p class="quiet">
      How many passes a pad is still good for is yours to judge. What you use up is not counted down by
      itself: count again when you have worked.
    </p>
  </section>
</template>

<style scoped>
h2 {
  font-size: 21px;
}
ul {
  list-style: none;
  columns: 2;
  column-gap: 40px;
  margin: 6px 0 10px;
  padding: 0;
}
@media (max-width: 800px) {
  ul {
    columns: 1;
  }
}
li {
  break-inside: avoid;
  padding: 5px 0 5px 12px;
  border-left: 4px solid transparent;
}
li.short {
  border-left-color: var(--ink);
}
.short span {
  font-weight: 700;
}
.quiet {
  margin-bottom: 14px;
}
</style>
