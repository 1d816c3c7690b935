<script setup lang="ts">
/** The panel as photographed beside its prediction: a line to draw across, or where the two differ. */
import { ref } from "vue";
import LineAcross from "../../components/LineAcross.vue";

const props = defineProps<{ entry: string; version: number; size: [number, number] }>();
const apart = ref(false);
const side = (of: string) => `/api/journal/${props.entry}/panel.png?side=${of}&v=${props.version}`;
</script>

<template>
  <figure>
    <img
      v-if="apart"
      class="apart"
      :style="{ aspectRatio: `${size[0]} / ${size[1]}` }"
      :src="side('difference')"
      alt="Where the two differ: white where they are one, dark where not"
    />
    <LineAcross
      v-else
      :left="{ src: side('photographed'), alt: 'The panel as photographed' }"
      :right="{ src: side('predicted'), alt: 'The panel as predicted' }"
      :size="size"
      label="Photographed on the left of the line, predicted on its right"
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
.apart {
  display: block;
  height: 52vh;
  max-width: 100%;
  outline: 1px solid var(--hairline);
}
</style>
