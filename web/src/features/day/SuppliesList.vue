<script setup lang="ts">
/** What a batch takes from the shelf, how much of it is left, and what will not last. */
import { ask } from "../../api/client";
import type { Schemas } from "../../api/models";
import WordNumber from "../../components/word/WordNumber.vue";
import { useAsked } from "../../composables/useAsked";
import { useDoing } from "../../composables/useDoing";
import { PLENTY, readLeft, sayLeft, sayWanted, tapLeft } from "../../logic/supplies";
import { t } from "../../words";

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
  <section v-if="supplies?.length" class="supplies" :aria-label="t('day.suppliesList.whatItTakes')">
    <h2>
      {{
        t("day.suppliesList.what", {
          cards:
            cards === 1 ? t("day.suppliesList.oneCardTakes") : t("day.suppliesList.cardsTake", { cards }),
        })
      }}
    </h2>
    <ul>
      <i18n-t
        v-for="supply in supplies"
        :key="`${supply.kind} ${supply.key}`"
        keypath="day.suppliesList.left"
        tag="li"
        scope="global"
        :class="{ short: !supply.lasts }"
      >
        <template #name>
          <b>{{ supply.name }}</b>
        </template>
        <template #wanted>{{ sayWanted(supply) }}</template>
        <template #left>
          <WordNumber
            :label="t('day.suppliesList.leftLabel', { name: supply.name })"
            :text="sayLeft(supply.left ?? PLENTY)"
            :value="supply.left ?? PLENTY"
            :show="sayLeft"
            :hint="t('everywhere.common.writeANumberOrPlenty')"
            :read="readLeft"
            :tap="(left, by) => tapLeft(supply, left, by)"
            @change="(left) => note(supply, left)"
          />
        </template>
        <template #it>
          <template v-if="!supply.lasts"
            >,
            <span role="status">{{
              supply.left
                ? t("day.suppliesList.short", { wanted: supply.wanted - supply.left })
                : t("day.suppliesList.getItFirst")
            }}</span></template
          >
        </template>
      </i18n-t>
    </ul>
    <p class="quiet">{{ t("day.suppliesList.whatIsCountedGoesDown") }}</p>
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
