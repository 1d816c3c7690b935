<script setup lang="ts">
/** A colour that is known in figures: as #a0b1c2, or as three numbers of CIE Lab. */
import { ref, watch } from "vue";
import { type Lab } from "../../logic/colour";
import { readColour } from "../../logic/colourText";

const props = defineProps<{ lab: Lab; label: string }>();
const emit = defineEmits<{ choose: [lab: Lab] }>();
const written = ref(props.lab.map((value) => value.toFixed(1)).join(" "));
const wrong = ref("");
watch(written, (text) => {
  const lab = readColour(text);
  wrong.value = lab ? "" : "Write it as #a0b1c2, or as Lab: 62.5 12 -30.";
  if (lab) emit("choose", lab);
});
</script>

<template>
  <div class="typed">
    <el-input v-model="written" :aria-label="`${label}, typed`" spellcheck="false" />
    <p class="quiet" role="status">
      {{ wrong || "Read as Lab of D50, 2 degrees; a # code is what a screen shows." }}
    </p>
  </div>
</template>

<style scoped>
.typed {
  max-width: 460px;
}
.typed .el-input {
  background: var(--surround);
}
</style>
