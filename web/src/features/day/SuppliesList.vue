<script setup lang="ts">
/** What a batch takes from the shelf, how much of it is left, and what will not last. */
import { ask } from "../../api/client";
import type { Schemas } from "../../api/models";
import WordNumber from "../../components/word/WordNumber.vue";
import { useAsked } from "../../composables/useAsked";
import { useDoing } from "../../composables/useDoing";
import { PLENTY, readLeft, sayLeft, sayWanted, tapLeft } from "../../logic/supplies";

type Supply = Schemas["SupplyOut"];

const props = defineProps<{ cardId: string; revision: number; cards: number }>();
const { value: supplies, again } = useAsked(
  (signal) =>
    ask("get", "/api/cards/{card_id}/supplies", {
      params: { path: { card_id: props.cardId }, query: { cards: props.cards } },
      signal,
    }),
  () => [props.cardId, props.revision, props.cards],
);
const { run } = useDoing("supplies");
async function note({ kind, key }: Supply, left: number) {
  await run(() =>
    ask("put", "/api/shelf/left", { body: { kind, key, left: left === PLENTY ? null : left } }),
  );
  await again();
}
</script>

<template>
  <section v-if="supplies?.length" class="supplies" aria-label="What it takes">
    <h2>What {{ cards === 1 ? "one card takes" : `${cards} cards take` }}</h2>
    <ul>
      <li v-for="supply in supplies" :key="`${supply.kind} ${supply.key}`" :class="{ short: !supply.lasts }">
        <b>{{ supply.name }}</b>{{ sayWanted(supply) }}:
        <WordNumber
          :label="`${supply.name} on the shelf`"
          :text="sayLeft(supply.left ?? PLENTY)"
          :value="supply.left ?? PLENTY"
          :show="sayLeft"
          hint="Write a number, or: plenty."
          :read="readLeft"
          :tap="(left, by) => tapLeft(supply, left, by)"
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
      What is counted goes down as steps are done at the bench; re-inking a pad is noted on the shelf. How
      many passes a pad is good for is yours to judge.
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
