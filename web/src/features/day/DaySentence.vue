<script setup lang="ts">
/** The day's wish and what comes of it, as a sentence. */
import { computed } from "vue";
import type { Schemas } from "../../api/models";
import WordCount from "../../components/word/WordCount.vue";
import WordHour from "../../components/word/WordHour.vue";
import type { Counts } from "../../composables/useDay";
import { COUNTED, minutesOf } from "../../logic/counted";
import { sayHour } from "../../logic/time";

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
const minutes = (n: number) => `${n} ${n === 1 ? "minute" : "minutes"}`;
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
    >, from
    <WordHour label="Begin at" :minutes="startsAt" @change="(n) => emit('startsAt', n)" />
    on, to be done by
    <WordHour label="Done by" :minutes="doneBy" @change="(n) => emit('doneBy', n)" />.
    <template v-if="day">
      All are done at <b>{{ sayHour(startsAt * 60 + day.length_s) }}</b>, after
      {{ minutesOf(day.length_s) }} minutes;
      {{
        day.shortest
          ? "no day is shorter"
          : `the best found, and none is shorter than ${minutesOf(day.bound_s)}`
      }}.
    </template>
    <b v-if="day && late > 0" role="status">
      That is {{ minutes(late) }} late: take another maker, heat tool or mask, or fewer cards.
    </b>
    <span v-for="{ what, count, saved } in soonerBy" :key="what.field">
      With
      <button type="button" class="word" @click="emit('count', what.field, count)">
        {{ count }} {{ what.many }}
      </button>
      it ends {{ minutes(saved) }} sooner.
    </span>
    <span v-if="looking" role="status" class="quiet"
      >{{ day ? "Looking for a shorter day" : "Planning the day" }} …
      <el-button @click="emit('stop')">That will do</el-button></span
    >
  </p>
</template>

<style scoped>
.sentence {
  font-size: 20px;
  line-height: 1.8;
}
</style>
