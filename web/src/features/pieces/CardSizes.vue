<script setup lang="ts">
/** The base, the mats and how the panel is put on, as a sentence. */
import type { CardPart, Units } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import { useDesk } from "../../composables/useDesk";
import { useResizing } from "../../composables/useResizing";
import { FOLDS } from "../../logic/startSizes";
import FitSteps from "../card/FitSteps.vue";
import RevealWords from "../card/RevealWords.vue";
import LayerStock from "./LayerStock.vue";
import { sayLength } from "../../logic/length";
import { t } from "../../words";

const props = defineProps<{ card: CardPart; units: Units }>();
const desk = useDesk();
type Mat = CardPart["mats"][number];
type Sizes = "width_mm" | "height_mm" | "trim_mm" | "raised_mm";

const resizing = useResizing();
const resized = resizing.asked;
const set = resizing.set;
const draft = (part: Partial<CardPart> | null) => desk.setDraft(part && { do: "card", part });
const draftOf = (field: Sizes, mm: number | null) => draft(mm === null ? null : { [field]: mm });
const withMat = (at: number, part: Partial<Mat>) =>
  props.card.mats.map((mat, i) => (i === at ? { ...mat, ...part } : mat));

function addMat() {
  const mm = props.units === "in" ? 25.4 / 8 : 4;
  const reveals = { left_mm: mm, top_mm: mm, right_mm: mm, bottom_mm: mm };
  set(
    { mats: [...props.card.mats, { stock: t("pieces.cardSizes.matCard"), reveals }] },
    t("pieces.cardSizes.addMatEdit"),
  );
}
const MOST_MATS = 4;
const TURNED = [
  { value: "0", label: t("pieces.cardSizes.asItWasMade") },
  { value: "90", label: t("pieces.cardSizes.turnedToTheRight"), hint: t("pieces.cardSizes.itsLeftSideIsAt") },
  { value: "180", label: t("pieces.cardSizes.upsideDown") },
  {
    value: "270",
    label: t("pieces.cardSizes.turnedToTheLeft"),
    hint: t("pieces.cardSizes.itsRightSideIsAt"),
  },
];
</script>

<template>
  <i18n-t keypath="pieces.cardSizes.theCardIsBy" scope="global">
    <template #theCard>
      <WordLength
        :label="t('everywhere.common.theCardWide')"
        :mm="card.width_mm"
        :units="units"
        :least="40"
        :most="600"
        @change="(mm) => set({ width_mm: mm }, t('pieces.cardSizes.resizeTheCard'))"
        @draft="(mm) => draftOf('width_mm', mm)"
      />
    </template>
    <template #theCard2>
      <WordLength
        :label="t('everywhere.common.theCardHigh')"
        :mm="card.height_mm"
        :units="units"
        :least="40"
        :most="600"
        @change="(mm) => set({ height_mm: mm }, t('pieces.cardSizes.resizeTheCard'))"
        @draft="(mm) => draftOf('height_mm', mm)"
      />
    </template>
    <template #base>
      <LayerStock
        :label="t('pieces.cardSizes.base')"
        :name="card.base_stock"
        :lab="card.base_lab ?? null"
        @take="(base_stock, base_lab) => set({ base_stock, base_lab }, t('pieces.cardSizes.takeAnotherBase'))"
      />
    </template>
    <template #folded>
      <WordChoice
        :label="t('pieces.cardSizes.folded')"
        :text="FOLDS.find((f) => f.value === card.fold)?.label ?? card.fold"
        :value="card.fold"
        :choices="FOLDS"
        @choose="(fold) => set({ fold }, t('pieces.cardSizes.foldItAtAnotherSide'))"
      />
    </template> </i18n-t
  >{{ " "
  }}<i18n-t keypath="pieces.cardSizes.inkThePanelLargerAll" scope="global">
    <template #mats>
      <template v-for="(mat, i) in card.mats" :key="i">
        <i18n-t keypath="pieces.cardSizes.liesAMatOf" scope="global">
          <template #i>{{
            i ? t("pieces.cardSizes.behindIt") : t("pieces.cardSizes.behindThePanel")
          }}</template>
          <template #layerStock>
            <LayerStock
              :label="t('pieces.cardSizes.mat', { i: i + 1 })"
              :name="mat.stock"
              :lab="mat.lab ?? null"
              @take="
                (stock, lab) =>
                  set({ mats: withMat(i, { stock, lab }) }, t('pieces.cardSizes.takeAnotherMat'))
              "
            />
          </template>
          <template #revealWords>
            <RevealWords
              :label="t('pieces.cardSizes.matShows', { i: i + 1 })"
              :reveals="mat.reveals"
              :units="units"
              @change="
                (reveals) => set({ mats: withMat(i, { reveals }) }, t('pieces.cardSizes.changeTheReveal'))
              "
              @draft="(reveals) => draft(reveals && { mats: withMat(i, { reveals }) })"
            />
          </template> </i18n-t
        >{{ " "
        }}<button
          type="button"
          class="word quiet"
          @click="set({ mats: card.mats.filter((_, at) => at !== i) }, t('pieces.cardSizes.takeAMatAway'))"
        >
          {{ t("everywhere.common.removeIt") }}</button
        >{{ " " }}
      </template>
    </template>
    <template #addA>
      <template v-if="card.mats.length < MOST_MATS"
        ><button type="button" class="word" @click="addMat">{{ t("pieces.cardSizes.addAMat") }}</button>.
      </template>
    </template>
    <template #largerBy>
      <WordLength
        :label="t('pieces.cardSizes.largerBy')"
        :text="
          card.trim_mm
            ? t('pieces.cardSizes.larger', { length: sayLength(card.trim_mm, units) })
            : t('pieces.cardSizes.finishedSize')
        "
        :mm="card.trim_mm"
        :units="units"
        :most="40"
        @change="(mm) => set({ trim_mm: mm }, t('pieces.cardSizes.inkItLarger'))"
        @draft="(mm) => draftOf('trim_mm', mm)"
      />
    </template> </i18n-t
  >{{ " "
  }}<i18n-t keypath="pieces.cardSizes.foamTapeLiftsItBy" scope="global">
    <template #liftedBy>
      <WordLength
        :label="t('pieces.cardSizes.liftedBy')"
        :text="
          card.raised_mm
            ? t('pieces.cardSizes.onFoam', { length: sayLength(card.raised_mm, units) })
            : t('pieces.cardSizes.flat')
        "
        :mm="card.raised_mm"
        :units="units"
        :most="10"
        @change="(mm) => set({ raised_mm: mm }, t('pieces.cardSizes.liftThePanel'))"
        @draft="(mm) => draftOf('raised_mm', mm)"
      />
    </template> </i18n-t
  >{{ " "
  }}<i18n-t keypath="pieces.cardSizes.finishedThePanelIsPut" scope="global">
    <template #turned>
      <WordChoice
        :label="t('pieces.cardSizes.turned')"
        :text="TURNED.find(({ value }) => value === String(card.turned_deg))?.label ?? ''"
        :value="String(card.turned_deg)"
        :choices="TURNED"
        @choose="
          (turn) =>
            set(
              { turned_deg: Number(turn) as CardPart['turned_deg'] },
              t('pieces.cardSizes.turnTheFinishedPanel'),
            )
        "
      />
    </template> </i18n-t
  >{{ " "
  }}<FitSteps
    v-if="resized"
    :was="props.card"
    :now="resized.card"
    :units="units"
    @fit="resizing.fit"
    @leave="resizing.leaveSteps"
    @keep="resizing.keep"
  />
</template>
