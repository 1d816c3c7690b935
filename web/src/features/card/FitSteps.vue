<script setup lang="ts">
/** What becomes of the steps when the panel is made larger or smaller, asked where it is changed. */
import { computed, onMounted, ref } from "vue";
import type { CardPart, Units } from "../../api/models";
import { sayLength } from "../../logic/length";
import { panelSize } from "../../logic/panelSize";
import { t } from "../../words";

const props = defineProps<{ was: CardPart; now: CardPart; units: Units }>();
const emit = defineEmits<{ fit: []; leave: []; keep: [] }>();
const say = (card: CardPart) => {
  const { width, height } = panelSize(card);
  return t("card.cardSentence.by", {
    length: sayLength(width, props.units),
    length2: sayLength(height, props.units),
  });
};
const sizes = computed(() => ({ was: say(props.was), now: say(props.now) }));
const box = ref<HTMLElement | null>(null);
onMounted(() => {
  box.value?.scrollIntoView({ block: "nearest" });
  box.value?.querySelector("button")?.focus({ preventScroll: true });
});
</script>

<template>
  <div ref="box" class="ask" role="group" :aria-label="t('card.fitSteps.thePanelChangesItsSize')">
    <p>
      <i18n-t keypath="card.fitSteps.thePanelBecomesThe" scope="global">
        <template #now>
          <b>{{ sizes.now }}</b>
        </template>
        <template #was>{{ sizes.was }}</template>
      </i18n-t>
      {{ t("card.fitSteps.hint") }}
    </p>
    <el-button size="small" type="primary" @click="emit('fit')">{{ t("card.fitSteps.fit") }}</el-button>
    <el-button size="small" @click="emit('leave')">{{ t("card.fitSteps.leave") }}</el-button>
    <el-button size="small" @click="emit('keep')">{{ t("card.fitSteps.keepTheOldSize") }}</el-button>
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
