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

const props = defineProps<{ card: CardOut; piece: Schemas["BesideOut"] }>();
const emit = defineEmits<{ stock: [key: string] }>();
const desk = useDesk();
const shelf = useShelf();
const router = useRouter();
const units = computed(() => props.card.plan.units);
/** What a part is as large as that is no piece of its own. */
const AS_LARGE: Partial<Record<Schemas["BesideOut"]["belongs"], string>> = {
  base: "as large as the card",
  inside: "as large as the card",
  back: "as large as the panel",
};
const outlines = computed(() => [
  { value: "rectangle", label: "straight" },
  { value: "round", label: "round" },
  ...(shelf.shelf?.motifs ?? []).map((motif) => ({
    value: motif.key,
    label: `to a ${motif.name}`,
    path: motif.path,
  })),
]);
function put(part: Partial<Schemas["BesideOut"]>, said: string) {
  desk.push(said, { do: "put-piece", piece: props.piece.key, put: placedPiece(props.piece, part), said });
}
function thread() {
  desk.push("thread it between the figures", { do: "thread", piece: props.piece.key });
}
function takeAway() {
  // Of the whole, since the piece's own page goes with it.
  useCard(wholeOf(props.card.id)).push(`take the ${props.piece.name} away`, {
    do: "take-piece-away",
    piece: props.piece.key,
  });
  void router.push({ name: "desk", params: { id: wholeOf(props.card.id) } });
}
</script>

<template>
  The
  <WordText
    label="Name of the piece"
    :text="piece.name"
    :value="piece.name"
    @change="(name) => put({ name }, `call it ${name}`)"
  />,
  <template v-if="AS_LARGE[piece.belongs]">{{ AS_LARGE[piece.belongs] }},</template>
  <template v-else>
    <WordLength
      label="Wide"
      :mm="piece.width_mm"
      :units="units"
      :least="10"
      :most="400"
      @change="(mm) => put({ width_mm: mm }, 'resize the piece')" />
    by
    <WordLength
      label="High"
      :mm="piece.height_mm"
      :units="units"
      :least="10"
      :most="400"
      @change="(mm) => put({ height_mm: mm }, 'resize the piece')"
  /></template>
  of
  <template v-if="piece.belongs === 'back'">{{ card.plan.stock.name }}</template>
  <StockWord
    v-else
    :text="card.plan.stock.name"
    :value="card.plan.stock.key"
    @choose="(key) => emit('stock', key)"
  /><template v-if="piece.belongs !== 'panel'">. {{ BELONGS[piece.belongs] }}{{ " " }}</template
  ><template v-else
    >, cut
    <WordChoice
      label="Cut"
      :text="outlines.find((one) => one.value === piece.outline)?.label ?? piece.outline"
      :value="piece.outline"
      :choices="outlines"
      @choose="(outline) => put({ outline }, 'cut it to another outline')"
    />. It is put on the panel with its middle
    <WordLength
      label="From the left"
      :mm="piece.x_mm"
      :units="units"
      @change="(mm) => put({ x_mm: mm }, 'move the piece')"
    />
    from the left and
    <WordLength
      label="From the top"
      :mm="piece.y_mm"
      :units="units"
      @change="(mm) => put({ y_mm: mm }, 'move the piece')"
    />
    from the top, turned
    <WordAngle
      label="Turned"
      :value="piece.angle_deg"
      @change="(angle_deg) => put({ angle_deg }, 'turn the piece')"
    />,
    <template v-if="piece.raised_mm"
      >on foam
      <WordLength
        label="Foam"
        :mm="piece.raised_mm"
        :units="units"
        :most="10"
        @change="(mm) => put({ raised_mm: mm }, 'lift the piece')"
      />
      high</template
    ><button v-else type="button" class="word" @click="put({ raised_mm: 1.6 }, 'set it on foam')">
      glued flat</button
    >; what hangs over
    <WordToggle
      label="Hangs over"
      :text="piece.flush ? 'is trimmed flush' : 'hangs over'"
      :other="piece.flush ? 'hangs over' : 'is trimmed flush'"
      @toggle="put({ flush: !piece.flush }, 'trim it flush or not')"
    />. <button type="button" class="word" @click="thread">Thread it between the figures</button>.
    <CutFromPiece :piece="piece" :units="units" @put="put" />{{ " " }}</template
  ><button type="button" class="word quiet" @click="takeAway">
    {{ piece.belongs === "panel" ? "Take the piece away" : "Leave it plain" }}</button
  >.
</template>
