<script setup lang="ts">
/** A focal piece as a sentence: where it will stand, how large, and how it does on the ground under it. */
import { computed } from "vue";
import type { CardOut, PlanModel } from "../api/client";
import WordChoice from "../components/WordChoice.vue";
import WordLength from "../components/WordLength.vue";

type Piece = NonNullable<PlanModel["focal"]>[number];
const props = defineProps<{ card: CardOut; piece: Piece }>();
const emit = defineEmits<{ change: [said: string, make: (plan: PlanModel) => PlanModel] }>();

const units = computed(() => props.card.plan.units);
const reading = computed(() => props.card.reading.focal.find((f) => f.key === props.piece.key));
const inks = computed(() =>
  props.card.plan.inks.map((ink) => ({
    value: ink.key,
    label: ink.name,
    colour: props.card.reading.inks.find((on) => on.key === ink.key)?.hex,
  })),
);
const verdict = computed(() => {
  const { worst, fine } = reading.value ?? { worst: 0, fine: true };
  if (props.piece.kind === "image")
    return !fine
      ? `the ground is busy under it: it varies by ${worst.toFixed(0)}`
      : `the ground is quiet under it: it varies by ${worst.toFixed(0)} at most`;
  return !fine
    ? `hard to read at its worst spot: only ${worst.toFixed(0)} from the ground`
    : `easy to read: ${worst.toFixed(0)} from the ground at its worst spot`;
});
function set(part: Partial<Piece>, said: string) {
  emit("change", said, (now) => ({
    ...now,
    focal: (now.focal ?? []).map((other) => (other.key === props.piece.key ? { ...other, ...part } : other)),
  }));
}
function takeOut() {
  emit("change", `take the ${props.piece.name} away`, (now) => ({
    ...now,
    focal: (now.focal ?? []).filter((other) => other.key !== props.piece.key),
  }));
}
</script>

<template>
  <span>
    The {{ piece.name === piece.kind ? piece.kind : `${piece.name} ${piece.kind}` }}
    <template v-if="piece.kind === 'sentiment'">
      in
      <WordChoice
        label="Ink of the sentiment"
        :text="inks.find((i) => i.value === piece.ink)?.label ?? 'no ink yet'"
        :value="piece.ink"
        :choices="inks"
        @choose="(ink) => set({ ink }, 'change the sentiment\'s ink')"
      />
    </template>
    is
    <WordLength
      :label="`The ${piece.name} wide`"
      :mm="piece.width_mm"
      :units="units"
      :least="4"
      @change="(mm) => set({ width_mm: mm }, `resize the ${piece.name}`)"
    />
    by
    <WordLength
      :label="`The ${piece.name} high`"
      :mm="piece.height_mm"
      :units="units"
      :least="4"
      @change="(mm) => set({ height_mm: mm }, `resize the ${piece.name}`)"
    />, its middle
    <WordLength
      :label="`The ${piece.name} from the left`"
      :mm="piece.x_mm"
      :units="units"
      @change="(mm) => set({ x_mm: mm }, `move the ${piece.name}`)"
    />
    from the left and
    <WordLength
      :label="`The ${piece.name} from the top`"
      :mm="piece.y_mm"
      :units="units"
      @change="(mm) => set({ y_mm: mm }, `move the ${piece.name}`)"
    />
    from the top<template v-if="piece.kind === 'image'"
      >; it
      <button
        class="word"
        @click="set({ stands: !piece.stands }, `let the ${piece.name} ${piece.stands ? 'float' : 'stand'}`)"
      >
        {{ piece.stands ? "stands on the ground" : "need not stand on anything" }}
      </button></template
    >; <i>{{ verdict }} (CIEDE2000)</i>.
    <button class="word quiet" @click="takeOut">Take it away</button>
  </span>
</template>
