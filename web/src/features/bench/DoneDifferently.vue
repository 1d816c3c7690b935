<script setup lang="ts">
/** What was done differently, told in two taps, and what was told before. */
import { computed, ref, watch } from "vue";
import type { BenchOut } from "../../api/models";
import WordMenu from "../../components/word/WordMenu.vue";
import { useShelf } from "../../stores/shelf";
import { t } from "../../words";

const props = defineProps<{ bench: BenchOut; step: BenchOut["plan"]["steps"][number] }>();
const emit = defineEmits<{
  tell: [how: "skipped" | "passes" | "ink", value: string];
  asPlanned: [difference: number];
}>();
const shelf = useShelf();
const telling = ref(false);
watch(
  () => props.step.id,
  () => (telling.value = false),
);
function tell(how: "skipped" | "passes" | "ink", value = "") {
  emit("tell", how, value);
  telling.value = false;
}
const laid = computed(() => (props.step.do === "brush" ? props.step : null));
const MOST_PASSES = 20;
const passes = computed(() => {
  const n = laid.value?.passes ?? 0;
  return [n - 2, n - 1, n + 1, n + 2].filter((other) => other >= 1 && other <= MOST_PASSES);
});
/** Those of the card first, then the rest of the shelf. */
const inks = computed(() => {
  const hexes = new Map((shelf.shelf?.inks ?? []).map(({ ink, hex }) => [ink.key, hex]));
  const own = props.bench.plan.inks;
  const others = (shelf.shelf?.inks ?? [])
    .map(({ ink }) => ink)
    .filter((ink) => !own.some((o) => o.key === ink.key));
  return [...own, ...others]
    .filter((ink) => ink.key !== laid.value?.ink)
    .map((ink) => ({ value: ink.key, label: ink.name, hint: ink.kind, colour: hexes.get(ink.key) }));
});
const numberOf = (id: string) => props.bench.plan.steps.findIndex((other) => other.id === id) + 1;
function say(d: BenchOut["differences"][number]) {
  const name = inks.value.find((ink) => ink.value === d.value)?.label ?? d.value;
  const number = numberOf(d.step);
  const told =
    d.how === "skipped"
      ? t("bench.doneDifferently.aStepWasSkipped")
      : d.how === "ink"
        ? t("bench.doneDifferently.stepIn", { number, name })
        : t("bench.doneDifferently.stepInPasses", { number, d: d.value });
  return d.set_aside ? t("bench.doneDifferently.outOfDate", { told }) : told;
}
</script>

<template>
  <div class="other">
    <el-button :aria-expanded="telling" @click="telling = !telling">{{
      t("everywhere.common.doneDifferently")
    }}</el-button>
    <div v-if="telling" class="telling">
      <el-button size="large" @click="tell('skipped')">{{ t("bench.doneDifferently.iSkippedIt") }}</el-button>
      <template v-if="laid">
        <span>{{ t("bench.doneDifferently.passes") }}</span>
        <el-button v-for="n in passes" :key="n" size="large" @click="tell('passes', String(n))">{{
          n
        }}</el-button>
        <p>
          <WordMenu
            :label="t('bench.doneDifferently.anotherInk')"
            :text="t('bench.doneDifferently.anotherInk')"
            :choices="inks"
            @choose="(ink) => tell('ink', ink)"
          />
        </p>
      </template>
    </div>
    <p v-for="d in bench.differences" :key="d.id" class="made">
      {{ say(d) }}
      <el-button @click="emit('asPlanned', d.id)">{{ t("bench.doneDifferently.asPlanned") }}</el-button>
    </p>
  </div>
</template>

<style scoped>
.other {
  margin-top: 16px;
}
.other > .el-button {
  margin-left: -14px;
}
.telling {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  padding: 8px 14px;
  background: var(--paper-lift);
  border-left: 4px solid var(--ink);
  font-size: 22px;
}
.telling p {
  width: 100%;
}
.made {
  font-size: 20px;
}
</style>
