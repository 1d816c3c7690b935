<script setup lang="ts">
/** What becomes of the steps when the panel is made larger or smaller, asked where it is changed. */
import { computed, onMounted, ref } from "vue";
import type { CardPart, Units } from "../../api/models";
import { sayLength } from "../../logic/length";
import { panelSize } from "../../logic/panelSize";

const props = defineProps<{ was: CardPart; now: CardPart; units: Units }>();
const emit = defineEmits<{ fit: []; leave: []; keep: [] }>();
const say = (card: CardPart) => {
  const { width, height } = panelSize(card);
  return `${sayLength(width, props.units)} by ${sayLength(height, props.units)}`;
};
const sizes = computed(() => ({ was: say(props.was), now: say(props.now) }));
const box = ref<HTMLElement | null>(null);
onMounted(() => {
  box.value?.scrollIntoView({ block: "nearest" });
  box.value?.querySelector("button")?.focus({ preventScroll: true });
});
</script>

<template>
  <div ref="box" class="ask" role="group" aria-label="The panel changes its size">
    <p>
      The panel becomes <b>{{ sizes.now }}</b>; the steps were planned on {{ sizes.was }}. Fitted to it, bands
      and places keep their share of the panel, and repeats their distance from the middle.
    </p>
    <el-button size="small" type="primary" @click="emit('fit')">Fit the steps to it</el-button>
    <el-button size="small" @click="emit('leave')">Leave the steps as they are</el-button>
    <el-button size="small" @click="emit('keep')">Keep the old size</el-button>
  </div>
</template>

<style scoped>
.ask {
  margin: 8px 0;
  padding: 8px 14px;
  font-size: 18px;
  line-height: 1.45;
  background: var(--paper-lift);
  border-left: 4px solid var(--ink);
}
p {
  margin: 0 0 6px;
}
</style>
