<script setup lang="ts">
/** What a press on an opening takes, where a stencil has several: it alone, its flower, all of its kind. */
import { computed } from "vue";
import type { Step } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import { useDesk } from "../../composables/useDesk";
import { type Takes, takesOn } from "../../logic/openings";
import { regionOf } from "../../logic/prints";
import { useTakes } from "../../stores/takes";
import { t } from "../../words";

const props = defineProps<{ step: Step }>();
const desk = useDesk();
const store = useTakes();
const openings = computed(() => {
  const region = regionOf(props.step);
  if (region?.over !== "inside") return [];
  return desk.saved?.reading.masks.find(({ key }) => key === region.mask)?.openings ?? [];
});
const NAMES: Record<Takes, string> = {
  one: t("step.openingsPress.one"),
  flower: t("step.openingsPress.flower"),
  size: t("step.openingsPress.size"),
  shape: t("step.openingsPress.shape"),
};
const ways = computed(() => takesOn(openings.value).map((value) => ({ value, label: NAMES[value] })));
/** Of a stencil without flowers a press takes the opening alone. */
const takes = computed(() => (ways.value.some(({ value }) => value === store.takes) ? store.takes : "one"));
</script>

<template>
  <i18n-t
    v-if="openings.length > 1"
    keypath="step.openingsPress.pressOpenings"
    scope="global"
    tag="p"
    class="quiet press"
  >
    <template #takes>
      <WordChoice
        :label="t('step.openingsPress.press')"
        :text="NAMES[takes]"
        :value="takes"
        :choices="ways"
        @choose="(value) => (store.takes = value)"
      />
    </template>
  </i18n-t>
</template>

<style scoped>
.press {
  font-size: 16px;
}
@media (pointer: coarse) {
  .press {
    line-height: 2.4;
  }
}
</style>
