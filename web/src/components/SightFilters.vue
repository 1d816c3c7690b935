<script setup lang="ts">
/** How the page's colours look to eyes weak in one kind of cone, as filters that a picture can be seen through (logic/sight.ts). */
import { filterValues } from "../logic/sight";
import { useShelf } from "../stores/shelf";

const shelf = useShelf();
</script>

<template>
  <svg class="filters" aria-hidden="true" focusable="false">
    <filter
      v-for="sight in shelf.shelf?.sights ?? []"
      :id="`sight-${sight.key}`"
      :key="sight.key"
      color-interpolation-filters="linearRGB"
    >
      <feColorMatrix type="matrix" :values="filterValues(sight.matrix)" />
    </filter>
  </svg>
</template>

<style scoped>
.filters {
  position: absolute;
  width: 0;
  height: 0;
}
</style>
