<script setup lang="ts">
/** What the panel says of the place pointed at, and how it is shown. */
import { computed } from "vue";
import type { Look } from "../../api/client";
import type { AnswerOut, CardOut } from "../../api/models";
import NumbersFold from "../../components/NumbersFold.vue";
import WordChoice from "../../components/word/WordChoice.vue";
import { sayOff, sayStrength, saySure } from "../../logic/crossings";
import { sightChoices, USUAL } from "../../logic/sight";
import { useShelf } from "../../stores/shelf";
import { t } from "../../words";

const props = defineProps<{
  answer: AnswerOut | null;
  card: CardOut;
  steps: number;
  tapped: boolean;
  look: Look | null;
  /** Whose eyes it is seen with. */
  sight: string;
  tilted: boolean;
  real: boolean;
  wide: boolean;
  /** The whole card is seen in place of the panel. */
  whole: boolean;
}>();
const emit = defineEmits<{
  stamp: [];
  look: [to: Look | null];
  sight: [to: string];
  tilt: [];
  real: [];
  wide: [];
}>();
const LOOKS = [
  { value: "as predicted", label: t("panel.panelAnswer.predicted") },
  { value: "paler", label: t("panel.panelAnswer.paler"), hint: t("panel.panelAnswer.palestHint") },
  { value: "stronger", label: t("panel.panelAnswer.stronger"), hint: t("panel.panelAnswer.strongestHint") },
  { value: "wet", label: t("panel.panelAnswer.stillWet"), hint: t("panel.panelAnswer.beforeTheLastInkHas") },
];
const SHOWN = {
  paler: t("panel.panelAnswer.palestHead"),
  stronger: t("panel.panelAnswer.strongestHead"),
  wet: t("panel.panelAnswer.whileTheLastInkIs"),
} as const;
const shelf = useShelf();
const looks = computed(() => [...LOOKS, ...sightChoices(shelf.shelf?.sights ?? []).slice(1)]);
const shown = computed(() =>
  props.sight === USUAL ? (props.look ?? t("panel.panelAnswer.predicted")) : props.sight,
);
function lookAs(value: string) {
  const eyes = shelf.shelf?.sights.some(({ key }) => key === value);
  emit("sight", eyes ? value : USUAL);
  emit("look", value === "paler" || value === "stronger" || value === "wet" ? value : null);
}
const change = computed(() => {
  const by = props.answer?.one_more ?? 0;
  if (by < 1) return t("panel.panelAnswer.wouldHardlyBeSeen");
  if (by < 3) return t("panel.panelAnswer.wouldBeSeenSideBy");
  return by < 8 ? t("panel.panelAnswer.wouldBeSeenAtA") : t("panel.panelAnswer.wouldChangeItStrongly");
});
</script>

