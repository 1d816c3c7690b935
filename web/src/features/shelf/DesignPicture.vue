<script setup lang="ts">
/** A design of the shelf: a stencil as a sheet with openings, a mask as the piece that covers, a stamp as what it prints. */
import type { Schemas } from "../../api/models";

const props = defineProps<{
  design: Schemas["DesignOut"];
  /** As a stamp prints it: dark on paper. */
  printed?: boolean;
}>();
const inset = 2;
const size = () => props.design.sheet_mm;
/** An edge is shown as the piece that covers what lies below it. */
const closed = (path: string) =>
  props.design.sort === "edge" ? `${path}L${size()} ${size()}L0 ${size()}Z` : path;
</script>

<template>
  <svg
    class="design"
    :viewBox="`${-inset} ${-inset} ${size() + 2 * inset} ${size() + 2 * inset}`"
    role="img"
    :aria-label="design.name"
  >
    <defs>
      <clipPath :id="`sheet-${design.key}`"><rect :width="size()" :height="size()" /></clipPath>
    </defs>
    <rect
      v-if="!printed && design.parts.some((part) => part.keeps === 'outside')"
      class="sheet"
      :width="size()"
      :height="size()"
      rx="3"
    />
    <g :clip-path="`url(#sheet-${design.key})`">
      <path
        v-for="part in design.parts"
        :key="part.name"
        :class="printed ? 'print' : part.keeps === 'outside' ? 'hole' : 'piece'"
        :d="closed(part.path)"
      />
    </g>
  </svg>
</template>

<style scoped>
.design {
  display: block;
  width: 100%;
  height: 100%;
}
.sheet {
  fill: var(--paper-deep);
  stroke: var(--ink-soft);
  stroke-width: 0.6;
}
.hole {
  fill: var(--surround);
  fill-rule: evenodd;
  stroke: var(--ink);
  stroke-width: 0.7;
}
.print {
  fill: var(--ink);
  fill-rule: evenodd;
}
.piece {
  fill: var(--paper-deep);
  stroke: var(--ink);
  stroke-width: 0.8;
}
</style>
