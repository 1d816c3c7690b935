<script setup lang="ts">
/** The openings that are inked: taken and left on the panel; one alone can be given a name. */
import { computed } from "vue";
import type { Step } from "../../api/models";
import { ask } from "../../api/client";
import WordText from "../../components/word/WordText.vue";
import { useDesk } from "../../composables/useDesk";
import { useDoing } from "../../composables/useDoing";
import { openingsOf, withName } from "../../logic/openings";
import { regionOf } from "../../logic/prints";
import { t } from "../../words";

const props = defineProps<{ step: Step; text: string }>();
const emit = defineEmits<{ all: [] }>();
const desk = useDesk();
const { run } = useDoing("names");
/** The openings that are inked, where they are some and not all, and the sheet they are of. */
const some = computed(() => {
  const region = regionOf(props.step);
  const keys = region?.over === "inside" ? (region.openings ?? []) : [];
  const mask = desk.card?.plan.masks.find(({ key }) => region?.over === "inside" && key === region.mask);
  return mask && keys.length ? { keys, mask } : null;
});
/** What they go by: a name of the maker's, or of one alone also its place. */
const called = computed(() => {
  if (!some.value) return "";
  const { keys, mask } = some.value;
  const sorted = [...keys].sort().join();
  const named = mask.named?.find((one) => openingsOf(one).sort().join() === sorted);
  if (named || keys.length > 1) return named?.name ?? "";
  const read = desk.saved?.reading.masks.find(({ key }) => key === mask.key);
  return read?.openings.find(({ key }) => key === keys[0])?.called ?? "";
});
/** With no name of the maker's they go by their places again. The name is kept with the stencil of the shelf too, for other cards. */
function call(name: string) {
  if (!some.value) return;
  const { keys, mask } = some.value;
  const named = withName(mask.named ?? [], keys, name);
  desk.push(name ? t("step.openingsWord.callThem", { name }) : t("step.openingsWord.callItByItsPlace"), {
    do: "mask",
    mask: { ...mask, named },
  });
  void run(() => ask("put", "/api/stencils/named", { body: { name: mask.name, named } }));
}
</script>

<template>
  <WordText
    v-if="some"
    :label="t('step.openingsWord.whatYouCallItNothing')"
    :text="text"
    :value="called"
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
    {{ t("step.openingsWord.all") }}
  </button>
</template>

<style scoped>
.said {
  font-weight: 600;
}
</style>
