<script setup lang="ts">
/** One crossing read out: its colours, how sure they are, what to know of it, and a place to enter what was measured. */
import NumbersFold from "../../components/NumbersFold.vue";
import { computed, ref, watch } from "vue";
import type { ChartOut } from "../../api/models";
import { crossingAt, sayApart, sayOff, saySure } from "../../logic/crossings";
import { readNumber } from "../../logic/numbers";
import BridgeWays from "./BridgeWays.vue";
import type { Square } from "./CrossingWeave.vue";
import { t } from "../../words";

const props = defineProps<{ chart: ChartOut; square: Square }>();
const emit = defineEmits<{
  turn: [square: Square];
  keep: [lab: [number, number, number]];
  forget: [];
}>();

const once = computed(() => crossingAt(props.chart, props.square.bottom, props.square.top, 1));
const twice = computed(() => crossingAt(props.chart, props.square.bottom, props.square.top, 2));
const bottom = computed(() => props.chart.inks.find((ink) => ink.key === props.square.bottom));
const top = computed(() => props.chart.inks.find((ink) => ink.key === props.square.top));
const alone = computed(() => props.square.bottom === props.square.top);
const other = computed(() => crossingAt(props.chart, props.square.top, props.square.bottom, 1));
const marks = computed(() => {
  const all = [...(once.value?.marks ?? []), ...(twice.value?.marks ?? [])];
  return all.filter((mark, i) => all.findIndex((m) => m.code === mark.code) === i);
});
const swatches = computed(() => {
  if (!once.value || !twice.value) return [];
  const { wet_hex, wet_apart } = once.value;
  const passes = [
    { label: t("crossings.crossingAnswer.onePass"), hex: once.value.hex, note: once.value.words },
    { label: t("crossings.crossingAnswer.twoPasses"), hex: twice.value.hex, note: twice.value.words },
  ];
  if (alone.value && top.value)
    return [
      ...passes,
      { label: t("crossings.crossingAnswer.beforeItDries"), hex: top.value.wet_hex, note: "" },
      {
        label: t("crossings.crossingAnswer.afterADropOfWater"),
        hex: top.value.water_hex,
        note: top.value.water_words,
      },
    ];
  return [
    ...passes,
    {
      label: t("crossings.crossingAnswer.theOtherWayRound"),
      hex: other.value?.hex ?? "",
      note: other.value?.words ?? "",
    },
    { label: t("crossings.crossingAnswer.wetIntoEachOther"), hex: wet_hex, note: sayApart(wet_apart) },
  ];
});

const writing = ref(false);
const written = ref(["", "", ""]);
watch(
  () => props.square,
  () => {
    writing.value = false;
    written.value = ["", "", ""];
  },
);
const lab = computed<[number, number, number] | null>(() => {
  const [l = NaN, a = NaN, b = NaN] = written.value.map((text) => readNumber(text) ?? NaN);
  const fits = l >= 0 && l <= 100 && Math.abs(a) <= 160 && Math.abs(b) <= 160;
  return fits ? [l, a, b] : null;
});
function keep() {
  if (!lab.value) return;
  emit("keep", lab.value);
  writing.value = false;
}
</script>

<template>
  <section
    v-if="once && bottom && top"
    aria-live="polite"
    :aria-label="t('crossings.crossingAnswer.theCrossingChosen')"
  >
    <h2>
      {{
        alone
          ? t("crossings.crossingAnswer.alone", { name: top.name })
          : t("crossings.crossingAnswer.over", { name: top.name, name2: bottom.name })
      }}
    </h2>
    <ul class="swatches" :style="{ '--stock': chart.stock_hex }">
      <li v-for="swatch in swatches" :key="swatch.label">
        <span class="swatch"><span :style="{ background: swatch.hex }" /></span>
        <b>{{ swatch.label }}</b>
        <small>{{ swatch.note }}</small>
      </li>
    </ul>
    <p v-for="mark in marks" :key="mark.code" class="mark" :data-test="mark.code">{{ mark.words }}</p>
    <p v-if="alone && top.note" class="quiet">{{ top.note }}</p>
    <p class="quiet">
      <template v-if="once.measured">{{ t("crossings.crossingAnswer.youMeasuredThisCrossing") }} </template>
      {{
        t("crossings.crossingAnswer.cieloIs", {
          sure: saySure(once.uncertainty),
          off: sayOff(once.uncertainty),
        })
      }}{{ " "
      }}<NumbersFold>{{
        t("crossings.crossingAnswer.labInDaylightNineTimes", {
          lab: once.lab.map((v) => v.toFixed(0)).join(" "),
          uncertainty: once.uncertainty.toFixed(1),
        })
      }}</NumbersFold>
    </p>
    <div v-if="!alone" class="does">
      <el-button @click="emit('turn', { bottom: square.top, top: square.bottom })">{{
        t("crossings.crossingAnswer.swap")
      }}</el-button>
      <el-button v-if="once.measured" @click="emit('forget')">{{
        t("crossings.crossingAnswer.deleteReading")
      }}</el-button>
      <el-button v-else-if="!writing" @click="writing = true">{{
        t("crossings.crossingAnswer.addReading")
      }}</el-button>
    </div>
    <BridgeWays v-if="!alone" :stock="chart.stock" :first="square.bottom" :second="square.top" />
    <form v-if="writing" class="reading" @submit.prevent="keep">
      <label v-for="(axis, i) in ['L', 'a', 'b']" :key="axis"
        >{{ axis }}
        <el-input
          v-model="written[i]"
          inputmode="text"
          :aria-label="t('crossings.crossingAnswer.measured', { axis })"
      /></label>
      <el-button native-type="submit" type="primary" :disabled="!lab">{{
        t("crossings.crossingAnswer.save")
      }}</el-button>
      <el-button @click="writing = false">{{ t("everywhere.action.cancel") }}</el-button>
    </form>
    <p v-if="writing" class="quiet">{{ t("crossings.crossingAnswer.onePassOfEachStraight") }}</p>
  </section>
</template>

<style scoped>
h2 {
  font-size: 25px;
}
.swatches {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 10px;
  list-style: none;
  padding: 0;
  margin: 10px 0;
}
li {
  font-size: 15px;
  line-height: 1.2;
}
.swatch {
  display: block;
  height: 66px;
  padding: 10px;
  margin-bottom: 4px;
  background: var(--stock);
  outline: 1px solid var(--hairline);
}
.swatch span {
  display: block;
  height: 100%;
}
b {
  display: block;
  font-weight: 600;
}
small {
  color: var(--ink-soft);
  font-size: 14px;
}
.mark {
  margin: 6px 0;
  padding-left: 12px;
  border-left: 4px solid var(--ink);
}
.quiet {
  font-size: 15px;
  margin-top: 4px;
}
.does {
  margin-left: -14px;
}
.reading {
  display: flex;
  align-items: center;
  gap: 10px;
}
label {
  display: flex;
  align-items: center;
  gap: 6px;
}
.reading .el-input {
  width: 74px;
  background: var(--surround);
}
</style>
