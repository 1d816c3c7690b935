<script setup lang="ts">
/** Ways across the seam of two inks: as it is, a gap, or the inks of the shelf that keep it liveliest between them. */
import { ref } from "vue";
import { ask } from "../../api/client";
import { useAsked } from "../../composables/useAsked";
import { sayBridge } from "../../logic/solving";
import { t } from "../../words";

const props = defineProps<{ stock: string; first: string; second: string }>();
const open = ref(false);
const asked = useAsked(
  (signal) =>
    open.value
      ? ask("get", "/api/crossings/bridges", {
          params: { query: { stock: props.stock, first: props.first, second: props.second } },
          signal,
        })
      : null,
  () => [open.value, props.stock, props.first, props.second].join(),
);
</script>

<template>
  <div class="bridge">
    <el-button :aria-expanded="open" @click="open = !open">{{
      t("crossings.bridgeWays.bridgeTheSeamBetweenThem")
    }}</el-button>
    <p v-if="open && asked.busy.value && !asked.value.value" class="quiet" role="status">
      {{ t("crossings.bridgeWays.tryingWhatCouldGoBetween") }}
    </p>
    <ul v-if="open && asked.value.value" :aria-label="t('crossings.bridgeWays.waysAcrossTheSeam')">
      <li v-for="way in asked.value.value" :key="way.kind + (way.ink ?? '')">
        <span class="run" :style="{ background: `linear-gradient(90deg, ${way.hexes.join(', ')})` }" />
        <b>{{ way.name || way.kind }}</b> {{ sayBridge(way) }}
      </li>
    </ul>
  </div>
</template>

<style scoped>
.bridge .el-button {
  margin-left: -14px;
}
ul {
  list-style: none;
  margin: 4px 0 8px;
  padding: 0;
  font-size: 16px;
}
li {
  display: grid;
  grid-template-columns: 150px 7.5em 1fr;
  gap: 10px;
  align-items: center;
  padding: 3px 0;
}
.run {
  height: 30px;
  outline: 1px solid var(--hairline);
}
</style>
