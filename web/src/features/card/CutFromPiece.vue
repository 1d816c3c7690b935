<script setup lang="ts">
/** What is cut from a piece when it is dry, each at its place on it, and which part of it is put on the card. */
import { computed, ref } from "vue";
import type { Cut, Schemas } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import WordMenu from "../../components/word/WordMenu.vue";
import { CUT_OUTS, cutOut, type CutOut } from "../../logic/beside";
import { t } from "../../words";

type Beside = Schemas["BesideOut"];
const props = defineProps<{ piece: Beside; units: "in" | "cm" }>();
const emit = defineEmits<{ put: [part: Partial<Beside>, said: string] }>();
const USED = [
  {
    value: "cuts" as const,
    label: t("card.cutFromPiece.whatIsCutFromIt"),
    hint: t("card.cutFromPiece.eachInRegisterWithWhat"),
  },
  {
    value: "rest" as const,
    label: t("card.cutFromPiece.whatIsLeftOfIt"),
    hint: t("card.cutFromPiece.withItsHolesTheReverse"),
  },
  { value: "whole" as const, label: t("card.cutFromPiece.allOfIt") },
];
const called = computed(() => USED.find(({ value }) => value === props.piece.used)?.label ?? "");
/** Whether no room was left on it for what was last wanted. */
const full = ref(false);
function cut(what: CutOut) {
  const used = props.piece.used === "whole" ? "cuts" : props.piece.used;
  const more = cutOut(props.piece, what, props.units);
  full.value = !more.length;
  if (full.value) return;
  const cuts = [...props.piece.cuts, ...more];
  emit(
    "put",
    { cuts, used },
    t("card.cutFromPiece.cutEdit", { label: CUT_OUTS.find(({ value }) => value === what)?.label }),
  );
}
function change(key: string, part: Partial<Cut>, said: string) {
  emit("put", { cuts: props.piece.cuts.map((one) => (one.key === key ? { ...one, ...part } : one)) }, said);
}
function leave(key: string) {
  const cuts = props.piece.cuts.filter((one) => one.key !== key);
  emit(
    "put",
    { cuts, used: cuts.length ? props.piece.used : "whole" },
    t("card.cutFromPiece.cutOneFewerFromIt"),
  );
}
</script>

<template>
  <i18n-t v-if="piece.cuts.length" keypath="card.cutFromPiece.whenItIsDryCut" scope="global">
    <template #cuts>
      <template v-for="(one, at) in piece.cuts" :key="one.key"
        ><template v-if="at">, </template
        ><i18n-t keypath="card.cutFromPiece.theAcrossItsMiddle" scope="global">
          <template #name>{{ one.name }}</template>
          <template #width>
            <WordLength
              :label="t('everywhere.common.theWhatAcross', { what: one.name })"
              :mm="one.width_mm"
              :units="units"
              :least="5"
              :most="300"
              @change="
                (mm) =>
                  change(
                    one.key,
                    { width_mm: mm, height_mm: mm },
                    t('card.cutFromPiece.cutItLargerOrSmaller'),
                  )
              "
            />
          </template>
          <template #x>
            <WordLength
              :label="t('everywhere.common.whatFromTheLeft', { what: one.name })"
              :mm="one.x_mm"
              :units="units"
              @change="(mm) => change(one.key, { x_mm: mm }, t('card.cutFromPiece.cutItElsewhere'))"
            />
          </template>
          <template #y>
            <WordLength
              :label="t('everywhere.common.whatFromTheTop', { what: one.name })"
              :mm="one.y_mm"
              :units="units"
              @change="(mm) => change(one.key, { y_mm: mm }, t('card.cutFromPiece.cutItElsewhere'))"
            />
          </template>
          <template #leaveIt>
            <button type="button" class="word quiet" @click="leave(one.key)">
              {{ t("card.cutFromPiece.dropCut") }}
            </button>
          </template>
        </i18n-t></template
      >
    </template>
    <template #length>{{
      piece.cuts.length > 1 ? t("card.cutFromPiece.are") : t("card.cutFromPiece.is")
    }}</template>
    <template #putOn>
      <WordChoice
        :label="t('card.cutFromPiece.putOn')"
        :text="called"
        :value="piece.used"
        :choices="USED"
        @choose="
          (used) => emit('put', { used: used as Beside['used'] }, t('card.cutFromPiece.putAnotherPartOfIt'))
        "
      />
    </template>
  </i18n-t>
  {{ " "
  }}<WordMenu
    :text="piece.cuts.length ? t('card.cutFromPiece.cutMoreFromIt') : t('card.cutFromPiece.cutFromIt')"
    :label="t('card.cutFromPiece.cutFromIt')"
    :choices="CUT_OUTS"
    @choose="cut"
  />.
  <span v-if="full" role="status"> {{ t("card.cutFromPiece.thereIsNoRoomLeft") }}</span>
</template>
