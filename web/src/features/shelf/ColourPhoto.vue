<script setup lang="ts">
/** Colours from a photograph of the swatch sheet that Cielo prints. */
import { smaller } from "../../logic/smaller";
import { useFileDialog } from "@vueuse/core";
import { ref } from "vue";
import { ask, asFile } from "../../api/client";
import type { Schemas } from "../../api/models";
import { useDoing } from "../../composables/useDoing";
import type { Lab } from "../../logic/colour";
import { t } from "../../words";

const props = defineProps<{ stock: string; label: string }>();
const emit = defineEmits<{ choose: [lab: Lab] }>();
const boxes = ref<Schemas["BoxOut"][]>([]);
const warning = ref("");
const chosen = ref<number | null>(null);
const { run, busy } = useDoing("photo");
const photos = useFileDialog({
  accept: "image/jpeg,image/png,image/webp,image/heic,.heic",
  multiple: false,
  reset: true,
});
photos.onChange(async (files) => {
  const file = files?.[0];
  if (!file) return;
  await run(async () => {
    const params = { query: { stock: props.stock } };
    const seen = await ask("post", "/api/things/photo", {
      params,
      ...asFile("image/jpeg", await smaller(file)),
    });
    [boxes.value, warning.value] = [seen.boxes, seen.warning];
  });
});
function choose(box: Schemas["BoxOut"]) {
  chosen.value = box.number;
  emit("choose", box.lab);
}
</script>

<template>
  <div>
    <p>
      <el-button tag="a" href="/api/things/photo-sheet.pdf" target="_blank" rel="noopener">{{
        t("shelf.colourPhoto.printTheSheet")
      }}</el-button>
      <el-button type="primary" :disabled="busy" @click="photos.open()">{{
        busy ? t("everywhere.common.readingThePhotograph") : t("everywhere.common.addItsPhotograph")
      }}</el-button>
    </p>
    <p v-if="warning" role="alert">{{ warning }}</p>
    <div
      v-if="boxes.length"
      class="boxes"
      role="group"
      :aria-label="t('shelf.colourPhoto.boxesOfTheSheet', { label })"
    >
      <button
        v-for="box in boxes"
        :key="box.number"
        type="button"
        :disabled="!box.inked"
        :aria-pressed="chosen === box.number"
        :style="{ background: box.hex }"
        :aria-label="
          t('shelf.colourPhoto.box', {
            number: box.number,
            inked: box.inked ? '' : t('shelf.colourPhoto.leftBare'),
          })
        "
        @click="choose(box)"
      >
        <span>{{ box.number }}</span>
      </button>
    </div>
    <p class="quiet">{{ t("shelf.colourPhoto.tiltUnevenLightAndCast") }}</p>
  </div>
</template>

<style scoped>
.boxes {
  display: grid;
  grid-template-columns: repeat(8, 46px);
  gap: 6px;
  margin: 8px 0;
}
.boxes button {
  height: 46px;
  border: 1px solid var(--hairline);
  cursor: pointer;
}
.boxes button[aria-pressed="true"] {
  outline: 3px solid var(--ink);
}
.boxes button:disabled {
  opacity: 0.4;
  cursor: default;
}
.boxes span {
  padding: 0 4px;
  background: var(--paper-lift);
  font-size: 13px;
}
</style>
