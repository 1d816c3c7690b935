<script setup lang="ts">
/** A sequence of inks blended along a strip: its seams, its steepest place, and where a line would show. */
import NumbersFold from "../../components/NumbersFold.vue";
import { computed } from "vue";
import type { ChartOut, StripOut, Units } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import { withInkAt } from "../../logic/crossings";
import { rulerMarks, sayLength } from "../../logic/length";
import { useShelf } from "../../stores/shelf";

const props = defineProps<{
  chart: ChartOut;
  strip: StripOut | null;
  sequence: string[];
  lengthMm: number;
  carryMm: number;
  units: Units;
}>();
const emit = defineEmits<{
  order: [sequence: string[]];
  length: [mm: number];
  carry: [mm: number];
}>();

const choices = computed(() =>
  props.chart.inks.map((ink) => ({ value: ink.key, label: ink.name, colour: ink.hex })),
);
const shelf = useShelf();
const name = (key: string) => shelf.shelf?.inks.find(({ ink }) => ink.key === key)?.ink.name ?? key;
const share = (mm: number) => `${(100 * mm) / props.lengthMm}%`;
const marks = computed(() => rulerMarks(props.lengthMm, props.units));
const background = computed(() => `linear-gradient(to right, ${props.strip?.colours.join(", ")})`);
const sorted = computed(() => props.strip?.light_to_dark.join() === props.sequence.join());
</script>

<template>
  <section class="blend" aria-label="The inks blended">
    <p class="sentence">
      Blend
      <template v-for="(key, i) in sequence" :key="key">
        <WordChoice
          :label="`Ink ${i + 1} of the blend`"
          :text="name(key)"
          :value="key"
          :choices="choices"
          @choose="(ink) => emit('order', withInkAt(sequence, i, ink))"
        />{{ i < sequence.length - 1 ? ", " : "" }}
      </template>
      over
      <WordLength
        label="Length of the blend"
        :mm="lengthMm"
        :units="units"
        :least="20"
        :most="400"
        @change="(mm) => emit('length', mm)"
      />, each carried
      <WordLength
        label="Carried into the next"
        :mm="carryMm"
        :units="units"
        :least="0"
        :most="200"
        @change="(mm) => emit('carry', mm)"
      />
      into the next.
      <el-button v-if="strip && !sorted" @click="emit('order', strip.light_to_dark)">
        Lay them light to dark
      </el-button>
    </p>
    <div v-if="strip" class="strip" :style="{ background: chart.stock_hex }">
      <div class="ink" data-test="strip" :style="{ background }" />
      <svg class="ruler" aria-hidden="true">
        <g v-for="m in marks" :key="m.mm">
          <line :x1="share(m.mm)" :x2="share(m.mm)" y1="0" :y2="12 * m.size" />
          <text v-if="m.label && m.mm < lengthMm - 1" :x="share(m.mm)" dx="4" y="14">{{ m.label }}</text>
        </g>
      </svg>
      <span v-for="seam in strip.seams_mm" :key="seam" class="seam" :style="{ left: share(seam) }"
        ><i>seam</i></span
      >
      <span class="steepest" :class="{ stark: strip.stark }" :style="{ left: share(strip.steepest_mm) }"
        ><i>{{ strip.stark ? "a line shows here" : "steepest" }}</i></span
      >
    </div>
    <p v-if="strip" class="said" role="status" data-test="strip-said">
      It changes fastest at {{ sayLength(strip.steepest_mm, units) }}.
      <NumbersFold>{{ strip.steepest_per_mm.toFixed(1) }} per mm (CIEDE2000).</NumbersFold>
      <template v-if="strip.stark">
        <b>A stark line would show there.</b>{{ " " }}
        <el-button v-if="strip.even_carry_mm" @click="emit('carry', strip.even_carry_mm)">
          Carry each {{ sayLength(strip.even_carry_mm, units) }} on
        </el-button>
        <template v-else
          >No carry within this length cures it: make it longer, or set an ink between the two.</template
        >
      </template>
      <template v-else>It is even: no line would show.</template>
    </p>
  </section>
</template>

<style scoped>
.sentence {
  font-size: 19px;
  line-height: 1.7;
}
.strip {
  position: relative;
  margin-top: 22px;
  padding: 8px 0 0;
  outline: 1px solid var(--hairline);
}
.ink {
  height: 64px;
}
.ruler {
  display: block;
  width: 100%;
  height: 20px;
  overflow: visible;
  background: var(--surround);
}
.ruler line {
  stroke: var(--ink-soft);
}
.ruler text {
  font: 13px var(--text);
  fill: var(--ink-soft);
}
.seam,
.steepest {
  position: absolute;
  top: -4px;
  height: 12px;
  border-left: 1.5px solid var(--ink-soft);
}
.seam i,
.steepest i {
  position: absolute;
  bottom: 100%;
  transform: translateX(-50%);
  font-size: 13px;
  line-height: 1.1;
  white-space: nowrap;
  color: var(--ink-soft);
}
.steepest {
  top: 66px;
  height: 30px;
  border-left: 3px solid var(--ink);
}
.steepest i {
  top: 100%;
  bottom: auto;
  color: var(--ink);
  font-weight: 600;
}
.said {
  margin-top: 18px;
}
</style>
