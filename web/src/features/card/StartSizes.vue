<script setup lang="ts">
/** The size of a new card: a usual format or one's own, upright or across, folded at any side, a panel of its own size on it. */
import { computed, ref } from "vue";
import type { Schemas, Units } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import WordToggle from "../../components/word/WordToggle.vue";
import { cardOf, FOLDS, panelOf, type Sizes } from "../../logic/startSizes";
import { t } from "../../words";

const props = defineProps<{ sizes: Sizes; formats: Schemas["FormatOut"][]; units: Units }>();
const emit = defineEmits<{ change: [sizes: Sizes] }>();
/** A panel that is asked for stays within its card, whatever size that is given. */
function set(part: Partial<Sizes>) {
  const sizes = { ...props.sizes, ...part };
  const { width, height } = cardOf(sizes, props.formats);
  const own = sizes.panel;
  if (own && part.panel === undefined)
    sizes.panel = {
      width_mm: bleeds.value ? width : Math.min(own.width_mm, width),
      height_mm: bleeds.value ? height : Math.min(own.height_mm, height),
    };
  emit("change", sizes);
}
const whole = computed(() => cardOf(props.sizes, props.formats));
const now = computed(() => panelOf(props.sizes, props.formats));
/** The panel is as large as its card: nothing of that shows. */
const bleeds = computed(
  () => now.value.width >= whole.value.width - 0.01 && now.value.height >= whole.value.height - 0.01,
);
type How = "rim" | "card" | "own";
const HOW: { value: How; label: string; hint?: string }[] = [
  { value: "rim", label: t("card.startSizes.usualRim"), hint: t("card.startSizes.usualRimHint") },
  { value: "card", label: t("card.pieceSentence.asLargeAsTheCard"), hint: t("card.startSizes.asCardHint") },
  { value: "own", label: t("card.startSizes.ownPanel") },
];
/** Her own size stays her own while it is spun past that of the card. */
const own = ref(false);
const how = computed<How>(() => (!props.sizes.panel ? "rim" : bleeds.value && !own.value ? "card" : "own"));
function takePanel(to: How) {
  own.value = to === "own";
  const { width, height } = to === "card" ? whole.value : now.value;
  set({ panel: to === "rim" ? null : { width_mm: width, height_mm: height } });
}
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
        :label="t('card.cardSentence.cardFormat')"
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
            :label="t('everywhere.common.theCardWide')"
            :mm="sizes.width_mm"
            :units="units"
            :least="40"
            :most="600"
            @change="(mm) => set({ width_mm: mm })"
          />
        </template>
        <template #theCard2>
          <WordLength
            :label="t('everywhere.common.theCardHigh')"
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
      <i18n-t keypath="card.startSizes.thePanel" scope="global">
        <template #how>
          <WordChoice
            :label="t('card.startSizes.panel')"
            :text="HOW.find((one) => one.value === how)?.label ?? ''"
            :value="how"
            :choices="HOW"
            @choose="takePanel"
          />
        </template>
        <template #by>
          <i18n-t v-if="how === 'own'" keypath="card.startSizes.itsPanelBy" scope="global">
            <template #thePanel>
              <WordLength
                :label="t('card.startSizes.thePanelWide')"
                :mm="now.width"
                :units="units"
                :least="20"
                :most="whole.width"
                @change="(mm) => set({ panel: { width_mm: mm, height_mm: now.height } })"
              />
            </template>
            <template #thePanel2>
              <WordLength
                :label="t('card.startSizes.thePanelHigh')"
                :mm="now.height"
                :units="units"
                :least="20"
                :most="whole.height"
                @change="(mm) => set({ panel: { width_mm: now.width, height_mm: mm } })"
              />
            </template>
          </i18n-t>
        </template>
      </i18n-t>
    </template>
  </i18n-t>
</template>
