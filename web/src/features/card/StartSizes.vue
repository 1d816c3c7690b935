<script setup lang="ts">
/** The size of a new card: a usual format or one's own, upright or across, folded at any side, a panel of its own size on it. */
import { computed } from "vue";
import type { Schemas, Units } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import WordToggle from "../../components/word/WordToggle.vue";
import { FOLDS, type Sizes } from "../../logic/startSizes";
import { t } from "../../words";

const props = defineProps<{ sizes: Sizes; formats: Schemas["FormatOut"][]; units: Units }>();
const emit = defineEmits<{ change: [sizes: Sizes] }>();
const set = (part: Partial<Sizes>) => emit("change", { ...props.sizes, ...part });
const format = computed(() => props.formats.find((f) => f.key === props.sizes.format));
const choices = computed(() => [
  ...props.formats.map((f) => ({ value: f.key, label: f.name })),
  { value: "own", label: t("card.startSizes.aSizeOfYourOwn") },
]);
function choose(key: string) {
  if (key === "own") return set({ format: null });
  set({ format: key });
}
</script>

<template>
  <i18n-t keypath="card.startSizes.aCardFolded" scope="global">
    <template #cardFormat>
      <WordChoice
        :label="t('card.startSizes.cardFormat')"
        :text="format?.name ?? t('card.startSizes.cardOfYourOwnSize')"
        :value="sizes.format ?? 'own'"
        :choices="choices"
        @choose="choose"
      />
    </template>
    <template #by>
      <i18n-t v-if="!sizes.format" keypath="card.startSizes.by" scope="global">
        <template #theCard>
          <WordLength
            :label="t('card.startSizes.theCardWide')"
            :mm="sizes.width_mm"
            :units="units"
            :least="40"
            :most="600"
            @change="(mm) => set({ width_mm: mm })"
          />
        </template>
        <template #theCard2>
          <WordLength
            :label="t('card.startSizes.theCardHigh')"
            :mm="sizes.height_mm"
            :units="units"
            :least="40"
            :most="600"
            @change="(mm) => set({ height_mm: mm })"
          />
        </template>
      </i18n-t>
    </template>
    <template #laid>
      <WordToggle
        v-if="sizes.format"
        :label="t('card.startSizes.laid')"
        :text="sizes.across ? t('card.startSizes.across') : t('card.startSizes.upright')"
        :other="sizes.across ? t('card.startSizes.upright') : t('card.startSizes.across')"
        @toggle="set({ across: !sizes.across })"
      />
    </template>
    <template #format>
      <template v-if="sizes.format">, </template>
    </template>
    <template #folded>
      <WordChoice
        :label="t('card.startSizes.folded')"
        :text="FOLDS.find((f) => f.value === sizes.fold)?.label ?? ''"
        :value="sizes.fold"
        :choices="FOLDS"
        @choose="(fold) => set({ fold })"
      />
    </template>
    <template #itsPanel>
      <i18n-t v-if="sizes.panel" keypath="card.startSizes.itsPanelBy" scope="global">
        <template #thePanel>
          <WordLength
            :label="t('card.startSizes.thePanelWide')"
            :mm="sizes.panel.width_mm"
            :units="units"
            :least="20"
            :most="600"
            @change="(mm) => sizes.panel && set({ panel: { ...sizes.panel, width_mm: mm } })"
          />
        </template>
        <template #thePanel2>
          <WordLength
            :label="t('card.startSizes.thePanelHigh')"
            :mm="sizes.panel.height_mm"
            :units="units"
            :least="20"
            :most="600"
            @change="(mm) => sizes.panel && set({ panel: { ...sizes.panel, height_mm: mm } })"
          />
        </template> </i18n-t
      ><i18n-t v-else keypath="card.startSizes.the" scope="global">
        <template #panelWith>
          <button type="button" class="word" @click="set({ panel: { width_mm: 100, height_mm: 140 } })">
            {{ t("card.startSizes.panelWithTheUsualRim") }}
          </button>
        </template>
      </i18n-t>
    </template>
  </i18n-t>
</template>
