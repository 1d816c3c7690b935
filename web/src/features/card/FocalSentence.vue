<script setup lang="ts">
/** A focal piece as a sentence: where it will stand, how large, and how it does on the ground under it. */
import { computed } from "vue";
import type { Focal } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import WordToggle from "../../components/word/WordToggle.vue";
import { useDesk } from "../../composables/useDesk";

const props = defineProps<{ piece: Focal }>();
const desk = useDesk();
const units = computed(() => desk.card?.plan.units ?? "in");
const reading = computed(() => desk.saved?.reading.focal.find((f) => f.key === props.piece.key));
const inks = computed(
  () =>
    desk.card?.plan.inks.map((ink) => ({
      value: ink.key,
      label: ink.name,
      colour: desk.saved?.reading.inks.find((on) => on.key === ink.key)?.hex,
    })) ?? [],
);
const verdict = computed(() => {
  if (!reading.value) return "";
  const { worst, fine } = reading.value;
  if (props.piece.kind === "image")
    return fine
      ? `the ground is quiet under it: it varies by ${worst.toFixed(0)} at most`
      : `the ground is busy under it: it varies by ${worst.toFixed(0)}`;
  return fine
    ? `easy to read: ${worst.toFixed(0)} from the ground at its worst spot`
    : `hard to read at its worst spot: only ${worst.toFixed(0)} from the ground`;
});
const set = (part: Partial<Focal>, said: string) =>
  desk.push(said, { do: "focal", piece: { ...props.piece, ...part } });
const draft = (part: Partial<Focal> | null) =>
  desk.setDraft(part && { do: "focal", piece: { ...props.piece, ...part } });
const SIZES = [
  { field: "width_mm", label: "wide", after: " by ", said: "resize", least: 4 },
  { field: "height_mm", label: "high", after: ", its middle ", said: "resize", least: 4 },
  { field: "x_mm", label: "from the left", after: " from the left and ", said: "move", least: 0 },
  { field: "y_mm", label: "from the top", after: " from the top", said: "move", least: 0 },
] as const;
</script>

<template>
  <span>
    The {{ piece.name === piece.kind ? piece.kind : `${piece.name} ${piece.kind}` }}
    <template v-if="piece.kind === 'sentiment'">
      in
      <WordChoice
        label="Ink of the sentiment"
        :text="inks.find((i) => i.value === piece.ink)?.label ?? 'no ink yet'"
        :value="piece.ink ?? null"
        :choices="inks"
        @choose="(ink) => set({ ink }, 'change the sentiment\'s ink')"
      />
    </template>
    is{{ " "
    }}<template v-for="size in SIZES" :key="size.field"
      ><WordLength
        :label="`The ${piece.name} ${size.label}`"
        :mm="piece[size.field]"
        :units="units"
        :least="size.least"
        @change="(mm) => set({ [size.field]: mm }, `${size.said} the ${piece.name}`)"
        @draft="(mm) => draft(mm === null ? null : { [size.field]: mm })"
      />{{ size.after }}</template
    ><template v-if="piece.kind === 'image'"
      >; it
      <WordToggle
        label="It"
        :text="piece.stands ? 'stands on the ground' : 'need not stand on anything'"
        :other="piece.stands ? 'need not stand on anything' : 'stands on the ground'"
        @toggle="
          set({ stands: !piece.stands }, `let the ${piece.name} ${piece.stands ? 'float' : 'stand'}`)
        " /></template
    ><template v-if="verdict"
      >; <i>{{ verdict }}</i></template
    >.
    <button
      type="button"
      class="word quiet"
      @click="desk.push(`take the ${piece.name} away`, { do: 'take-focal-away', key: piece.key })"
    >
      Take it away
    </button>
  </span>
</template>
