<script setup lang="ts">
/** Help for where one is: opened by ? or its sign, in place, and put away again. */
import { useEventListener } from "@vueuse/core";
import { computed, nextTick, ref, watch } from "vue";
import { useRoute } from "vue-router";
import { PLACES } from "../composables/useWays";
import { EVERYWHERE, HELP } from "../logic/help";
import { t } from "../words";

const route = useRoute();
const open = ref(false);
const place = computed(() => String(route.name));
const help = computed(() => HELP[place.value]);
watch(place, () => (open.value = false));
const box = ref<HTMLElement | null>(null);
let from: HTMLElement | null = null;
async function turn() {
  if (open.value) {
    open.value = false;
    from?.focus();
    return;
  }
  from = document.activeElement instanceof HTMLElement ? document.activeElement : null;
  open.value = true;
  await nextTick();
  box.value?.focus();
}
useEventListener(document, "keydown", (event) => {
  const on = event.target instanceof Element ? event.target : null;
  if (on?.closest("input, textarea, [contenteditable]") || event.ctrlKey || event.metaKey || event.altKey)
    return;
  if (event.key === "?" && help.value) {
    event.preventDefault();
    void turn();
  } else if (event.key === "Escape" && open.value && !event.defaultPrevented) void turn();
});
</script>

<template>
  <button
    v-if="help"
    type="button"
    class="sign"
    :aria-expanded="open"
    :aria-label="t('everywhere.helpHere.label')"
    :title="t('everywhere.helpHere.hint')"
    @click="turn"
  >
    ?
  </button>
  <section
    v-if="open && help"
    ref="box"
    class="help"
    tabindex="-1"
    :aria-label="t('everywhere.helpHere.help', { places: PLACES[place] ?? place })"
    data-test="help"
  >
    <h2>{{ PLACES[place] ?? place }}</h2>
    <p>{{ help.what }}</p>
    <ul>
      <li v-for="way in help.ways" :key="way">{{ way }}</li>
    </ul>
    <h3>{{ t("everywhere.helpHere.keys") }}</h3>
    <dl>
      <template v-for="[keys, does] in [...help.keys, ...EVERYWHERE]" :key="keys + does">
        <dt>{{ keys }}</dt>
        <dd>{{ does }}</dd>
      </template>
    </dl>
    <el-button @click="turn">{{ t("everywhere.action.close") }}</el-button>
  </section>
</template>

<style scoped>
.sign {
  position: fixed;
  right: 6px;
  top: 8px;
  z-index: 2000;
  width: 28px;
  height: 44px;
  border: 0;
  background: transparent;
  font: 700 20px var(--text);
  color: var(--ink);
  cursor: pointer;
}
.sign:hover,
.sign[aria-expanded="true"] {
  background: var(--paper-deep);
}
.help {
  position: fixed;
  right: 12px;
  top: 62px;
  z-index: 2000;
  width: min(470px, calc(100vw - 24px));
  max-height: calc(100vh - 90px);
  overflow-y: auto;
  padding: 16px 22px 14px;
  border: 1px solid var(--ink);
  background: var(--paper-lift);
}
h2 {
  font-size: 25px;
}
h3 {
  margin-top: 12px;
  font-size: 18px;
}
ul {
  margin: 8px 0;
  padding-left: 20px;
}
dl {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 4px 16px;
  margin: 6px 0 12px;
  font-size: 16px;
}
dt {
  font-weight: 650;
}
dd {
  margin: 0;
}
@media print {
  .sign,
  .help {
    display: none;
  }
}
</style>
