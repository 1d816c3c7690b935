<script setup lang="ts">
/** The panel as photographed beside its prediction: a line to draw across, or where the two differ. */
import { ref } from "vue";

const props = defineProps<{ entry: string; version: number; size: [number, number] }>();
const share = ref(50);
const apart = ref(false);
const side = (of: string) => `/api/journal/${props.entry}/panel.png?side=${of}&v=${props.version}`;
const ratio = `${props.size[0]} / ${props.size[1]}`;
</script>

<template>
  <figure>
    <div class="panel" :style="{ aspectRatio: ratio }">
      <template v-if="apart">
        <img :src="side('difference')" alt="Where the two differ: white where they are one, dark where not" />
      </template>
      <template v-else>
        <img :src="side('predicted')" alt="The panel as predicted" />
        <img
          :src="side('photographed')"
          alt="The panel as photographed"
          :style="{ clipPath: `inset(0 ${100 - share}% 0 0)` }"
        />
        <span class="line" :style="{ left: `${share}%` }" aria-hidden="true" />
      </template>
    </div>
    <input
      v-if="!apart"
      v-model.number="share"
      type="range"
      min="0"
      max="100"
      aria-label="Photographed on the left of the line, predicted on its right"
    />
    <figcaption>
      <template v-if="apart">Dark where it came out otherwise.</template>
      <template v-else>Left of the line as photographed, right of it as predicted.</template>{{ " " }}
      <button type="button" class="word" :aria-pressed="apart" @click="apart = !apart">
        {{ apart ? "Side by side again" : "Show where they differ" }}
      </button>
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  width: fit-content;
  min-width: min(340px, 100%);
  max-width: 100%;
  margin: 0;
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