<template>
  <div class="answer">
    <div class="told" role="status">
      <span v-if="whole" class="quiet">{{ t("panel.panelAnswer.theWholeCardAsIt") }}</span>
      <template v-else-if="answer">
        <span class="chip" :style="{ background: answer.hex }" />
        <span v-if="answer.laid.length"
          >{{ " "
          }}<i18n-t keypath="panel.panelAnswer.bottomFirst" scope="global">
            <template #laid>
              <template v-for="(here, i) in answer.laid" :key="here.step">
                <template v-if="i">, </template><b>{{ here.name }}</b>
                {{ sayStrength(here.strength) }}</template
              >
            </template> </i18n-t
          ><template v-if="!answer.in_gamut"> {{ t("panel.panelAnswer.moreVividThanAScreen") }}</template>
          {{
            t("panel.panelAnswer.oneMorePassCielo", {
              change,
              sure: saySure(answer.band),
              off: sayOff(answer.band),
            })
          }}{{ " "
          }}<NumbersFold>
            {{
              t("panel.panelAnswer.labWithinNine", {
                lab: answer.lab.map((v) => Math.round(v)).join(" "),
                hex: answer.hex,
                band: answer.band.toFixed(1),
                oneMore: answer.one_more.toFixed(1),
                laid: answer.laid.map((here) => here.strength.toFixed(2)).join(", "),
              })
            }}
          </NumbersFold>
        </span>
        <span v-else
          >{{ t("panel.panelAnswer.bareStock", { name: card.plan.stock.name }) }}{{ " "
          }}<NumbersFold>{{
            t("panel.panelAnswer.lab", { lab: answer.lab.map((v) => Math.round(v)).join(" ") })
          }}</NumbersFold></span
        >
      </template>
      <span v-else-if="tilted" class="quiet">{{ t("panel.panelAnswer.tiltedToALampThat") }}</span>
      <span v-else class="quiet">
        {{
          t("panel.panelAnswer.pointAtThePanelTo", {
            shown: look ? SHOWN[look] : t("panel.panelAnswer.predictedHead"),
            steps:
              steps === card.plan.steps.length
                ? t("panel.panelAnswer.whenAllIsDone")
                : t("panel.panelAnswer.afterStep", { steps }),
          })
        }}
      </span>
    </div>
    <i18n-t v-if="!whole" keypath="panel.panelAnswer.showAs" tag="span" scope="global" class="look">
      <template #showIt>
        <WordChoice
          :label="t('panel.panelAnswer.showLabel')"
          :text="looks.find(({ value }) => value === shown)?.label ?? t('panel.panelAnswer.predicted')"
          :value="shown"
          :choices="looks"
          @choose="lookAs"
        />
      </template>
    </i18n-t>
    <button v-if="!whole" type="button" class="word tilt" :aria-pressed="tilted" @click="emit('tilt')">
      {{ tilted ? t("everywhere.common.layItFlat") : t("everywhere.common.tiltItToTheLight") }}
    </button>
    <button v-if="!whole" type="button" class="word tilt" :aria-pressed="real" @click="emit('real')">
      {{ real ? t("panel.panelAnswer.fitItIn") : t("panel.panelAnswer.realSize") }}
    </button>
    <button type="button" class="word tilt" :aria-pressed="wide" @click="emit('wide')">
      {{ wide ? t("panel.panelAnswer.backToTheSteps") : t("panel.panelAnswer.wholeWindow") }}
    </button>
    <button v-if="tapped && card.plan.inks.length" type="button" class="word stamp" @click="emit('stamp')">
      {{ t("panel.panelAnswer.stampHere") }}
    </button>
  </div>
</template>

<style scoped>
/* It grows upwards over the table, so that the panel keeps its size while it is pointed at. */
.answer {
  position: absolute;
  inset: auto 0 0 0;
  display: flex;
  align-items: flex-end;
  gap: 4px 12px;
  padding: 4px 16px;
  /* What it says may lie over the panel's foot; the panel is pointed at through it. */
  pointer-events: none;
  font-size: 16px;
  line-height: 1.35;
}
.told {
  display: flex;
  flex: 1;
  gap: 10px;
  align-items: center;
  min-height: var(--tap);
  /* Only what is said hides what it lies over. */
  background: color-mix(in srgb, var(--surround) 88%, transparent);
}
.look {
  flex: none;
  margin-left: auto;
}
.tilt,
.stamp {
  flex: none;
}
.chip {
  flex: none;
  width: 40px;
  height: 40px;
  border: 1px solid var(--hairline);
}
/* Where they have no room side by side, what is said stands above what can be done. */
@container table (max-width: 800px) {
  .answer {
    flex-wrap: wrap;
    gap: 0 12px;
    padding: 0 12px;
  }
  .told {
    flex: 1 0 100%;
    min-height: 26px;
  }
  .look {
    margin-left: 0;
  }
}
.answer :deep(button),
.answer :deep(summary),
.look {
  pointer-events: auto;
}
</style>
