<script setup lang="ts">
/** A colour read by the swatch reader. The one here is a stand-in, with a tray of swatches of its own. */
import { ref } from "vue";
import { ask } from "../../api/client";
import type { Lab } from "../../logic/colour";
import type { Schemas } from "../../api/models";
import WordCount from "../../components/word/WordCount.vue";
import { useDoing } from "../../composables/useDoing";
import { t } from "../../words";

const props = defineProps<{ stock: string; label: string }>();
const emit = defineEmits<{ choose: [lab: Lab] }>();
const TRAY = 12;
const swatch = ref(1);
const read = ref<Schemas["SwatchReadOut"] | null>(null);
const { run, busy } = useDoing("reader");
const readIt = () =>
  run(async () => {
    read.value = await ask("post", "/api/things/read", {
      body: { stock: props.stock, swatch: swatch.value },
    });
    emit("choose", read.value.lab);
  });
</script>

<template>
  <div>
    <i18n-t keypath="shelf.colourRead.laySwatchUnderTheReader" tag="p" scope="global" class="sentence">
      <template #swatchUnder>
        <WordCount
          :label="t('shelf.colourRead.swatchUnderTheReader')"
          :text="String(swatch)"
          :value="swatch"
          :most="TRAY"
          @change="(n) => (swatch = n)"
        />
      </template>
      <template #elButton>
        <el-button type="primary" :disabled="busy" @click="readIt">{{
          t("shelf.colourRead.readIt")
        }}</el-button>
      </template>
    </i18n-t>
    <p class="quiet" role="status">
      <i18n-t v-if="read" keypath="shelf.colourRead.readLabInDaylightFive" scope="global">
        <template #lab>{{ read.lab.map((v) => v.toFixed(1)).join(" ") }}</template>
        <template #repeatability>{{ read.repeatability.toFixed(2) }}</template>
        <template #readingReadings>
          <template v-if="read.left_out">{{
            t("shelf.colourRead.ofSomethingElseAnd", {
              leftOut:
                read.left_out === 1
                  ? t("shelf.colourRead.oneReadingWas")
                  : t("shelf.colourRead.readingsWere", { leftOut: read.left_out }),
            })
          }}</template>
        </template>
      </i18n-t>
      <template v-else>{{ t("shelf.colourRead.theReaderHereIsA", { tray: TRAY }) }}</template>
    </p>
  </div>
</template>
