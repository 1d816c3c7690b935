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
import { t } from "../../words";

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
  <section class="blend" :aria-label="t('crossings.gradientStrip.theInksBlended')">
    <p class="sentence">
      <i18n-t keypath="crossings.gradientStrip.blendOverEachCarried" scope="global">
        <template #sequence>
          <template v-for="(key, i) in sequence" :key="key">
            <WordChoice
              :label="t('crossings.gradientStrip.inkOfTheBlend', { i: i + 1 })"
              :text="name(key)"
              :value="key"
              :choices="choices"
              @choose="(ink) => emit('order', withInkAt(sequence, i, ink))"
            />{{ i < sequence.length - 1 ? ", " : "" }}
          </template>
        </template>
        <template #lengthOf>
          <WordLength
            :label="t('crossings.gradientStrip.lengthOfTheBlend')"
            :mm="lengthMm"
            :units="units"
            :least="20"
            :most="400"
            @change="(mm) => emit('length', mm)"
          />
        </template>
        <template #carriedInto>
          <WordLength
            :label="t('crossings.gradientStrip.overlap')"
            :mm="carryMm"
            :units="units"
            :least="0"
            :most="200"
            @change="(mm) => emit('carry', mm)"
          />
        </template> </i18n-t
      >{{ " "
      }}<el-button v-if="strip && !sorted" @click="emit('order', strip.light_to_dark)">{{
        t("crossings.gradientStrip.sort")
      }}</el-button>
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
        ><i>{{ t("crossings.gradientStrip.seam") }}</i></span
      >
      <span class="steepest" :class="{ stark: strip.stark }" :style="{ left: share(strip.steepest_mm) }"
        ><i>{{
          strip.stark ? t("crossings.gradientStrip.aLineShowsHere") : t("crossings.gradientStrip.steepest")
        }}</i></span
      >
    </div>
    <p v-if="strip" class="said" role="status" data-test="strip-said">
      {{ t("crossings.gradientStrip.itChangesFastestAt", { length: sayLength(strip.steepest_mm, units) })
      }}{{ " "
      }}<NumbersFold>{{
        t("crossings.gradientStrip.steepestNumbers", { steepestPer: strip.steepest_per_mm.toFixed(1) })
      }}</NumbersFold
      >{{ " " }}
      <template v-if="strip.stark">
        <b>{{ t("crossings.gradientStrip.aStarkLineWouldShow") }}</b>{{ " " }}
        <el-button v-if="strip.even_carry_mm" @click="emit('carry', strip.even_carry_mm)">{{
          t("crossings.gradientStrip.overlapBy", { length: sayLength(strip.even_carry_mm, units) })
        }}</el-button>
        <template v-else>{{ t("crossings.gradientStrip.noOverlapHelps") }}</template>
      </template>
      <template v-else>{{ t("crossings.gradientStrip.itIsEvenNoLine") }}</template>
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
