<script setup lang="ts">
/** Back and on, in reach of a knuckle: to the next step, the next part of the card, or the next card. */
import type { BenchOut } from "../../api/models";
import { t } from "../../words";

defineProps<{
  bench: BenchOut;
  first: boolean;
  /** The next step in words; null after the last. */
  next: string | null;
  /** The part of the card that is worked on next, where that is another. */
  nextPart: { key: string; name: string } | undefined;
}>();
const emit = defineEmits<{ back: []; on: []; part: [key: string]; finish: []; again: []; record: [] }>();
</script>

<template>
  <footer>
    <el-button class="huge" :disabled="first" @click="emit('back')">{{
      t("bench.benchFooter.back")
    }}</el-button>
    <p class="next">
      <template v-if="nextPart && !bench.made">{{
        t("bench.benchFooter.nextPart", { name: nextPart.name })
      }}</template>
      <template v-else-if="next"
        ><span class="quiet">{{ t("bench.benchFooter.next") }}</span> {{ next }}</template
      >
      <template v-else-if="bench.made && nextPart">{{
        t("bench.benchFooter.partFinished", { name: nextPart.name })
      }}</template>
      <template v-else-if="bench.made">{{ t("bench.benchFooter.finished") }}</template>
      <template v-else>{{ t("bench.benchFooter.thatIsTheLastStep") }}</template>
    </p>
    <el-button
      v-if="nextPart && !bench.made"
      type="primary"
      class="huge"
      @click="emit('part', nextPart.key)"
      >{{ t("bench.benchFooter.doneOnToThe", { name: nextPart.name }) }}</el-button
    >
    <el-button v-else-if="next" type="primary" class="huge" @click="emit('on')">{{
      t("bench.benchFooter.doneNextStep")
    }}</el-button>
    <el-button
      v-else-if="bench.made && nextPart"
      type="primary"
      class="huge"
      @click="emit('part', nextPart.key)"
      >{{ t("bench.benchFooter.onToThe", { name: nextPart.name }) }}</el-button
    >
    <template v-else-if="bench.made">
      <el-button class="huge" @click="emit('again')">{{ t("bench.benchFooter.makeAnother") }}</el-button>
      <el-button type="primary" class="huge" @click="emit('record')">{{
        t("bench.benchFooter.howWasIt")
      }}</el-button>
    </template>
    <el-button v-else type="primary" class="huge" @click="emit('finish')">{{
      t("bench.benchFooter.finish")
    }}</el-button>
  </footer>
</template>

<style scoped>
footer {
  display: flex;
  align-items: stretch;
  gap: 22px;
  padding: 12px 24px 18px;
  border-top: 1px solid var(--hairline);
}
.next {
  flex: 1;
  align-self: center;
  font-size: 19px;
  line-height: 1.35;
  max-height: 80px;
  overflow: hidden;
}
footer .huge {
  min-height: 80px;
  min-width: 150px;
  font-size: 25px;
}
footer .huge.el-button--primary {
  min-width: 270px;
}
@media (max-height: 639px) {
  footer {
    position: sticky;
    bottom: 0;
    padding-block: 6px;
    background: var(--paper);
  }
  footer .huge {
    min-height: 56px;
  }
}
@media (max-width: 700px) {
  footer .huge,
  footer .huge.el-button--primary {
    min-width: 0;
  }
  .next {
    display: none;
  }
  footer {
    justify-content: space-between;
  }
}
</style>
