<script setup lang="ts">
/** Whether anything will go wrong, the way to the working order, and what the shelf has learnt since. */
import { computed, ref } from "vue";
import type { CardOut } from "../../api/models";
import { useDesk } from "../../composables/useDesk";
import { sayUsual } from "../../logic/journal";

const props = defineProps<{ card: CardOut }>();
const emit = defineEmits<{
  /** Something else is to be tried, beside what stands now. */
  try: [];
  /** How it was before is to be seen. */
  before: [];
  /** The step at which something will go wrong is to be opened. */
  go: [step: string];
}>();
const desk = useDesk();
const steps = computed(() => props.card.plan.steps.length);
const troubles = computed(() => props.card.reading.findings.filter((f) => f.severity !== "remind"));
const trouble = computed(() => troubles.value.length);
/** All that will go wrong, in one list. */
const listed = ref(false);
const numberOf = (step: string) => props.card.plan.steps.findIndex(({ id }) => id === step) + 1;
const hand = computed(() => sayUsual(props.card.plan.hand ?? 1));
/** Her pads that lay otherwise than their swatches tell, "Yucca 1, 30 % stronger than usual". */
const pads = computed(() =>
  (props.card.plan.pads ?? []).flatMap(({ ink, lays }) => {
    const name = props.card.plan.inks.find(({ key }) => key === ink)?.name;
    const usual = sayUsual(lays);
    return name && usual ? [`${name}, ${usual}`] : [];
  }),
);
const putInOrder = () => desk.push("put it in working order", { do: "order" });
</script>

<template>
  <p v-if="steps" class="verdict" role="status">
    <template v-if="!desk.pristine">Looking at it as it stands now …</template>
    <template v-else-if="trouble">
      <button type="button" class="word" :aria-expanded="listed" @click="listed = !listed">
        <b>{{ trouble === 1 ? "One thing" : `${trouble} things` }} will go wrong</b></button
      >{{ " " }}as it stands.
    </template>
    <template v-else>Nothing will go wrong that Cielo knows of.</template>{{ " " }}
    <button v-if="steps > 1" type="button" class="word" @click="putInOrder">Put it in working order</button
    >{{ " " }} <button type="button" class="word" @click="emit('try')">Try another way</button>{{ " " }}
    <button type="button" class="word" @click="emit('before')">As it was</button>
  </p>
  <ul v-if="listed && desk.pristine && trouble" class="told" aria-label="What will go wrong">
    <li v-for="finding in troubles" :key="`${finding.step}${finding.code}${finding.message}`">
      <button v-if="finding.step" type="button" class="word" @click="emit('go', finding.step)">
        Step {{ numberOf(finding.step) }}</button
      ><b v-else>The card</b>: {{ finding.message }}
    </li>
  </ul>
  <p v-if="card.measured.length" class="told" role="status">
    Your shelf has since learnt: {{ card.measured.join(", ") }}.
    <button
      type="button"
      class="word"
      @click="desk.push('take in what was measured', { do: 'take-measured-in' })"
    >
      Predict with that
    </button>
  </p>
  <p v-if="hand || pads.length" class="verdict quiet">
    Predicted for
    <template v-if="hand">your hand, {{ hand }}</template
    ><template v-if="hand && pads.length">, and </template
    ><template v-if="pads.length">your pads: {{ pads.join("; ") }}</template
    >; the <RouterLink class="word" :to="{ name: 'journal' }">Journal</RouterLink> has where that is from.
  </p>
  <p v-if="desk.moves" class="told" role="status">
    <template v-if="!desk.moves.length">It is in working order already.</template>
    <template v-for="moved in desk.moves" :key="moved">{{ moved }}<br /></template>
  </p>
</template>

<style scoped>
.verdict {
  margin: 2px 0;
  font-size: 16px;
}
ul {
  list-style: none;
}
.told {
  margin: 4px 0 8px;
  padding: 8px 12px;
  background: var(--paper-lift);
  font-size: 16px;
}
</style>
