<script setup lang="ts">
/** How thick the pile is, and the envelope it goes into. */
import type { CardPart, Schemas } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import { useDesk } from "../../composables/useDesk";
import { ENVELOPES } from "../../logic/cuts";

defineProps<{ card: CardPart; pileMm: number; envelope: Schemas["PiecesOut"]["envelope"] }>();
const desk = useDesk();
</script>

<template>
  <p class="sentence">
    The pile is {{ pileMm.toFixed(1) }} mm thick; it goes into
    <WordChoice
      label="Envelope"
      :text="ENVELOPES.find((e) => e.value === card.envelope)?.label ?? card.envelope"
      :value="card.envelope"
      :choices="ENVELOPES"
      @choose="(value) => desk.push('take another envelope', { do: 'card', part: { envelope: value } })"
    /><template v-if="envelope"
      >: a square of <b>{{ envelope.sheet }}</b>, its first score at <b>{{ envelope.first_score }}</b>, makes
      one of {{ envelope.makes }}</template
    >.
  </p>
</template>
