<script setup lang="ts">
/** An empty shelf asks one question. */
import { useFileDialog } from "@vueuse/core";
import { ref } from "vue";
import { ask } from "../../api/client";
import { useDoing } from "../../composables/useDoing";
import { useShelf } from "../../stores/shelf";
import { useThings } from "../../stores/things";
import AddInk from "./AddInk.vue";
import AddOther from "./AddOther.vue";
import FilesIn from "./FilesIn.vue";
import { t } from "../../words";

defineProps<{ units: "in" | "cm" }>();
const emit = defineEmits<{ ready: [] }>();
const things = useThings();
const shelf = useShelf();
const { run, busy } = useDoing("start-shelf");
const way = ref<"stock" | "ink" | null>(null);
const list = ref<File | null>(null);
const files = useFileDialog({ accept: ".csv,text/csv,.gpl", multiple: false, reset: true });
files.onChange((chosen) => (list.value = chosen?.[0] ?? null));
/** Busy until the shelf stands there, not only until it was sent. */
async function starter() {
  const done = await run(async () => {
    await ask("post", "/api/things/start");
    await things.again();
  });
  if (done) emit("ready");
}
</script>

<template>
  <section class="ask" :aria-label="t('shelf.whatDoYouHave.whatDoYouHave')">
    <h2>{{ t("shelf.whatDoYouHave.whatDoYouHave") }}</h2>
    <p class="sentence">{{ t("shelf.whatDoYouHave.cieloPlansWithTheInks") }}</p>
    <ul>
      <li>
        <el-button type="primary" :disabled="busy" @click="starter">{{
          busy ? t("shelf.whatDoYouHave.filling") : t("shelf.whatDoYouHave.aUsualShelfToStart")
        }}</el-button>
        <span class="quiet">{{ t("shelf.whatDoYouHave.generalInksPowdersAndPastes") }}</span>
      </li>
      <li>
        <el-button @click="files.open()">{{ t("shelf.whatDoYouHave.yourList") }}</el-button>
        <span class="quiet">{{ t("shelf.whatDoYouHave.aTableAsCsvOr") }}</span>
      </li>
      <li>
        <el-button @click="way = shelf.shelf?.stocks.length ? 'ink' : 'stock'">{{
          t("shelf.whatDoYouHave.oneThingAtATime")
        }}</el-button>
        <span class="quiet">{{ t("shelf.whatDoYouHave.firstAStockThenInks") }}</span>
      </li>
    </ul>
    <FilesIn
      v-if="list"
      kind="ink"
      :file="list"
      :stock="shelf.stock"
      @close="((list = null), emit('ready'))"
    />
    <AddOther v-if="way === 'stock'" kind="stock" :units="units" @close="way = 'ink'" />
    <AddInk v-if="way === 'ink' && shelf.shelf?.stocks.length" @close="((way = null), emit('ready'))" />
  </section>
</template>

<style scoped>
.ask {
  max-width: 1000px;
  padding: 22px 0;
}
h2 {
  font-size: 30px;
}
.sentence {
  font-size: 20px;
}
ul {
  list-style: none;
  margin: 14px 0;
  padding: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 12px;
  padding: 4px 0;
}
/* Ways of text stand where their words do; only the button has a ground of its own. */
li .el-button {
  margin-left: -14px;
}
li .el-button--primary {
  margin-left: 0;
}
</style>
