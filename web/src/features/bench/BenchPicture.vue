<script setup lang="ts">
/** The panel as it should look after the step in hand, with the masks that lie on it; tilted to the light where that is wanted. */
import { computed, ref } from "vue";
import type { BenchOut, Step } from "../../api/models";
import { useShown } from "../../composables/useShown";
import LyingMasks from "./LyingMasks.vue";
import PlacesHere from "./PlacesHere.vue";
import { t } from "../../words";

const props = defineProps<{
  id: string;
  bench: BenchOut;
  step: Step;
  /** Which step of the panel is in hand, from 1. */
  number: number;
  /** How often what is made has changed; another number is another picture. */
  pictured: number;
  away: boolean;
}>();

const size = computed(() => ({
  w: props.bench.reading.panel_width_mm,
  h: props.bench.reading.panel_height_mm,
}));
const prints = computed(
  () => props.bench.reading.steps.find((reading) => reading.id === props.step.id)?.prints ?? [],
);
const tilted = ref(false);
/** Where the lamp is held, as shares of the panel. */
const lamp = ref({ x: 0.25, y: 0.2 });
const wanted = computed(() => {
  const { x, y } = lamp.value;
  const held = tilted.value ? `&lamp=${(x * size.value.w).toFixed(1)},${(y * size.value.h).toFixed(1)}` : "";
  const made = `steps=${props.number}&made=${props.pictured}`;
  return {
    url: `/api/cards/${props.id}/bench/${props.bench.number}/picture.png?${made}${held}`,
    of: { card: props.bench.number, number: props.number },
  };
});
const { shown, settled, missed } = useShown(wanted);
/** Whether what is seen is of the card and step in hand, though maybe not yet under the lamp where it is now. */
const ofTheStep = computed(
  () => shown.value?.of.card === props.bench.number && shown.value.of.number === props.number,
);

function follow(event: PointerEvent) {
  if (!tilted.value || !(event.currentTarget instanceof HTMLImageElement)) return;
  const box = event.currentTarget.getBoundingClientRect();
  const scale = Math.min(box.width / size.value.w, box.height / size.value.h);
  const share = (at: number, from: number, length: number, mm: number) =>
    Math.min(1, Math.max(0, (at - from - (length - mm * scale) / 2) / (mm * scale)));
  lamp.value = {
    x: share(event.clientX, box.left, box.width, size.value.w),
    y: share(event.clientY, box.top, box.height, size.value.h),
  };
}
</script>

<template>
  <figure>
    <div class="surround">
      <img
        v-if="!away && shown"
        :src="shown.url"
        :data-of="shown.of.number"
        :data-settled="settled"
        :class="{ before: !ofTheStep }"
        :alt="t('bench.benchPicture.alt')"
        @pointermove="follow"
        @pointerdown="follow"
      />
      <LyingMasks v-if="!tilted" :reading="bench.reading" :plan="bench.plan" :step="step" />
      <PlacesHere v-if="!tilted" :bench="bench" :step="step" :prints="prints" />
    </div>
    <figcaption>
      <span v-if="missed">{{ t("panel.panelTable.thePictureDidNotCome") }}</span>
      <span v-else-if="!ofTheStep">{{ t("everywhere.common.drawing") }}</span>
      <span v-else>{{
        tilted
          ? t("bench.benchPicture.tiltedToTheLightMove")
          : bench.differences.length
            ? t("bench.benchPicture.asDone")
            : step.do === "lay-mask"
              ? t("bench.benchPicture.centreOnDot")
              : t("bench.benchPicture.asPlanned")
      }}</span>
      <button type="button" class="word" :aria-pressed="tilted" @click="tilted = !tilted">
        {{ tilted ? t("everywhere.common.layItFlat") : t("everywhere.common.tiltItToTheLight") }}
      </button>
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  min-height: 0;
  display: flex;
  flex-direction: column;
}
.surround {
  flex: 1;
  min-height: 0;
  display: grid;
  padding: 24px 18px 16px 26px;
  background: var(--surround);
}
/* The picture and what is drawn over it fill the same place in the same proportion. */
.surround > * {
  grid-area: 1 / 1;
  width: 100%;
  height: 100%;
  min-height: 0;
  object-fit: contain;
}
/* The picture before this one, until this one is there. */
.before {
  opacity: 0.35;
}
.surround > svg {
  pointer-events: none;
}
@media (max-width: 700px) {
  .surround {
    padding: 18px 8px 6px 20px;
  }
  figcaption {
    flex-wrap: nowrap !important;
    font-size: 14px;
    white-space: nowrap;
    overflow: hidden;
  }
}
figcaption {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 4px 16px;
  padding-top: 6px;
  color: var(--ink-soft);
}
</style>
