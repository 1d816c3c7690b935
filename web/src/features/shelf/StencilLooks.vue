<script setup lang="ts">
/** A stencil or mask of the shelf drawn, with its openings and what is known of its shape. */
import { computed } from "vue";
import { ask } from "../../api/client";
import type { Units } from "../../api/models";
import { useAsked } from "../../composables/useAsked";
import { sayLength } from "../../logic/length";
import DesignPicture from "./DesignPicture.vue";

const props = defineProps<{ stencil: string; units: Units }>();
const asked = useAsked(
  (signal) => ask("get", "/api/stencils", { params: { query: { units: props.units } }, signal }),
  () => props.units,
);
const design = computed(() => asked.value.value?.find((one) => one.key === props.stencil));
</script>

<template>
  <div v-if="design" class="looks">
    <span class="picture"><DesignPicture :design="design" /></span>
    <p>
      A sheet of {{ sayLength(design.sheet_mm, units) }} by {{ sayLength(design.sheet_mm, units) }};
      {{ design.parts.map((part) => part.name).join(", ") }}.
    </p>
    <p v-for="fact in design.facts" :key="fact" class="quiet">{{ fact }}</p>
  </div>
</template>

<style scoped>
.looks {
  margin: 10px 0;
}
.picture {
  display: block;
  width: 190px;
  height: 190px;
  margin-bottom: 6px;
}
</style>
