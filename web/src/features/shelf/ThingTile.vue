<script setup lang="ts">
/** A thing of the shelf at a glance: its colour where it has one, its name, what runs low. */
import { computed } from "vue";
import type { Schemas } from "../../api/models";
import { apart } from "../../logic/colour";
import { readColour } from "../../logic/colourText";
import { sayLeft, type Thing } from "../../logic/things";
import DesignPicture from "./DesignPicture.vue";
import { t } from "../../words";

const props = defineProps<{
  thing: Thing;
  open: boolean;
  picked: boolean;
  picking: boolean;
  stockHex: string;
  design?: Schemas["DesignOut"];
}>();
const emit = defineEmits<{ open: []; pick: [] }>();
/** So little apart it is not seen at a glance; judgement. */
const HARDLY = 6;
const hardlyShows = computed(() => {
  const [ink, sheet] = [readColour(props.thing.hexes[0] ?? ""), readColour(props.stockHex)];
  return !!ink && !!sheet && apart(ink, sheet) < HARDLY;
});
const note = computed(() => {
  const { thing } = props;
  if (thing.ink)
    return hardlyShows.value
      ? t("shelf.thingTile.hardlyShowsHere", { kind: thing.ink.kind })
      : thing.ink.kind;
  if (thing.stock) return thing.stock.paper.surface;
  return thing.own?.makes || "";
});
</script>

<template>
  <button
    type="button"
    class="tile"
    :class="{ open, away: thing.away }"
    :aria-expanded="picking ? undefined : open"
    :aria-pressed="picking ? picked : undefined"
    @click="picking ? emit('pick') : emit('open')"
  >
    <span v-if="thing.ink" class="sheet" :style="{ background: stockHex }">
      <span
        class="dab"
        :style="{ background: `radial-gradient(closest-side, ${thing.hexes[0]} 62%, transparent)` }"
      />
      <span class="twice" :style="{ background: thing.hexes[1] }" />
    </span>
    <span v-else-if="thing.stock" class="sheet" :style="{ background: thing.hexes[0] }" />
    <span v-else-if="design" class="drawn"
      ><DesignPicture :design="design" :printed="thing.kind === 'stamp'"
    /></span>
    <b>{{ thing.name }}</b>
    <small>{{ note }}</small>
    <small v-if="thing.low" class="low">{{ t("shelf.thingTile.left", { left: sayLeft(thing) }) }}</small>
    <span v-if="picking && picked" class="mark" aria-hidden="true">✓</span>
  </button>
</template>

<style scoped>
.tile {
  position: relative;
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  width: 116px;
  padding: 7px;
  border: 0;
  border-radius: 4px;
  background: transparent;
  text-align: left;
  cursor: pointer;
  font-size: 15px;
  line-height: 1.2;
  content-visibility: auto;
  contain-intrinsic-size: 116px 108px;
}
.tile:hover,
.tile.open,
.tile[aria-pressed="true"] {
  background: var(--paper-deep);
}
.tile.away {
  opacity: 0.7;
}
.sheet {
  position: relative;
  width: 100%;
  height: 54px;
  margin-bottom: 4px;
  outline: 1px solid var(--hairline);
}
.drawn {
  display: block;
  width: 100%;
  height: 102px;
  margin-bottom: 4px;
}
.dab {
  position: absolute;
  inset: 4px 26px 4px 4px;
}
.twice {
  position: absolute;
  right: 5px;
  top: 8px;
  bottom: 8px;
  width: 18px;
}
small {
  color: var(--ink-soft);
  font-size: 13px;
}
.low {
  color: var(--ink);
  font-style: italic;
  font-weight: 650;
}
.mark {
  position: absolute;
  right: 2px;
  top: 2px;
  width: 24px;
  height: 24px;
  border-radius: 50%;
  background: var(--ink);
  color: var(--paper-lift);
  font: 700 14px/24px var(--text);
  text-align: center;
}
</style>
