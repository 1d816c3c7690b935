<script setup lang="ts">
/** A colour that is known in figures: as #a0b1c2, or as three numbers of CIE Lab. */
import { ref, watch } from "vue";
import { type Lab } from "../../logic/colour";
import { readColour } from "../../logic/colourText";
import { t } from "../../words";

const props = defineProps<{ lab: Lab | null; label: string }>();
const emit = defineEmits<{ choose: [lab: Lab] }>();
const written = ref(props.lab?.map((value) => value.toFixed(1)).join(" ") ?? "");
const wrong = ref("");
watch(written, (text) => {
  const lab = readColour(text);
  wrong.value = lab ? "" : t("shelf.colourTyped.example");
  if (lab) emit("choose", lab);
});
</script>

<template>
  <div class="typed">
    <el-input v-model="written" :aria-label="t('shelf.colourTyped.typed', { label })" spellcheck="false" />
    <p class="quiet" role="status">
      {{ wrong || t("shelf.colourTyped.hint") }}
    </p>
  </div>
</template>

<style scoped>
.typed {
  max-width: 460px;
}
.typed .el-input {
  background: var(--field);
}
</style>
