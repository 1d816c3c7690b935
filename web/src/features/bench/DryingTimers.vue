<script setup lang="ts">
/** The timer of the step in hand, large; the others of the batch in a line; and what can be done meanwhile. */
import { computed } from "vue";
import type { BenchOut } from "../../api/models";
import type { Running } from "../../composables/useBench";
import type { InBatch } from "../../logic/batch";
import { sayClock, sayMinutes } from "../../logic/time";

const props = defineProps<{
  bench: BenchOut;
  step: BenchOut["plan"]["steps"][number];
  timers: Running[];
  places: InBatch[];
  inHand: number;
}>();
const emit = defineEmits<{
  start: [way: "air" | "blot" | "heat"];
  stop: [];
  take: [number: number];
  go: [step: string];
}>();
const WAYS = { air: "in the air", blot: "by blotting", heat: "with the heat tool" } as const;

const here = computed(() => props.timers.find((t) => t.number === props.inHand && t.step === props.step.id));
const elsewhere = computed(() => props.timers.filter((t) => t !== here.value));
const ways = computed(() => (props.step.do === "dry" ? (props.bench.ways[props.step.id] ?? []) : []));
const planned = computed(() => (props.step.do === "dry" ? props.step.way : null));
const numberOf = (id: string) => props.bench.plan.steps.findIndex((other) => other.id === id) + 1;
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
          here.left > 0 ? sayClock(here.left) : "Dry"
        }}</span>
        <el-button @click="emit('stop')">Stop it</el-button>
      </template>
      <template v-else>
        <el-button
          v-for="way in ways"
          :key="way.way"
          size="large"
          :type="way.way === planned ? 'primary' : 'default'"
          @click="emit('start', way.way)"
        >
          {{ way.way === planned ? "Start the timer, " : "" }}{{ WAYS[way.way] }},
          {{ sayMinutes(way.minutes) }}
        </el-button>
      </template>
    </div>
    <p v-if="here && here.left > 0 && free" class="elsewhere">
      While it dries:
      <el-button type="primary" @click="emit('take', free.number)">
        take card {{ free.number }}, at step {{ free.step }}
      </el-button>
    </p>
    <p v-for="timer in elsewhere" :key="`${timer.number}-${timer.step}`" class="elsewhere">
      {{ places.length > 1 ? `Card ${timer.number}, drying` : "Drying" }} from step
      {{ numberOf(timer.step) }}:
      <b>{{ timer.left > 0 ? `${sayClock(timer.left)} to go` : "done" }}</b>
      <el-button @click="timer.number === inHand ? emit('go', timer.step) : emit('take', timer.number)">
        Go there
      </el-button>
    </p>
  </div>
</template>

<style scoped>
.timer {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 14px;
  margin-top: 22px;
}
.clock {
  font: 620 82px/1 var(--display);
  min-width: 200px;
  font-variant-numeric: tabular-nums;
}
.elsewhere {
  margin-top: 18px;
  font-size: 22px;
}
</style>
