<script setup lang="ts">
/** A piece as a sentence: what it is cut of and to, and how it is put on the card. */
import { computed } from "vue";
import { useRouter } from "vue-router";
import type { CardOut, Schemas } from "../../api/models";
import StockWord from "../../components/StockWord.vue";
import WordAngle from "../../components/word/WordAngle.vue";
import WordChoice from "../../components/word/WordChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import WordText from "../../components/word/WordText.vue";
import WordToggle from "../../components/word/WordToggle.vue";
import { useDesk } from "../../composables/useDesk";
import CutFromPiece from "./CutFromPiece.vue";
import { BELONGS, placedPiece, wholeOf } from "../../logic/beside";
import { useCard } from "../../stores/card";
import { useShelf } from "../../stores/shelf";
import { t } from "../../words";

const props = defineProps<{ card: CardOut; piece: Schemas["BesideOut"] }>();
const emit = defineEmits<{ stock: [key: string]; make: [] }>();
const desk = useDesk();
const shelf = useShelf();
const router = useRouter();
const units = computed(() => props.card.plan.units);
/** What a part is as large as that is no piece of its own. */
const AS_LARGE: Partial<Record<Schemas["BesideOut"]["belongs"], string>> = {
  base: t("card.pieceSentence.asLargeAsTheCard"),
  inside: t("card.pieceSentence.asLargeAsTheCard"),
  back: t("card.pieceSentence.asLargeAsThePanel"),
};
const outlines = computed(() => [
  { value: "rectangle", label: t("card.pieceSentence.straight") },
  { value: "round", label: t("card.pieceSentence.round") },
  ...(shelf.shelf?.motifs ?? []).map((motif) => ({
    value: motif.key,
    label: t("card.pieceSentence.toA", { name: motif.name }),
    path: motif.path,
  })),
]);
function put(part: Partial<Schemas["BesideOut"]>, said: string) {
  desk.push(said, { do: "put-piece", piece: props.piece.key, put: placedPiece(part), said });
}
function thread() {
  desk.push(t("card.pieceSentence.threadEdit"), { do: "thread", piece: props.piece.key });
}
function takeAway() {
  // Of the whole, since the piece's own page goes with it.
  useCard(wholeOf(props.card.id)).push(t("everywhere.common.removeWhat", { what: props.piece.name }), {
    do: "take-piece-away",
    piece: props.piece.key,
  });
  void router.push({ name: "desk", params: { id: wholeOf(props.card.id) } });
}
</script>

<template>
  <i18n-t keypath="card.pieceSentence.theOf" scope="global">
    <template #nameOf>
      <WordText
        :label="t('card.pieceSentence.nameOfThePiece')"
        :text="piece.name"
        :value="piece.name"
        @change="(name) => put({ name }, t('card.pieceSentence.renameEdit', { name }))"
      />
    </template>
    <template #asLarge>
      <template v-if="AS_LARGE[piece.belongs]">{{ AS_LARGE[piece.belongs] }},</template>
      <i18n-t v-else keypath="card.pieceSentence.by" scope="global">
        <template #wide>
          <WordLength
            :label="t('card.pieceSentence.wide')"
            :mm="piece.width_mm"
            :units="units"
            :least="10"
            :most="400"
            @change="(mm) => put({ width_mm: mm }, t('card.pieceSentence.resizeThePiece'))"
          />
        </template>
        <template #high>
          <WordLength
            :label="t('card.pieceSentence.high')"
            :mm="piece.height_mm"
            :units="units"
            :least="10"
            :most="400"
            @change="(mm) => put({ height_mm: mm }, t('card.pieceSentence.resizeThePiece'))"
          />
        </template>
      </i18n-t>
    </template>
    <template #name>
      <template v-if="piece.belongs === 'back'">{{ card.plan.stock.name }}</template>
      <StockWord
        v-else
        :text="card.plan.stock.name"
        :value="card.plan.stock.key"
        make
        @choose="(key) => emit('stock', key)"
        @make="emit('make')"
      />
    </template>
    <template #belongs>
      <template v-if="piece.belongs !== 'panel'">. {{ BELONGS[piece.belongs] }}{{ " " }}</template
      ><template v-else
        ><i18n-t keypath="card.pieceSentence.cut" scope="global">
          <template #cut>
            <WordChoice
              :label="t('card.pieceSentence.cutLabel')"
              :text="outlines.find((one) => one.value === piece.outline)?.label ?? piece.outline"
              :value="piece.outline"
              :choices="outlines"
              @choose="(outline) => put({ outline }, t('card.pieceSentence.cutItToAnotherOutline'))"
            />
          </template> </i18n-t
        >{{ " "
        }}<i18n-t keypath="card.pieceSentence.itIsPutOnThe" scope="global">
          <template #fromThe>
            <WordLength
              :label="t('everywhere.common.fromTheLeft')"
              :mm="piece.x_mm"
              :units="units"
              @change="(mm) => put({ x_mm: mm }, t('card.pieceSentence.moveThePiece'))"
            />
          </template>
          <template #fromThe2>
            <WordLength
              :label="t('everywhere.common.fromTheTop')"
              :mm="piece.y_mm"
              :units="units"
              @change="(mm) => put({ y_mm: mm }, t('card.pieceSentence.moveThePiece'))"
            />
          </template>
          <template #turned>
            <WordAngle
              :label="t('card.pieceSentence.turned')"
              :value="piece.angle_deg"
              @change="(angle_deg) => put({ angle_deg }, t('card.pieceSentence.turnThePiece'))"
            />
          </template>
          <template #onFoam>
            <i18n-t v-if="piece.raised_mm" keypath="card.pieceSentence.onFoamHigh" scope="global">
              <template #foam>
                <WordLength
                  :label="t('card.pieceSentence.foam')"
                  :mm="piece.raised_mm"
                  :units="units"
                  :most="10"
                  @change="(mm) => put({ raised_mm: mm }, t('card.pieceSentence.liftThePiece'))"
                />
              </template> </i18n-t
            ><button
              v-else
              type="button"
              class="word"
              @click="put({ raised_mm: 1.6 }, t('card.pieceSentence.setItOnFoam'))"
            >
              {{ t("card.pieceSentence.gluedFlat") }}
            </button>
          </template>
          <template #hangsOver>
            <WordToggle
              :label="t('card.pieceSentence.hangsOver')"
              :text="piece.flush ? t('card.pieceSentence.isTrimmedFlush') : t('card.pieceSentence.hangs')"
              :other="piece.flush ? t('card.pieceSentence.hangs') : t('card.pieceSentence.isTrimmedFlush')"
              @toggle="put({ flush: !piece.flush }, t('card.pieceSentence.trimItFlushOrNot'))"
            />
          </template> </i18n-t
        >{{ " "
        }}<button type="button" class="word" @click="thread">
          {{ t("card.pieceSentence.threadItBetweenTheFigures") }}</button
        >.{{ " " }}<CutFromPiece :piece="piece" :units="units" @put="put" />{{ " " }}</template
      >
    </template>
    <template #belongs2>
      <button type="button" class="word quiet" @click="takeAway">
        {{
          piece.belongs === "panel"
            ? t("everywhere.common.removeThePiece")
            : t("card.pieceSentence.leaveItPlain")
        }}
      </button>
    </template>
  </i18n-t>
</template>
