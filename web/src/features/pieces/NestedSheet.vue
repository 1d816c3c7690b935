<script setup lang="ts">
/** One sheet cut up: its pieces, the offcuts worth keeping with what they yield, and how much is lost. */
import type { Schemas, Units } from "../../api/models";
import { sayLength } from "../../logic/length";
import { t } from "../../words";

const props = defineProps<{
  nested: Schemas["NestedSheetOut"];
  width: number;
  height: number;
  units: Units;
}>();
const SCALE = 0.62;
const percent = (share: number) => `${Math.round(share * 100)}%`;
const useful = () => props.nested.offcuts.filter((offcut) => offcut.width_mm * offcut.height_mm > 2000);
</script>

<template>
  <figure>
    <svg
      :width="width * SCALE"
      :height="height * SCALE"
      :viewBox="`0 0 ${width} ${height}`"
      role="img"
      :aria-label="t('pieces.nestedSheet.aSheetWithPieces', { length: nested.laid.length })"
    >
      <rect class="sheet" :width="width" :height="height" />
      <g v-for="(piece, i) in nested.laid" :key="i">
        <polygon v-if="piece.outline.length" class="piece" :points="piece.outline.join(' ')" />
        <rect
          v-else
          class="piece"
          :x="piece.x_mm"
          :y="piece.y_mm"
          :width="piece.width_mm"
          :height="piece.height_mm"
        />
        <text :x="piece.x_mm + piece.width_mm / 2" :y="piece.y_mm + piece.height_mm / 2 + 7">
          {{ piece.name }}
        </text>
      </g>
    </svg>
    <figcaption>
      <i18n-t v-if="nested.alike > 1" keypath="pieces.nestedSheet.likeThis" scope="global">
        <template #sheets>
          <b>{{ t("everywhere.common.sheets", { count: nested.alike }) }}</b>
        </template>
      </i18n-t>
      {{ t("pieces.nestedSheet.usedLost", { percent: percent(nested.used), percent2: percent(nested.waste) })
      }}{{ " "
      }}<span v-for="(offcut, i) in useful()" :key="i">
        {{
          t("pieces.nestedSheet.offcutBy", {
            length: sayLength(offcut.width_mm, units),
            length2: sayLength(offcut.height_mm, units),
            length3: offcut.yields.length
              ? t("pieces.nestedSheet.yieldsAnother", {
                  yields: offcut.yields.join(t("pieces.nestedSheet.or")),
                })
              : "",
          })
        }}
      </span>
    </figcaption>
  </figure>
</template>

<style scoped>
/* Half of the rim's line lies outside. */
svg {
  overflow: visible;
}
figure {
  margin: 0;
  max-width: 200px;
}
.sheet {
  fill: var(--paper-deep);
  stroke: var(--ink-soft);
}
.piece {
  fill: var(--paper-lift);
  stroke: var(--ink);
  stroke-width: 1px;
}
text {
  font: 21px var(--text);
  text-anchor: middle;
  fill: var(--ink);
}
figcaption {
  margin-top: 4px;
  font-size: 15px;
  line-height: 1.35;
}
</style>
