<script setup lang="ts">
/** What the card is: format, reveals, stock, inks, masks; and the ways to lay it out anew from them. */
import { useFileDialog } from "@vueuse/core";
import { computed, ref, watch } from "vue";
import type { CardOut } from "../../api/models";
import DoRow from "../../components/DoRow.vue";
import StockWord from "../../components/StockWord.vue";
import UnitsWord from "../../components/UnitsWord.vue";
import WordChoice from "../../components/word/WordChoice.vue";
import WordMenu from "../../components/word/WordMenu.vue";
import { bringDrawing } from "../../stores/bringDrawing";
import { useDesk } from "../../composables/useDesk";
import { useResizing } from "../../composables/useResizing";
import { PIECE_KINDS, type PieceKind } from "../../logic/beside";
import { newFocal } from "../../logic/focal";
import { sayLength } from "../../logic/length";
import { NEW_MASKS, newMask, type Shape } from "../../logic/masks";
import { useShelf } from "../../stores/shelf";
import MaskSentence from "../mask/MaskSentence.vue";
import StencilTiles from "../shelf/StencilTiles.vue";
import AddOther from "../shelf/AddOther.vue";
import CardInks from "./CardInks.vue";
import FitSteps from "./FitSteps.vue";
import FocalSentence from "./FocalSentence.vue";
import PieceSentence from "./PieceSentence.vue";
import RevealWords from "./RevealWords.vue";
import SchoolsSentence from "./SchoolsSentence.vue";
import { t } from "../../words";

const props = defineProps<{ card: CardOut }>();
const emit = defineEmits<{ laidAnew: [] }>();
const desk = useDesk();
const shelf = useShelf();
const resizing = useResizing();
const resized = resizing.asked;

const plan = computed(() => props.card.plan);
const units = computed(() => plan.value.units);
const near = (a: number, b: number) => Math.abs(a - b) < 0.1;
const format = computed(() =>
  shelf.shelf?.formats.find(
    (f) => near(f.width_mm, plan.value.card.width_mm) && near(f.height_mm, plan.value.card.height_mm),
  ),
);
const called = (key: string) =>
  props.card.reading.masks.find((mask) => mask.key === key)?.called ??
  plan.value.masks.find((mask) => mask.key === key)?.name ??
  key;

function setFormat(key: string) {
  const f = shelf.shelf?.formats.find((other) => other.key === key);
  if (!f) return;
  const reveals = {
    left_mm: f.reveal_mm,
    top_mm: f.reveal_mm,
    right_mm: f.reveal_mm,
    bottom_mm: f.reveal_mm,
  };
  const fold = f.fold === "top" ? ("top" as const) : ("left" as const);
  const size = { width_mm: f.width_mm, height_mm: f.height_mm };
  resizing.set({ ...size, fold, reveals, mats: [] }, t("everywhere.common.makeItWhat", { what: f.name }));
}
/** A stock that is not on the shelf yet, made here and put on the card. */
const making = ref(false);
function setStock(key: string) {
  const stock = shelf.shelf?.stocks.find((s) => s.stock.key === key)?.stock;
  if (stock) desk.push(t("everywhere.common.addWhat", { what: stock.name }), { do: "stock", stock });
}

// One that was just taken is to be placed; the others keep to their names, so that the steps stay in sight.
const openMask = ref<string | null>(plan.value.steps.length ? null : (plan.value.masks[0]?.key ?? null));
watch(
  () => plan.value.masks.map((mask) => mask.key),
  (now, before) => {
    const taken = now.filter((key) => !before.includes(key));
    if (taken.length === 1) openMask.value = taken[0] ?? null;
  },
);
/** The piece that lies in front, where the page is of one. */
const inFront = computed(() => props.card.pieces.find((one) => one.key === props.card.piece));
/** What can be made: of the base and the envelope there is one alone. */
const pieceKinds = computed(() =>
  PIECE_KINDS.filter(
    ({ belongs }) => !belongs || !props.card.pieces.some((piece) => piece.belongs === belongs),
  ),
);
function makePiece(kind: PieceKind) {
  const label = PIECE_KINDS.find((one) => one.value === kind)?.label ?? kind;
  desk.push(t("everywhere.common.addWhat", { what: label }), {
    do: "make-piece",
    kind,
    stock: plan.value.stock.key,
  });
}
const size = computed(() => [props.card.reading.panel_width_mm, props.card.reading.panel_height_mm] as const);
function addMask(shape: Shape) {
  const mask = newMask(shape, plan.value, ...size.value);
  desk.push(
    t("everywhere.common.addWhat", {
      what: NEW_MASKS.find((m) => m.value === shape)?.label ?? t("card.cardSentence.aMask"),
    }),
    { do: "add-mask", mask },
  );
}
function addFocal(kind: "image" | "sentiment") {
  const darkest = [...props.card.reading.inks].sort((a, b) => a.lightness - b.lightness)[0]?.key ?? null;
  const piece = newFocal(kind, plan.value, ...size.value, darkest);
  desk.push(
    kind === "image" ? t("card.cardSentence.addImageEdit") : t("card.cardSentence.addSentimentEdit"),
    { do: "add-focal", piece },
  );
}
const FOCAL = [
  {
    value: "sentiment" as const,
    label: t("card.cardSentence.aSentiment"),
    hint: t("card.cardSentence.sentimentHint"),
  },
  {
    value: "image" as const,
    label: t("card.cardSentence.anImage"),
    hint: t("card.cardSentence.imageHint"),
  },
];

