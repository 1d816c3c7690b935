<script setup lang="ts">
/** Where makers disagree: this card's way, as a sentence. */
import { computed } from "vue";
import type { PlanModel } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordCount from "../../components/word/WordCount.vue";
import WordToggle from "../../components/word/WordToggle.vue";
import { useDesk } from "../../composables/useDesk";
import { BRUSH_SCHOOLS, ORDER_SCHOOLS } from "../../logic/words";

const props = defineProps<{ plan: PlanModel }>();
const desk = useDesk();
const schools = computed(() => props.plan.schools);
const powdered = computed(() => props.plan.inks.some(({ kind }) => kind === "powder" || kind === "clear"));
const set = (part: Partial<PlanModel["schools"]>) => desk.push("do it another way", { do: "schools", part });
const called = (list: readonly { value: string; label: string }[], value: string) =>
  list.find((one) => one.value === value)?.label ?? value;
</script>

<template>
  <p class="sentence schools">
    Ink goes
    <WordChoice
      label="Order"
      :text="called(ORDER_SCHOOLS, schools.order)"
      :value="schools.order"
      :choices="ORDER_SCHOOLS"
      @choose="(order) => set({ order })"
    />, with
    <WordChoice
      label="Brushes"
      :text="called(BRUSH_SCHOOLS, schools.brushes)"
      :value="schools.brushes"
      :choices="BRUSH_SCHOOLS"
      @choose="(brushes) => set({ brushes })"
    /><template v-if="schools.brushes === 'as-few-as-stay-clean'"
      >, of
      <WordCount
        label="Brushes of each size"
        :text="String(schools.owned)"
        :value="schools.owned"
        :most="40"
        @change="(owned) => set({ owned })"
      />
      of each size</template
    ><template v-if="powdered"
      >; powder comes
      <WordToggle
        label="Powder comes"
        :text="schools.emboss"
        :other="schools.emboss === 'first' ? 'last' : 'first'"
        @toggle="set({ emboss: schools.emboss === 'first' ? 'last' : 'first' })" /></template
    >; ink that strays is
    <WordToggle
      label="Ink that strays is"
      :text="schools.strays === 'clean' ? 'cleaned off' : 'let be'"
      :other="schools.strays === 'clean' ? 'let be' : 'cleaned off'"
      @toggle="set({ strays: schools.strays === 'clean' ? 'accept' : 'clean' })"
    />.
  </p>
</template>

<style scoped>
.schools {
  font-size: 16px;
  line-height: 1.7;
}
</style>
