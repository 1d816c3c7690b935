<script setup lang="ts">
/** The day's wish and what comes of it, as a sentence. */
import { computed } from "vue";
import type { Schemas } from "../../api/models";
import WordCount from "../../components/word/WordCount.vue";
import WordHour from "../../components/word/WordHour.vue";
import type { Counts } from "../../composables/useDay";
import { COUNTED, minutesOf } from "../../logic/counted";
import { sayHour } from "../../logic/time";
import { t } from "../../words";

const props = defineProps<{
  counts: Counts;
  startsAt: number;
  doneBy: number;
  day: Schemas["DayOut"] | null;
  sooner: Schemas["SoonerOut"][];
  looking: boolean;
}>();
const emit = defineEmits<{
  count: [field: keyof Counts, count: number];
  startsAt: [minutes: number];
  doneBy: [minutes: number];
  stop: [];
}>();

/** Cards and makers, and those of the shared tools, stencils and masks that this card's work takes at all. */
const counted = computed(() => {
  const matter = new Set(["cards", "makers", ...(props.day?.counted ?? [])]);
  return COUNTED.filter(({ field }) => matter.has(field));
});
const late = computed(() =>
  Math.ceil(((props.day?.length_s ?? 0) - (props.doneBy - props.startsAt) * 60) / 60),
);
const minutes = (n: number) => t("day.daySentence.minutes", { n }, n);
const soonerBy = computed(() =>
  props.sooner.slice(0, 2).flatMap((more) => {
    const what = COUNTED.find((other) => other.field === more.field);
    if (!what || more.count > what.most) return [];
    return [{ what, count: more.count, saved: minutesOf((props.day?.length_s ?? 0) - more.length_s) }];
  }),
);
</script>

<template>
  <p class="sentence">
    <template v-for="(of, i) in counted" :key="of.field"
      >{{ i ? ", " : ""
      }}<WordCount
        :label="of.label"
        :text="counts[of.field] === 1 ? of.one : `${counts[of.field]} ${of.many}`"
        :value="counts[of.field]"
        :most="of.most"
        @change="(n) => emit('count', of.field, n)" /></template
    ><i18n-t keypath="day.daySentence.fromOnToBe" scope="global">
      <template #beginAt>
        <WordHour
          :label="t('day.daySentence.beginAt')"
          :minutes="startsAt"
          @change="(n) => emit('startsAt', n)"
        />
      </template>
      <template #doneBy>
        <WordHour :label="t('day.daySentence.doneBy')" :minutes="doneBy" @change="(n) => emit('doneBy', n)" />
      </template> </i18n-t
    >{{ " "
    }}<i18n-t v-if="day" keypath="day.daySentence.allAreDoneAt" scope="global">
      <template #hour>
        <b>{{ sayHour(startsAt * 60 + day.length_s) }}</b>
      </template>
      <template #minutesOf>{{ minutesOf(day.length_s) }}</template>
      <template #shortest>{{
        day.shortest
          ? t("day.daySentence.noDayIsShorter")
          : t("day.daySentence.theBestFoundAndNone", { minutesOf: minutesOf(day.bound_s) })
      }}</template>
    </i18n-t>
    <b v-if="day && late > 0" role="status">
      {{ t("day.daySentence.thatIsLateTakeAnother", { minutes: minutes(late) }) }}
    </b>
    <i18n-t
      v-for="{ what, count, saved } in soonerBy"
      :key="what.field"
      keypath="day.daySentence.withItEndsSooner"
      tag="span"
      scope="global"
    >
      <template #buttonIt>
        <button type="button" class="word" @click="emit('count', what.field, count)">
          {{ count }} {{ what.many }}
        </button>
      </template>
      <template #minutes>{{ minutes(saved) }}</template>
    </i18n-t>
    <span v-if="looking" role="status" class="quiet"
      >{{ day ? t("day.daySentence.lookingForAShorterDay") : t("day.daySentence.planningTheDay") }} …
      <el-button @click="emit('stop')">{{ t("everywhere.action.done") }}</el-button></span
    >
  </p>
</template>

<style scoped>
.sentence {
  font-size: 20px;
  line-height: 1.8;
}
</style>
