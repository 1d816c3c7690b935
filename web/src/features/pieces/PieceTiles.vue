<script setup lang="ts">
/** The pieces at one scale, with what the cutter says of each and its template to take away. */
import { computed } from "vue";
import type { Schemas } from "../../api/models";
import { t } from "../../words";

const props = defineProps<{ cardId: string; pieces: Schemas["PieceOut"][] }>();
const FORMS = ["svg", "pdf", "dxf", "hpgl"];
/** One scale for all pieces, so that the largest is still small enough to see beside the others. */
const scale = computed(() => {
  const largest = Math.max(...props.pieces.map((p) => Math.max(p.width_mm, p.height_mm)), 100);
  return Math.min(1.1, 260 / largest);
});
const template = (key: string, form: string) =>
  `/api/cards/${props.cardId}/pieces/${key}/template?form=${form}`;
</script>

<template>
  <ul class="pieces">
    <li v-for="piece in pieces" :key="piece.key">
      <svg
        :width="(piece.width_mm + 2) * scale"
        :height="(piece.height_mm + 2) * scale"
        :viewBox="`-1 -1 ${piece.width_mm + 2} ${piece.height_mm + 2}`"
        role="img"
        :aria-label="`${piece.name}, ${piece.size}`"
      >
        <path class="cut" :d="piece.cuts" />
        <path class="score" :d="piece.scores" />
      </svg>
      <p>
        <b>{{ piece.name }}</b> {{ piece.size }}
      </p>
      <p class="quiet">{{ piece.note }}</p>
      <p class="quiet">
        <i>{{
          t("pieces.pieceTiles.cutter", { cutter: piece.cutter, cutterCan: piece.cutter_can ? "." : "" })
        }}</i>
      </p>
      <p class="forms">
        <el-button
          v-for="form in FORMS"
          :key="form"
          size="small"
          tag="a"
          :href="template(piece.key, form)"
          download
          >{{ form.toUpperCase() }}</el-button
        >
        <el-button
          v-if="piece.cutter_can"
          size="small"
          tag="a"
          :href="`/api/cards/${cardId}/pieces/${piece.key}/cut-sheet.svg`"
          target="_blank"
          rel="noopener"
          >{{ t("pieces.pieceTiles.cutSheet") }}</el-button
        >
      </p>
    </li>
  </ul>
</template>

<style scoped>
.pieces {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  align-items: flex-end;
  gap: 26px 30px;
  margin: 0;
  padding: 0;
}
li {
  max-width: 290px;
  min-width: 170px;
}
.cut {
  fill: #1f2a440d;
  fill-rule: evenodd;
  stroke: var(--ink);
  stroke-width: 1.4px;
  vector-effect: non-scaling-stroke;
}
.score {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1px;
  stroke-dasharray: 6 4;
  vector-effect: non-scaling-stroke;
}
.quiet {
  font-size: 15px;
  line-height: 1.35;
}
.forms {
  margin-left: -8px;
}
.forms .el-button {
  padding: 2px 8px;
  font-size: 14px;
}
</style>
