<script setup lang="ts">
/** The openings that are inked: taken and left on the panel; one alone can be given a name. */
import { computed } from "vue";
import type { Step } from "../../api/models";
import WordText from "../../components/word/WordText.vue";
import { useDesk } from "../../composables/useDesk";
import { regionOf } from "../../logic/prints";
import { t } from "../../words";

const props = defineProps<{ step: Step; text: string }>();
const emit = defineEmits<{ all: [] }>();
const desk = useDesk();
const one = computed(() => {
  const region = regionOf(props.step);
  if (region?.over !== "inside" || region.openings?.length !== 1) return null;
  const read = desk.saved?.reading.masks.find(({ key }) => key === region.mask);
  return read?.openings.find(({ key }) => key === region.openings?.[0]) ?? null;
});
/** With no name of the maker's it goes by its place again. */
function call(name: string) {
  const region = regionOf(props.step);
  const mask = desk.card?.plan.masks.find(({ key }) => region?.over === "inside" && key === region.mask);
  const opening = one.value?.key;
  if (!mask || !opening) return;
  const others = (mask.named ?? []).filter((other) => other.opening !== opening);
  const named = name ? [...others, { opening, name }] : others;
  desk.push(
    name ? t("step.openingsWord.callItTheOpening", { name }) : t("step.openingsWord.callItByItsPlace"),
    {
      do: "mask",
      mask: { ...mask, named },
    },
  );
}
</script>

<template>
  <WordText
    v-if="one"
    :label="t('step.openingsWord.whatYouCallItNothing')"
    :text="text"
    :value="one.called"
    :longest="80"
    may-be-empty
    @change="call"
  /><span v-else class="said">{{ text }}</span
  >{{ " "
  }}<button
    type="button"
    class="word quiet"
    :title="t('step.openingsWord.tapOpeningsOnThePanel')"
    @click="emit('all')"
  >
    {{ t("step.openingsWord.takeAllAgain") }}
  </button>
</template>

<style scoped>
.said {
  font-weight: 600;
}
</style>
