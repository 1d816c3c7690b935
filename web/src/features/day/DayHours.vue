<script setup lang="ts">
/** The day as rows: a lane for each maker and shared tool, thin lines for cards that dry by themselves. */
import { computed, ref } from "vue";
import type { Schemas } from "../../api/models";
import { hourMarks, rowsOf } from "../../logic/day";
import { sayHour } from "../../logic/time";
import { t } from "../../words";

const props = defineProps<{ day: Schemas["DayOut"]; startsAt: number }>();
const rows = computed(() => rowsOf(props.day.entries));
const marks = computed(() => hourMarks(props.day.length_s, props.startsAt));
const share = (seconds: number) => `${(100 * seconds) / Math.max(1, props.day.length_s)}%`;
const at = (seconds: number) => sayHour(props.startsAt * 60 + seconds);
const pointed = ref<Schemas["EntryOut"] | null>(null);
/** A row is one stop of the tab key; the arrows go from block to block. */
const stops = ref(new Map<string, number>());
const stopOf = (row: string) => stops.value.get(row) ?? 0;
function walk(event: KeyboardEvent, row: string, from: number, many: number) {
  const to = { ArrowRight: from + 1, ArrowLeft: from - 1, Home: 0, End: many - 1 }[event.key];
  if (to === undefined) return;
  event.preventDefault();
  const there = Math.min(many - 1, Math.max(0, to));
  stops.value = new Map(stops.value).set(row, there);
  const lane = (event.currentTarget as HTMLElement).parentElement;
  lane?.querySelectorAll<HTMLElement>(".block")[there]?.focus();
}
</script>

<template>
  <section class="day" :aria-label="t('day.dayHours.theDay')">
    <div class="hours">
      <span
        v-for="mark in marks"
        :key="mark.s"
        :class="{ last: mark.s > 0.96 * day.length_s }"
        :style="{ left: share(mark.s) }"
        >{{ mark.label }}</span
      >
    </div>
    <div v-for="row in rows" :key="row.name" class="row">
      <b class="who">{{ row.name }}</b>
      <div class="lane">
        <i v-for="mark in marks" :key="mark.s" class="hour" :style="{ left: share(mark.s) }" />
        <button
          v-for="(entry, n) in row.entries"
          :key="`${entry.card}-${entry.step}`"
          type="button"
          class="block"
          :tabindex="n === Math.min(stopOf(row.name), row.entries.length - 1) ? 0 : -1"
          :class="{ drying: !entry.by.length, pointed: pointed?.card === entry.card }"
          :style="{
            left: share(entry.start_s),
            width: share(entry.end_s - entry.start_s),
            top: row.drying ? `${row.depth.get(entry) ?? 0}px` : undefined,
          }"
          :aria-label="
            t('day.dayHours.stepHint', {
              card: entry.card,
              number: entry.number,
              at: at(entry.start_s),
              says: entry.says,
            })
          "
          @pointerenter="pointed = entry"
          @focus="pointed = entry"
          @click="stops = new Map(stops).set(row.name, n)"
          @keydown="walk($event, row.name, n, row.entries.length)"
        >
          <span v-if="!row.drying">{{ entry.card }}</span>
        </button>
      </div>
    </div>
    <p class="told" aria-live="polite">
      <i18n-t v-if="pointed" keypath="day.dayHours.stepLabel" scope="global">
        <template #at>
          <b>{{ at(pointed.start_s) }}</b>
        </template>
        <template #card>{{ pointed.card }}</template>
        <template #number>{{ pointed.number }}</template>
        <template #says>{{ pointed.says }}</template>
      </i18n-t>
      <template v-else>{{ t("day.dayHours.pointAtABlockIts") }}</template>
    </p>
  </section>
</template>

<style scoped>
.day {
  margin: 14px 0;
  padding: 12px 18px 16px;
  background: var(--surround);
  border: 1px solid var(--hairline);
}
.hours {
  position: relative;
  height: 24px;
  margin-left: 110px;
  font-size: 15px;
  color: var(--ink-soft);
}
.hours span {
  position: absolute;
  transform: translateX(-2px);
  white-space: nowrap;
}
.hours .last {
  transform: translateX(-100%);
}
.row {
  display: flex;
  border-top: 1px solid var(--hairline);
}
.who {
  flex: none;
  width: 110px;
  padding-top: 14px;
  font: 620 17px var(--display);
}
.lane {
  position: relative;
  flex: 1;
  min-height: 52px;
}
.hour {
  position: absolute;
  top: 0;
  bottom: 0;
  border-left: 1px dotted var(--hairline);
}
/* A number that does not fit is told by pointing at its block. */
.block {
  position: absolute;
  top: 8px;
  height: 36px;
  padding: 0;
  overflow: hidden;
  border: 1px solid var(--ink);
  border-right-width: 0;
  background: var(--paper-lift);
  font-size: 13px;
  cursor: pointer;
  container-type: inline-size;
}
@container (max-width: 13px) {
  .block span {
    display: none;
  }
}
.block.drying {
  height: 4px;
  border: 0;
  background: var(--ink-soft);
}
.block.pointed {
  background: var(--ink);
  color: var(--paper-lift);
}
.told {
  min-height: 52px;
  margin-top: 10px;
}
/* On a phone a lane is as wide as the page, its name above it. */
@media (max-width: 700px) {
  .day {
    padding: 8px 10px 10px;
  }
  .hours {
    margin-left: 0;
    overflow: hidden;
  }
  /* Every other hour is told, so that no two lie over each other. */
  .hours span:nth-child(even):not(.last),
  .hours span:nth-last-child(2) {
    visibility: hidden;
  }
  .row {
    display: block;
  }
  .who {
    width: auto;
    padding: 4px 0 0;
  }
  .lane {
    min-height: 48px;
  }
}
</style>
