<script setup lang="ts">
/** An ink on every stock she has, one and two passes. */
import { ask } from "../../api/client";
import { useAsked } from "../../composables/useAsked";
import { t } from "../../words";

const props = defineProps<{ ink: string; version: string }>();
const looks = useAsked(
  (signal) => ask("get", "/api/things/ink/{key}/looks", { params: { path: { key: props.ink } }, signal }),
  () => [props.ink, props.version],
);
const state = looks.value;
</script>

<template>
  <ul class="looks" :aria-label="t('shelf.inkLooks.onEveryStock')">
    <li v-for="look in state ?? []" :key="look.stock">
      <span class="sheet" :style="{ background: look.stock_hex }">
        <span :style="{ background: look.once }" /><span :style="{ background: look.twice }" />
      </span>
      {{ look.name }}
    </li>
  </ul>
</template>

<style scoped>
.looks {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  margin: 10px 0 0;
  padding: 0;
  font-size: 14px;
}
li {
  width: 88px;
  line-height: 1.2;
}
.sheet {
  display: flex;
  gap: 4px;
  height: 50px;
  padding: 9px;
  margin-bottom: 3px;
  outline: 1px solid var(--hairline);
}
.sheet span {
  flex: 1;
}
</style>
