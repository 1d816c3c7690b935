<script setup lang="ts">
/** One thing that will go wrong: what, why, how much, and the change that cures it. */
import { computed } from "vue";
import { unbroken } from "../logic/length";
import type { Finding } from "../api/models";
import { useRemedies } from "../composables/useRemedies";
import NumbersFold from "../components/NumbersFold.vue";
import { t } from "../words";

const props = defineProps<{ finding: Finding }>();
const emit = defineEmits<{ remedy: [label: string]; point: [finding: Finding | null] }>();
const remedies = useRemedies();
const remedy = computed(() => remedies.of(props.finding));
const SIGNS = {
  stop: ["!", t("desk.findingNote.stop")],
  warn: ["?", t("everywhere.common.watchOut")],
  remind: ["·", t("desk.findingNote.remember")],
} as const;
</script>

<template>
  <div
    class="finding"
    :class="finding.severity"
    :data-test="finding.code"
    @mouseenter="emit('point', finding)"
    @mouseleave="emit('point', null)"
  >
    <b class="sign" aria-hidden="true">{{ SIGNS[finding.severity][0] }}</b>
    <div>
      <p>
        <b>{{ SIGNS[finding.severity][1] }}</b> {{ unbroken(finding.message) }}
      </p>
      <p class="quiet">
        {{ finding.why }} <NumbersFold v-if="finding.measure">{{ finding.measure }}.</NumbersFold>
      </p>
      <el-button v-if="remedy" type="primary" class="remedy" @click="emit('remedy', remedy)">{{
        remedy
      }}</el-button>
      <p v-else-if="remedies.isComing(finding)" class="quiet coming">{{ t("desk.findingNote.coming") }}</p>
    </div>
  </div>
</template>

<style scoped>
.finding {
  display: flex;
  gap: 12px;
  margin: 10px 0 6px;
  padding: 10px 12px;
  background: var(--paper-lift);
  border-left: 4px solid var(--ink);
}
.finding.remind {
  background: transparent;
  border-left-style: dotted;
}
.sign {
  flex: none;
  width: 30px;
  height: 30px;
  border-radius: 50%;
  background: var(--ink);
  color: var(--paper-lift);
  font: 800 19px/30px var(--text);
  text-align: center;
}
.remind .sign {
  background: transparent;
  color: var(--ink);
  border: 1.5px solid var(--ink);
  line-height: 27px;
}
.remedy {
  margin-top: 8px;
}
/* As high as the button that comes, so that nothing moves under the hand; and told only where it takes a while. */
.coming {
  margin: 8px 0 0;
  line-height: 32px;
  animation: tell 0s 0.4s both;
}
@keyframes tell {
  from {
    visibility: hidden;
  }
}
</style>
