<script setup lang="ts">
/** Two pictures of the same thing, one on each side of a line that is drawn across them. */
import { ref } from "vue";

interface Side {
  src: string;
  alt: string;
}
const props = defineProps<{ left: Side; right: Side; size: [number, number]; label: string }>();
const share = ref(50);
const ratio = () => `${props.size[0]} / ${props.size[1]}`;
</script>

<template>
  <div class="both">
    <div class="panel" :style="{ aspectRatio: ratio() }">
      <img :src="right.src" :alt="right.alt" />
      <img :src="left.src" :alt="left.alt" :style="{ clipPath: `inset(0 ${100 - share}% 0 0)` }" />
      <span class="line" :style="{ left: `${share}%` }" aria-hidden="true" />
    </div>
    <input v-model.number="share" type="range" min="0" max="100" :aria-label="label" />
  </div>
</template>

<style scoped>
.both {
  width: fit-content;
  max-width: 100%;
}
.panel {
  position: relative;
  height: 52vh;
  max-width: 100%;
  background: var(--surround);
  outline: 1px solid var(--hairline);
}
img {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
.line {
  position: absolute;
  inset: 0 auto 0 50%;
  width: 0;
  border-left: 2px solid #fff;
  outline: 1px solid var(--ink);
}
input {
  width: 100%;
  min-height: var(--tap);
}
</style>
