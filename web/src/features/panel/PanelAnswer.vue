<script setup lang="ts">
/** What the panel says of the place pointed at. */
import { computed } from "vue";
import type { AnswerOut, CardOut } from "../../api/models";

const props = defineProps<{ answer: AnswerOut | null; card: CardOut; steps: number; tapped: boolean }>();
const emit = defineEmits<{ stamp: [] }>();
const change = computed(() => {
  const by = props.answer?.one_more ?? 0;
  if (by < 1) return "would hardly be seen";
  if (by < 3) return "would be seen side by side";
  return by < 8 ? "would be seen at a glance" : "would change it strongly";
});
</script>

<template>
  <p class="answer" role="status">
    <template v-if="answer">
      <span class="chip" :style="{ background: answer.hex }" />
      <span v-if="answer.laid.length">
        Bottom first:
        <template v-for="(here, i) in answer.laid" :key="here.step">
          <template v-if="i">, </template><b>{{ here.name }}</b> {{ here.strength.toFixed(2) }}</template
        >. Lab {{ answer.lab.map((v) => Math.round(v)).join(" ") }}, {{ answer.hex
        }}<template v-if="!answer.in_gamut"> (more vivid than a screen shows)</template>. One more pass
        {{ change }} (CIEDE2000 {{ answer.one_more.toFixed(1) }}).
      </span>
      <span v-else
        >Bare stock: {{ card.plan.stock.name }}. Lab
        {{ answer.lab.map((v) => Math.round(v)).join(" ") }}.</span
      >
    </template>
    <span v-else class="quiet">
      {{
        steps === card.plan.steps.length
          ? "As predicted when all is done."
          : `As predicted after step ${steps}.`
      }}
      Point at the panel to see what lies there; numbers are full passes.
    </span>
    <button v-if="tapped && card.plan.inks.length" type="button" class="word stamp" @click="emit('stamp')">
      Stamp here
    </button>
  </p>
</template>

<style scoped>
.answer {
  display: flex;
  align-items: center;
  gap: 12px;
  min-height: 56px;
  padding: 4px 20px;
  font-size: 16px;
  line-height: 1.35;
}
.stamp {
  flex: none;
  margin-left: auto;
}
.chip {
  flex: none;
  width: 40px;
  height: 40px;
  border: 1px solid var(--hairline);
}
</style>
