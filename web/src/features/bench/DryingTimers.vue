<script setup lang="ts">
/** The timer of the step in hand, large; the others of the batch in a line; and what can be done meanwhile. */
import { computed } from "vue";
import type { RouteLocationRaw } from "vue-router";
import type { BenchOut } from "../../api/models";
import type { Running } from "../../composables/useBench";
import type { InBatch } from "../../logic/batch";
import { sayClock, sayMinutes } from "../../logic/time";
import { t } from "../../words";

const props = defineProps<{
  bench: BenchOut;
  step: BenchOut["plan"]["steps"][number];
  timers: Running[];
  places: InBatch[];
  inHand: number;
  /** Whether a chime tells when it is dry. */
  aloud: boolean;
  /** The way to the bench of another part of the card. */
  benchOf: (part: string) => RouteLocationRaw;
}>();
const emit = defineEmits<{
  start: [way: "air" | "blot" | "heat"];
  stop: [];
  take: [number: number];
  go: [step: string];
  aloud: [wanted: boolean];
}>();
const WAYS = {
  air: t("everywhere.common.inTheAir"),
  blot: t("everywhere.common.byBlotting"),
  heat: t("everywhere.common.withTheHeatTool"),
} as const;

const here = computed(() =>
  props.timers.find(
    (t) => t.number === props.inHand && t.part === props.bench.part && t.step === props.step.id,
  ),
);
const elsewhere = computed(() => props.timers.filter((t) => t !== here.value));
const ways = computed(() => (props.step.do === "dry" ? (props.bench.ways[props.step.id] ?? []) : []));
const planned = computed(() => (props.step.do === "dry" ? props.step.way : null));
/** Where a timer elsewhere runs, in words: another card, another part, another step. */
function place(timer: Running): string {
  const card =
    props.places.length > 1
      ? t("bench.dryingTimers.cardDrying", { number: timer.number })
      : t("bench.dryingTimers.drying");
  const part = props.bench.parts.find(({ key }) => key === timer.part);
  return t("bench.dryingTimers.fromStep", {
    card,
    part: part && timer.part !== props.bench.part ? t("bench.dryingTimers.onThe", { name: part.name }) : "",
    at: timer.at,
  });
}
/** While this card dries: the card furthest behind that does not. */
const free = computed(
  () =>
    props.places
      .filter((place) => place.number !== props.inHand && place.left <= 0)
      .sort((a, b) => a.step - b.step || a.number - b.number)[0],
);
</script>

<template>
  <div>
    <div v-if="step.do === 'dry'" class="timer">
      <template v-if="here">
        <span class="clock" role="timer" aria-live="off">{{
          here.left > 0 ? sayClock(here.left) : t("bench.dryingTimers.dry")
        }}</span>
        <el-button @click="emit('stop')">{{ t("everywhere.action.stop") }}</el-button>
        <el-button :aria-pressed="!aloud" @click="emit('aloud', !aloud)">{{
          aloud ? t("bench.dryingTimers.chime") : t("bench.dryingTimers.noChime")
        }}</el-button>
      </template>
      <template v-else>
        <el-button
          v-for="way in ways"
          :key="way.way"
          size="large"
          :type="way.way === planned ? 'primary' : 'default'"
          @click="emit('start', way.way)"
        >
          {{ way.way === planned ? t("bench.dryingTimers.startTheTimer") : "" }}{{ WAYS[way.way] }},
          {{ sayMinutes(way.minutes) }}
        </el-button>
      </template>
    </div>
    <p v-if="here && here.left > 0 && free" class="elsewhere">
      {{ t("bench.dryingTimers.whileItDries") }}
      <el-button type="primary" @click="emit('take', free.number)"
        >{{ t("bench.dryingTimers.otherCard", { number: free.number, step: free.step }) }}
      </el-button>
    </p>
    <p v-for="timer in elsewhere" :key="`${timer.number}-${timer.part}-${timer.step}`" class="elsewhere">
      {{ place(timer) }}:
      <b>{{
        timer.left > 0
          ? t("bench.dryingTimers.toGo", { clock: sayClock(timer.left) })
          : t("bench.dryingTimers.done")
      }}</b>
      <RouterLink v-if="timer.part !== bench.part" class="there" :to="benchOf(timer.part)">{{
        t("bench.dryingTimers.goThere")
      }}</RouterLink>
      <el-button
        v-else
        @click="timer.number === inHand ? emit('go', timer.step) : emit('take', timer.number)"
        >{{ t("bench.dryingTimers.goThere") }}</el-button
      >
    </p>
  </div>
</template>

<style scoped>
.timer {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 14px;
  margin-top: calc(18px * var(--fit, 1));
}
.clock {
  font: 620 calc(82px * var(--fit, 1)) / 1 var(--display);
  min-width: 200px;
  font-variant-numeric: tabular-nums;
}
@media (max-width: 700px) {
  .timer {
    gap: 4px 8px;
  }
  .timer > .el-button {
    min-height: 48px;
    margin: 0;
    padding: 4px 14px;
    font-size: 18px;
    white-space: nowrap;
  }
}
.there {
  display: inline-grid;
  place-items: center;
  min-height: 52px;
  padding: 0 12px;
  text-decoration: underline dashed 1.5px;
  text-underline-offset: 5px;
}
.elsewhere {
  margin-top: 18px;
  font-size: 22px;
}
</style>
