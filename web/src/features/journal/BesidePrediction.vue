<script setup lang="ts">
/** The panel as photographed beside its prediction: a line to draw across, or where the two differ. */
import { ref } from "vue";
import LineAcross from "../../components/LineAcross.vue";
import { t } from "../../words";

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
      :alt="t('journal.besidePrediction.whereTheTwoDifferWhite')"
    />
    <LineAcross
      v-else
      :left="{ src: side('photographed'), alt: t('journal.besidePrediction.thePanelAsPhotographed') }"
      :right="{ src: side('predicted'), alt: t('everywhere.common.thePanelAsPredicted') }"
      :size="size"
      :label="t('journal.besidePrediction.photographedOnTheLeftOf')"
    />
    <figcaption>
      <template v-if="apart">{{ t("journal.besidePrediction.darkWhereItCameOut") }}</template>
      <template v-else>{{ t("journal.besidePrediction.leftOfTheLineAs") }}</template>{{ " " }}
      <button type="button" class="word" :aria-pressed="apart" @click="apart = !apart">
        {{
          apart
            ? t("journal.besidePrediction.sideBySideAgain")
            : t("journal.besidePrediction.showWhereTheyDiffer")
        }}
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
