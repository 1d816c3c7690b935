<script setup lang="ts">
/** How thick the pile is, and the envelope it goes into. */
import type { CardPart, Schemas, Units } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import { useDesk } from "../../composables/useDesk";
import { ENVELOPES } from "../../logic/cuts";
import { sayLength } from "../../logic/length";
import { t } from "../../words";

defineProps<{ card: CardPart; pileMm: number; units: Units; envelope: Schemas["PiecesOut"]["envelope"] }>();
const desk = useDesk();
</script>

<template>
  <i18n-t keypath="pieces.pileSentence.thePileIsMmThick" tag="p" scope="global" class="sentence">
    <template #thick>{{
      units === "in" ? sayLength(pileMm, units) : t("pieces.pileSentence.mm", { mm: pileMm.toFixed(1) })
    }}</template>
    <template #envelope>
      <WordChoice
        :label="t('pieces.pileSentence.envelope')"
        :text="ENVELOPES.find((e) => e.value === card.envelope)?.label ?? card.envelope"
        :value="card.envelope"
        :choices="ENVELOPES"
        @choose="
          (value) =>
            desk.push(t('pieces.pileSentence.takeAnotherEnvelope'), { do: 'card', part: { envelope: value } })
        "
      />
    </template>
    <template #aSquare>
      <i18n-t v-if="envelope" keypath="pieces.pileSentence.aSquareOf" scope="global">
        <template #sheet>
          <b>{{ envelope.sheet }}</b>
        </template>
        <template #firstScore>
          <b>{{ envelope.first_score }}</b>
        </template>
        <template #makes>{{ envelope.makes }}</template>
      </i18n-t>
    </template>
  </i18n-t>
</template>
