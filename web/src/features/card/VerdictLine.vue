<script setup lang="ts">
/** Whether anything will go wrong, the way to the working order, and what the shelf has learnt since. */
import { computed, ref } from "vue";
import type { CardOut } from "../../api/models";
import { useDesk } from "../../composables/useDesk";
import { sayUsual } from "../../logic/journal";
import { t } from "../../words";

const props = defineProps<{ card: CardOut }>();
const emit = defineEmits<{
  /** Something else is to be tried, beside what stands now. */
  try: [];
  /** How it was before is to be seen. */
  before: [];
  /** The step at which something will go wrong is to be opened. */
  go: [step: string];
}>();
const desk = useDesk();
const steps = computed(() => props.card.plan.steps.length);
const troubles = computed(() => props.card.reading.findings.filter((f) => f.severity !== "remind"));
const trouble = computed(() => troubles.value.length);
/** All that will go wrong, in one list. */
const listed = ref(false);
const numberOf = (step: string) => props.card.plan.steps.findIndex(({ id }) => id === step) + 1;
const hand = computed(() => sayUsual(props.card.plan.hand ?? 1));
/** Her pads that lay otherwise than their swatches tell, "Yucca 1, 30 % stronger than usual". */
const pads = computed(() =>
  (props.card.plan.pads ?? []).flatMap(({ ink, lays }) => {
    const name = props.card.plan.inks.find(({ key }) => key === ink)?.name;
    const usual = sayUsual(lays);
    return name && usual ? [`${name}, ${usual}`] : [];
  }),
);
const putInOrder = () => desk.push(t("card.verdictLine.sortEdit"), { do: "order" });
</script>

<template>
  <p v-if="steps" class="verdict" role="status">
    <template v-if="!desk.pristine">{{ t("card.verdictLine.checking") }}</template>
    <i18n-t v-else-if="trouble" keypath="card.verdictLine.troubles" scope="global">
      <template #troubleWill>
        <button type="button" class="word" :aria-expanded="listed" @click="listed = !listed">
          <b>{{
            t("card.verdictLine.willGoWrong", {
              trouble:
                trouble === 1
                  ? t("everywhere.common.oneThing")
                  : t("everywhere.common.things", { count: trouble }),
            })
          }}</b>
        </button>
      </template>
    </i18n-t>
    <template v-else>{{ t("everywhere.common.noProblemsFound") }}</template>{{ " " }}
    <button v-if="steps > 1" type="button" class="word" @click="putInOrder">
      {{ t("card.verdictLine.sort") }}</button>{{ " " }}
    <button type="button" class="word" @click="emit('try')">
      {{ t("card.verdictLine.vary") }}</button>{{ " " }}
    <button type="button" class="word" @click="emit('before')">{{ t("everywhere.action.history") }}</button>
  </p>
  <ul
    v-if="listed && desk.pristine && trouble"
    class="told"
    :aria-label="t('card.verdictLine.whatWillGoWrong')"
  >
    <li v-for="finding in troubles" :key="`${finding.step}${finding.code}${finding.message}`">
      <button v-if="finding.step" type="button" class="word" @click="emit('go', finding.step)">
        {{ t("card.verdictLine.step", { numberOf: numberOf(finding.step) }) }}</button><b v-else>{{
        t("card.cardSentence.theCard")
      }}</b
      >: {{ finding.message }}
    </li>
  </ul>
  <p v-if="card.measured.length" class="told" role="status">
    {{ t("card.verdictLine.measuredSince", { measured: card.measured.join(", ") }) }}{{ " "
    }}<button
      type="button"
      class="word"
      @click="desk.push(t('card.verdictLine.measuredEdit'), { do: 'take-measured-in' })"
    >
      {{ t("everywhere.common.useIt") }}
    </button>
  </p>
  <i18n-t
    v-if="hand || pads.length"
    keypath="card.verdictLine.predictedFor"
    tag="p"
    scope="global"
    class="verdict quiet"
  >
    <template #your>
      <template v-if="hand">{{ t("card.verdictLine.yourHand", { hand }) }}</template>
    </template>
    <template #and>
      <template v-if="hand && pads.length">{{ t("card.verdictLine.and") }} </template>
    </template>
    <template #your2>
      <template v-if="pads.length">{{ t("card.verdictLine.yourPads", { pads: pads.join("; ") }) }}</template>
    </template>
    <template #routerLink>
      <RouterLink class="word" :to="{ name: 'journal' }">{{ t("everywhere.useWays.journal") }}</RouterLink>
    </template>
  </i18n-t>
  <p v-if="desk.moves" class="told" role="status">
    <template v-if="!desk.moves.length">{{ t("card.verdictLine.sortedAlready") }}</template>
    <template v-for="moved in desk.moves" :key="moved">{{ moved }}<br /></template>
  </p>
</template>

<style scoped>
.verdict {
  margin: 2px 0;
  font-size: 16px;
}
ul {
  list-style: none;
}
.told {
  margin: 4px 0 8px;
  padding: 8px 12px;
  background: var(--paper-lift);
  font-size: 16px;
}
</style>
