<script setup lang="ts">
/** What a photograph taught of her hand, her pads and her pairs of inks: offered one by one, taken in or taken back. */
import type { Schemas } from "../../api/models";
import NumbersFold from "../../components/NumbersFold.vue";
import { sayHand } from "../../logic/journal";
import LessonOffer from "./LessonOffer.vue";
import { t } from "../../words";

type Entry = Schemas["JournalEntryOut"];
export type Lesson = Omit<Schemas["Lesson"], "taken_in">;
defineProps<{ entry: Entry; comparison: NonNullable<Entry["comparison"]>; busy: boolean }>();
const emit = defineEmits<{ take: [lesson: Lesson, takenIn: boolean] }>();
const SAYS = { take: t("everywhere.common.useIt"), back: t("everywhere.action.undo") };
const AFTER = t("journal.whatItTaught.cardsBegunFromNowOn");
const BEFORE = t("journal.whatItTaught.nothingIsChangedByIt");
</script>

<template>
  <LessonOffer v-bind="SAYS" :taken="entry.taken_in" :busy="busy" @take="(taken) => emit('take', {}, taken)">
    <b>{{ sayHand(comparison.hand) }}</b> {{ entry.taken_in ? AFTER : BEFORE }}
    <template #numbers>
      <NumbersFold>{{
        t("journal.whatItTaught.allStrengthsTimesOn", {
          hand: comparison.hand.toFixed(2),
          meanDifference: comparison.mean_difference.toFixed(1),
        })
      }}</NumbersFold>
    </template>
  </LessonOffer>
  <LessonOffer
    v-for="pad in entry.pads"
    :key="pad.ink"
    v-bind="SAYS"
    data-test="pad"
    :taken="pad.taken_in"
    :busy="busy"
    @take="(taken) => emit('take', { pad: pad.ink }, taken)"
  >
    <b>{{ pad.words }}</b> {{ pad.taken_in ? AFTER : BEFORE }}
    <template #numbers>
      <NumbersFold>{{
        t("journal.whatItTaught.itsStrengthsTimesGive", {
          lays: pad.lays.toFixed(2),
          offBy: pad.off_by.toFixed(2),
        })
      }}</NumbersFold>
    </template>
  </LessonOffer>
  <LessonOffer
    v-for="pair in entry.pairs"
    :key="`${pair.bottom}/${pair.top}`"
    v-bind="SAYS"
    data-test="pair"
    :taken="pair.taken_in"
    :busy="busy"
    @take="(taken) => emit('take', { pair: [pair.bottom, pair.top] }, taken)"
  >
    <b>{{ pair.words }}</b>
    <i18n-t
      keypath="journal.whatItTaught.predictedPhotographedEachLaidFull"
      tag="span"
      scope="global"
      class="beside"
    >
      <template #iIt>
        <i class="dab" :style="{ background: pair.predicted }" aria-hidden="true" />
      </template>
      <template #iIt2>
        <i class="dab" :style="{ background: pair.photographed }" aria-hidden="true" />
      </template>
    </i18n-t>
    {{ pair.taken_in ? t("journal.whatItTaught.whatYouMeasureOnCrossings", { after: AFTER }) : BEFORE }}
  </LessonOffer>
</template>

<style scoped>
.beside {
  display: block;
}
.dab {
  display: inline-block;
  width: 22px;
  height: 22px;
  vertical-align: -5px;
  border: 1px solid var(--hairline);
  border-radius: 50%;
  forced-color-adjust: none;
}
</style>
