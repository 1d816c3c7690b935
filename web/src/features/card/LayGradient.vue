<script setup lang="ts">
/** The gradient laid out anew from the card's inks. */
import { computed, ref } from "vue";
import type { Disc, Edge, PlanModel } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import { useDesk } from "../../composables/useDesk";
import { EDGE_CHOICES } from "../../logic/words";
import { onRuler } from "../../logic/length";
import { t } from "../../words";

const props = defineProps<{ plan: PlanModel; width: number; height: number }>();
const emit = defineEmits<{ done: [] }>();
const desk = useDesk();

const light = ref<Edge>("bottom");
const fade = ref<Edge | "none">("none");
const seams = ref<"lighter-again" | "overlap-only">("lighter-again");
const discs = computed(() => props.plan.masks.filter((mask) => mask.shape === "disc"));
const round = ref<"none" | "moon" | "sun">(
  discs.value.some((disc) => disc.key === "sun") ? "sun" : discs.value.length ? "moon" : "none",
);
const ROUND = [
  { value: "none" as const, label: t("card.layGradient.noRoundMask") },
  { value: "moon" as const, label: t("card.layGradient.aMoon") },
  { value: "sun" as const, label: t("card.layGradient.aSun") },
];
const SEAMS = [
  {
    value: "lighter-again" as const,
    label: t("card.layGradient.lighterInkAgainOverThe"),
    hint: t("card.layGradient.closesTheLine"),
  },
  {
    value: "overlap-only" as const,
    label: t("card.layGradient.overlapOnly"),
    hint: t("card.layGradient.fewerStepsFirmerBands"),
  },
];
const FADES = [{ value: "none" as const, label: t("card.layGradient.noSide") }, ...EDGE_CHOICES];
const enough = computed(() => props.plan.inks.length >= 2 && props.plan.inks.length <= 5);
const called = (list: readonly { value: string; label: string }[], value: string) =>
  list.find((one) => one.value === value)?.label ?? value;

function disc(key: "moon" | "sun"): Disc {
  const { width, height } = props;
  return {
    key,
    name: key,
    x_mm: onRuler(width * 0.64, props.plan.units),
    y_mm: onRuler(height * 0.3, props.plan.units),
    diameter_mm: onRuler(Math.min(width, height) * 0.32, props.plan.units),
    named: [],
    part: "itself" as const,
    keeps: "inside",
    shape: "disc",
  };
}
function layOut() {
  const key = round.value;
  desk.push(t("card.layGradient.makeEdit"), {
    do: "gradient",
    wish: {
      inks: props.plan.inks,
      light_edge: light.value,
      seams: seams.value,
      disc: key === "none" ? null : (discs.value.find((one) => one.key === key) ?? disc(key)),
      fade:
        fade.value === "none"
          ? null
          : { edge: fade.value, width_mm: onRuler(props.width * 0.3, props.plan.units) },
    },
  });
  emit("done");
}
</script>

<template>
  <div>
    <i18n-t keypath="card.layGradient.fromTheseInksLightAt" tag="p" scope="global" class="sentence">
      <template #length>{{ plan.inks.length }}</template>
      <template #lightEdge>
        <WordChoice
          :label="t('card.layGradient.lightEdge')"
          :text="called(EDGE_CHOICES, light)"
          :value="light"
          :choices="EDGE_CHOICES"
          @choose="(edge) => (light = edge)"
        />
      </template>
      <template #seams>
        <WordChoice
          :label="t('card.layGradient.seams')"
          :text="called(SEAMS, seams)"
          :value="seams"
          :choices="SEAMS"
          @choose="(value) => (seams = value)"
        />
      </template>
      <template #roundMask>
        <WordChoice
          :label="t('card.layGradient.roundMask')"
          :text="called(ROUND, round)"
          :value="round"
          :choices="ROUND"
          @choose="(value) => (round = value)"
        />
      </template>
      <template #fade>
        <WordChoice
          :label="t('card.layGradient.fade')"
          :text="called(FADES, fade)"
          :value="fade"
          :choices="FADES"
          @choose="(value) => (fade = value)"
        />
      </template>
    </i18n-t>
    <el-button type="primary" :disabled="!enough" @click="layOut">
      {{ plan.steps.length ? t("card.layGradient.replaceSteps") : t("card.layGradient.make") }}
    </el-button>
    <span v-if="!enough" class="quiet"> {{ t("card.layGradient.tooFewInks") }}</span>
  </div>
</template>

<style scoped>
.sentence {
  font-size: 18px;
  line-height: 1.8;
}
</style>
