<script setup lang="ts">
/** Every ink over every other as crossed strips: rows laid first, columns over them. */
import { computed } from "vue";
import type { ChartOut, CrossingOut } from "../../api/models";
import { crossingAt, MARK_WORDS } from "../../logic/crossings";
import { t } from "../../words";

export interface Square {
  bottom: string;
  top: string;
}

const props = defineProps<{ chart: ChartOut; chosen: Square | null }>();
const emit = defineEmits<{ choose: [square: Square] }>();

const names = computed(() => new Map(props.chart.inks.map((ink) => [ink.key, ink.name])));
const alone = computed(
  () => new Map(props.chart.inks.map(({ key }) => [key, crossingAt(props.chart, key, key, 1)?.hex ?? ""])),
);
const rows = computed(() =>
  props.chart.inks.map(({ key: bottom }) => ({
    bottom,
    cells: props.chart.inks.map(({ key: top }) => {
      const once = crossingAt(props.chart, bottom, top, 1);
      const twice = crossingAt(props.chart, bottom, top, 2);
      const marks = [...(once?.marks ?? []), ...(twice?.marks ?? [])];
      return { top, once, twice, mark: MARK_WORDS[marks[0]?.code ?? ""] ?? "", measured: once?.measured };
    }),
  })),
);
function say(bottom: string, top: string, cell: { once?: CrossingOut; mark: string }): string {
  const over = bottom === top ? "alone" : t("crossings.crossingWeave.over", { get: names.value.get(bottom) });
  const words = cell.once?.words ?? "";
  const shown = [cell.mark, cell.once?.measured ? "read" : ""].filter(Boolean).join(" ");
  return [`${names.value.get(top)} ${over}: ${words}`, shown].filter(Boolean).join(", ");
}
function step(event: KeyboardEvent, row: number, column: number) {
  const by = { ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [-1, 0], ArrowDown: [1, 0] }[event.key];
  if (!by) return;
  const [down = 0, across = 0] = by;
  const to = rows.value[row + down]?.cells[column + across];
  if (!to) return;
  event.preventDefault();
  const table = (event.currentTarget as HTMLElement).closest("table");
  table
    ?.querySelectorAll<HTMLElement>(".square")
    [(row + down) * rows.value.length + column + across]?.focus();
}
</script>

<template>
  <div class="chart">
    <table
      :style="{ background: chart.stock_hex, '--n': chart.inks.length }"
      :aria-label="t('crossings.crossingWeave.everyInkOverEveryOther')"
    >
      <thead>
        <tr>
          <td class="corner">
            <i18n-t keypath="crossings.crossingWeave.laidFirstOverIt" scope="global">
              <template #br>
                <br />
              </template>
            </i18n-t>
          </td>
          <th v-for="ink in chart.inks" :key="ink.key" scope="col">{{ ink.name }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, r) in rows" :key="row.bottom">
          <th scope="row">{{ names.get(row.bottom) }}</th>
          <td v-for="(cell, c) in row.cells" :key="cell.top">
            <button
              class="square"
              :class="{ chosen: chosen?.bottom === row.bottom && chosen.top === cell.top }"
              :aria-pressed="chosen?.bottom === row.bottom && chosen.top === cell.top"
              :aria-label="say(row.bottom, cell.top, cell)"
              :data-test="`${row.bottom}/${cell.top}`"
              @click="emit('choose', { bottom: row.bottom, top: cell.top })"
              @keydown="step($event, r, c)"
            >
              <span class="across" :style="{ background: alone.get(row.bottom) }" />
              <span class="down" :style="{ background: alone.get(cell.top) }" />
              <span
                class="over"
                :style="{
                  background: `linear-gradient(135deg, ${cell.once?.hex} 49.6%, ${cell.twice?.hex} 50.4%)`,
                }"
              />
              <span v-if="cell.mark" class="mark">{{ cell.mark }}</span>
              {{ " "
              }}<span v-if="cell.measured" class="mark read">{{ t("crossings.crossingWeave.read") }}</span>
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="quiet">{{ t("crossings.crossingWeave.eachSquareOnePassOf") }}</p>
  </div>
</template>

<style scoped>
.chart {
  height: 100%;
  display: flex;
  flex-direction: column;
  gap: 6px;
}
.quiet {
  font-size: 14px;
  text-align: right;
}
table {
  flex: 1;
  border-collapse: collapse;
  table-layout: fixed;
  width: 100%;
  height: 100%;
  color: var(--ink);
}
thead tr,
tbody th {
  background: var(--surround);
}
th,
.corner {
  font-weight: 400;
  font-size: 15px;
  line-height: 1.15;
  padding: 4px 6px;
}
thead th {
  vertical-align: bottom;
}
tbody th {
  width: 96px;
  text-align: right;
}
.corner {
  width: 96px;
  font-size: 13px;
  color: var(--ink-soft);
  text-align: right;
}
td {
  padding: 0;
  height: calc((100% - 44px) / var(--n));
}
.square {
  position: relative;
  display: block;
  width: 100%;
  height: 100%;
  min-height: 44px;
  padding: 0;
  border: 0;
  background: transparent;
  cursor: pointer;
}
.square span {
  position: absolute;
}
.across {
  inset: 16% 0;
}
.down {
  inset: 0 16%;
}
.over {
  inset: 16%;
}
.square .mark {
  left: 50%;
  bottom: 20%;
  transform: translateX(-50%);
  padding: 0 6px;
  border-radius: 2px;
  background: var(--paper-lift);
  font-size: 13px;
  line-height: 18px;
  font-weight: 650;
}
.square .read {
  bottom: auto;
  top: 20%;
  font-weight: 400;
  font-style: italic;
}
.square:hover .over,
.square.chosen .over {
  outline: 2px solid var(--paper-lift);
  box-shadow: 0 0 0 4px var(--ink);
}
.square:focus-visible {
  outline-offset: -3px;
}
</style>
