<script setup lang="ts">
/** The photograph that a ground was laid from, beside the ground as it stands now. */
import { computed, ref } from "vue";
import type { CardOut } from "../../api/models";
import { useDesk } from "../../composables/useDesk";
import { t } from "../../words";

const props = defineProps<{ card: CardOut; photo: string }>();
const emit = defineEmits<{ leave: [] }>();
const desk = useDesk();
const laid = computed(
  () =>
    `/api/cards/${props.card.id}/picture.png?revision=${desk.saved?.revision ?? props.card.revision}&dpi=60`,
);
/** What the browser cannot show, a HEIC picture say, is not shown. */
const shown = ref(true);
</script>

<template>
  <section class="pair" :aria-label="t('solving.pictureBeside.yourPictureAndTheGround')">
    <figure v-if="shown">
      <img :src="photo" :alt="t('solving.pictureBeside.yourPicture')" @error="shown = false" />
      <figcaption>{{ t("solving.pictureBeside.yourPicture") }}</figcaption>
    </figure>
    <figure>
      <img :src="laid" :alt="t('solving.pictureBeside.theGroundLaidFromIt')" />
      <figcaption>{{ t("solving.pictureBeside.theGroundNow") }}</figcaption>
    </figure>
    <el-button size="small" @click="emit('leave')">{{ t("everywhere.action.done") }}</el-button>
  </section>
</template>

<style scoped>
.pair {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: flex-end;
  margin-top: 12px;
}
figure {
  flex: 0 1 150px;
  margin: 0;
}
img {
  display: block;
  max-width: 100%;
  max-height: 190px;
  outline: 1px solid var(--hairline);
}
figcaption {
  margin-top: 4px;
  font-size: 16px;
}
</style>