const choosingStencil = ref(false);
function layStencil(stencil: string) {
  desk.push(t("card.cardSentence.addStencilEdit"), { do: "stencil", stencil });
  choosingStencil.value = false;
}
const drawings = useFileDialog({ accept: ".svg,image/svg+xml", multiple: false, reset: true });
drawings.onChange((files) => files?.[0] && void bringDrawing(desk, files[0]));
</script>

<template>
  <section class="card" :aria-label="t('card.cardSentence.theCard')">
    <p class="sentence">
      <PieceSentence v-if="inFront" :card="card" :piece="inFront" @make="making = true" @stock="setStock" />
      <i18n-t v-else keypath="card.cardSentence.aCardInOn" scope="global">
        <template #cardFormat>
          <WordChoice
            :label="t('card.cardSentence.cardFormat')"
            :text="
              format?.name ??
              t('card.cardSentence.by', {
                length: sayLength(plan.card.width_mm, units),
                length2: sayLength(plan.card.height_mm, units),
              })
            "
            :value="format?.key ?? null"
            :choices="(shelf.shelf?.formats ?? []).map((f) => ({ value: f.key, label: f.name }))"
            @choose="setFormat"
          />
        </template>
        <template #unitsWord>
          <UnitsWord
            :value="units"
            @choose="
              (value) => desk.push(t('card.cardSentence.changeTheUnits'), { do: 'units', units: value })
            "
          />
        </template>
        <template #stockWord>
          <StockWord
            :text="plan.stock.name"
            :value="plan.stock.key"
            make
            @choose="setStock"
            @make="making = true"
          />
        </template>
        <template #reveal>
          <RevealWords
            :label="t('card.cardSentence.reveal')"
            :reveals="plan.card.reveals"
            :units="units"
            @change="
              (reveals) =>
                resizing.set(
                  { reveals },
                  t('card.cardSentence.leaveShowing', { reveal: sayLength(reveals.left_mm, units) }),
                )
            "
            @draft="(reveals) => desk.setDraft(reveals && { do: 'card', part: { reveals } })"
          />
        </template>
      </i18n-t>
      <template v-if="plan.masks.length">
        {{ plan.masks.length === 1 ? t("card.cardSentence.theMaskIs") : t("card.cardSentence.theMasksAre") }}
        <template v-for="(mask, i) in plan.masks" :key="mask.key"
          >{{ i ? ", " : ""
          }}<button
            type="button"
            class="word"
            :aria-expanded="openMask === mask.key"
            @click="openMask = openMask === mask.key ? null : mask.key"
          >
            {{ t("everywhere.common.theWhat", { what: called(mask.key) }) }}
          </button></template
        >.
      </template>
      <template v-for="mask in plan.masks" :key="mask.key">
        <MaskSentence v-if="openMask === mask.key" :mask="mask" />
      </template>
      <template v-for="piece in plan.focal" :key="piece.key">
        {{ " " }}<FocalSentence :piece="piece" />
      </template>
    </p>
    <FitSteps
      v-if="resized"
      :was="plan.card"
      :now="resized.card"
      :units="units"
      @fit="resizing.fit"
      @leave="resizing.leaveSteps"
      @keep="resizing.keep"
    />
    <AddOther v-if="making" kind="stock" :units="units" @added="setStock" @close="making = false" />
    <SchoolsSentence v-if="plan.steps.length" :plan="plan" />
    <DoRow :of="t('card.cardSentence.masks')">
      <WordMenu
        :label="t('card.cardSentence.addAMask')"
        :text="t('card.cardSentence.addAMask')"
        :choices="NEW_MASKS"
        @choose="addMask"
      />
      <el-button :aria-expanded="choosingStencil" @click="choosingStencil = !choosingStencil">{{
        t("card.cardSentence.takeOneFromTheShelf")
      }}</el-button>
      <el-button @click="drawings.open()">{{ t("card.cardSentence.bringADrawingIn") }}</el-button>
    </DoRow>
    <div v-if="choosingStencil" class="layout">
      <StencilTiles :units="units" @choose="layStencil" />
    </div>
    <DoRow :of="t('everywhere.useWays.pieces')">
      <WordMenu
        :label="t('card.cardSentence.addAFocalPiece')"
        :text="t('card.cardSentence.layAFocalPieceDown')"
        :choices="FOCAL"
        @choose="addFocal"
      />
      <WordMenu
        :label="t('card.cardSentence.makeAPiece')"
        :text="t('card.cardSentence.makeAnotherPiece')"
        :choices="pieceKinds"
        @choose="makePiece"
      />
    </DoRow>
    <CardInks :card="card" :format="format?.key ?? 'five-seven'" @laid-anew="emit('laidAnew')" />
  </section>
</template>

<style scoped>
.card {
  padding-bottom: 10px;
}
.sentence {
  font-size: 18px;
  line-height: 1.8;
}
.layout {
  margin-top: 12px;
  padding: 12px 14px;
  background: var(--paper-lift);
}
</style>
