<script setup lang="ts">
/** A colour read by the swatch reader. The one here is a stand-in, with a tray of swatches of its own. */
import { ref } from "vue";
import { ask } from "../../api/client";
import type { Lab } from "../../logic/colour";
import type { Schemas } from "../../api/models";
import WordCount from "../../components/word/WordCount.vue";
import { useDoing } from "../../composables/useDoing";

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
    <p class="sentence">
      Lay swatch
      <WordCount
        label="Swatch under the reader"
        :text="String(swatch)"
        :value="swatch"
        :most="TRAY"
        @change="(n) => (swatch = n)"
      />
      under the reader, flat and dry, and
      <el-button type="primary" :disabled="busy" @click="readIt">read it</el-button>.
    </p>
    <p class="quiet" role="status">
      <template v-if="read"
        >Read {{ read.lab.map((v) => v.toFixed(1)).join(" ") }} (Lab in daylight), five times, within
        {{ read.repeatability.toFixed(2) }} of each other<template v-if="read.left_out"
          >; {{ read.left_out === 1 ? "one reading was" : `${read.left_out} readings were` }} of something
          else and left out</template
        >.</template
      >
      <template v-else
        >The reader here is a practice one with {{ TRAY }} invented swatches, inked on your stock: no real
        reader is joined to Cielo yet.</template
      >
    </p>
  </div>
</template>
