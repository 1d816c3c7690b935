<script setup lang="ts">
/** A mask or stencil as a sentence: what it is, how large, where, how it lies, which side it keeps, and what holds it. */
import { computed } from "vue";
import type { Mask } from "../../api/models";
import WordAngle from "../../components/word/WordAngle.vue";
import WordChoice from "../../components/word/WordChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import WordMenu from "../../components/word/WordMenu.vue";
import WordToggle from "../../components/word/WordToggle.vue";
import { useDesk } from "../../composables/useDesk";
import type { MaskAction } from "../../logic/edits";
import { isRepeat, isStencil, keepsChoices, NEW_MASKS, newMask, NUDGE, type Shape } from "../../logic/masks";
import { stepsOf } from "../../logic/steps";
import DiscWords from "./DiscWords.vue";
import DrawnWords from "./DrawnWords.vue";
import EdgeWords from "./EdgeWords.vue";
import MaskHeld from "./MaskHeld.vue";
import MotifWords from "./MotifWords.vue";
import StencilWords from "./StencilWords.vue";
import TapesWords from "./TapesWords.vue";
import { t } from "../../words";

const props = defineProps<{ mask: Mask }>();
const desk = useDesk();
const plan = computed(() => desk.card?.plan);
const units = computed(() => plan.value?.units ?? "in");
const reading = computed(() => desk.saved?.reading.masks.find((other) => other.key === props.mask.key));
const called = computed(() => reading.value?.called ?? props.mask.name);
const holds = computed(() => plan.value?.holds.filter((hold) => hold.mask === props.mask.key) ?? []);
/** The steps that go with it when it is taken off the card; Undo brings all of it back. */
const itsSteps = computed(() => stepsOf(plan.value?.steps ?? [], props.mask.key).length);
const keeps = computed(() => keepsChoices(props.mask.shape));
/** Single motifs that a strip can be fitted round. */
const motifs = computed(
  () =>
    plan.value?.masks
      .filter(({ shape }) => shape === "disc" || shape === "motif" || shape === "drawn")
      .map(({ key, name }) => ({
        value: key,
        label: desk.saved?.reading.masks.find((other) => other.key === key)?.called ?? name,
      })) ?? [],
);
const change = (mask: Mask, said: string) => desk.push(said, { do: "mask", mask });
const draft = (mask: Mask | null) => desk.setDraft(mask && { do: "mask", mask });
/** Masks that can be turned, and those with a margin, are told apart by what they have. */
function turned(angle: number): Mask {
  return "angle_deg" in props.mask ? { ...props.mask, angle_deg: angle } : props.mask;
}
function spread(mm: number): Mask {
  return "spread_mm" in props.mask ? { ...props.mask, spread_mm: mm } : props.mask;
}
function turnedOver(): Mask {
  return "flipped" in props.mask ? { ...props.mask, flipped: !props.mask.flipped } : props.mask;
}
const act = (said: string, action: MaskAction) =>
  desk.push(said, { do: "mask-action", mask: props.mask.key, action });
/** Other sheets of the card and new ones, to lie wherever this one is laid. */
const instead = computed(() => [
  ...(plan.value?.masks ?? [])
    .filter((other) => other.key !== props.mask.key)
    .map((other) => ({
      value: `own ${other.key}`,
      label: t("everywhere.common.theWhat", { what: other.name }),
      hint: t("everywhere.common.asOnThisCard"),
    })),
  ...NEW_MASKS.map((mask) => ({ ...mask, value: `new ${mask.value}` })),
]);
function takeInstead(choice: string) {
  const size = desk.saved?.reading;
  if (!plan.value || !size) return;
  const [from, key] = [choice.slice(0, 3), choice.slice(4)];
  const other =
    from === "own"
      ? plan.value.masks.find((mask) => mask.key === key)
      : newMask(key as Shape, plan.value, size.panel_width_mm, size.panel_height_mm);
  if (!other) return;
  const { key: own, x_mm, y_mm } = props.mask;
  desk.push(t("mask.maskSentence.swapEdit", { name: other.name, called: called.value }), {
    do: "mask-instead",
    mask: { ...other, key: own, x_mm, y_mm },
  });
}
/** What the knife left besides this sheet, as it is asked for; it begins a sentence where no hold is offered before it. */
const otherHalf = computed(() => {
  if (isStencil(props.mask)) return t("mask.maskSentence.usePieceEdit");
  if (props.mask.shape === "edge") return t("mask.maskSentence.useItsOtherHalf");
  return props.mask.keeps === "inside"
    ? t("mask.maskSentence.useItsHoleAsA")
    : t("mask.maskSentence.usePiece");
});
const HOLDS = [
  {
    value: "tape" as const,
    label: t("mask.maskSentence.tape"),
    hint: t("mask.maskSentence.atTheRimWhereNo"),
  },
  {
    value: "magnet" as const,
    label: t("mask.maskSentence.magnet"),
    hint: t("mask.maskSentence.atTheRimWhereNo"),
  },
];
</script>

<template>
  <span
    >{{ " "
    }}<i18n-t keypath="mask.maskSentence.theFromTheLeftAnd" scope="global">
      <template #called>{{ called }}</template>
      <template #discWords>
        <DiscWords
          v-if="mask.shape === 'disc'"
          v-bind="{ mask, called, units }"
          @change="change"
          @draft="draft"
        />
        <EdgeWords
          v-else-if="mask.shape === 'edge'"
          v-bind="{ mask, called, units }"
          @change="change"
          @draft="draft"
        />
        <TapesWords
          v-else-if="mask.shape === 'tapes'"
          v-bind="{ mask, called, units }"
          @change="change"
          @draft="draft"
        />
        <DrawnWords
          v-else-if="mask.shape === 'drawn'"
          v-bind="{ mask, called, units }"
          @change="change"
          @draft="draft"
        />
        <StencilWords
          v-else-if="mask.shape === 'stencil'"
          v-bind="{ mask, called, units }"
          @change="change"
          @draft="draft"
        />
        <MotifWords v-else v-bind="{ mask, called, units }" @change="change" @draft="draft" />
      </template>
      <template #x>
        <WordLength
          :label="t('everywhere.common.whatFromTheLeft', { what: called })"
          :mm="mask.x_mm"
          :units="units"
          @change="(mm) => change({ ...mask, x_mm: mm }, t('everywhere.common.moveWhat', { what: called }))"
          @draft="(mm) => draft(mm === null ? null : { ...mask, x_mm: mm })"
        />
      </template>
      <template #y>
        <WordLength
          :label="t('everywhere.common.whatFromTheTop', { what: called })"
          :mm="mask.y_mm"
          :units="units"
          @change="(mm) => change({ ...mask, y_mm: mm }, t('everywhere.common.moveWhat', { what: called }))"
          @draft="(mm) => draft(mm === null ? null : { ...mask, y_mm: mm })"
        />
      </template>
      <template #isRepeat>
        <button
          type="button"
          class="word"
          @click="act(t('mask.maskSentence.centreThe', { called }), { do: 'centre' })"
        >
          {{ isRepeat(mask) ? t("mask.maskSentence.centreTheRepeat") : t("mask.maskSentence.centreIt") }}
        </button>
      </template>
      <template #turned>
        <i18n-t v-if="mask.shape !== 'disc'" keypath="mask.maskSentence.turned" scope="global">
          <template #turned>
            <WordAngle
              :label="t('mask.maskSentence.turnedLabel')"
              :value="mask.angle_deg"
              @change="(angle) => change(turned(angle), t('everywhere.common.turnWhat', { what: called }))"
              @draft="(angle) => draft(angle === null ? null : turned(angle))"
            />
          </template>
        </i18n-t>
      </template>
      <template #itKeeps>
        <i18n-t v-if="mask.shape !== 'tapes'" keypath="mask.maskSentence.itKeeps" scope="global">
          <template #keeps>
            <WordChoice
              :label="t('mask.maskSentence.keeps')"
              :text="keeps.find((k) => k.value === mask.keeps)?.label ?? ''"
              :value="mask.keeps"
              :choices="keeps"
              @choose="(value) => change({ ...mask, keeps: value }, t('mask.maskSentence.changeWhatItKeeps'))"
            />
          </template>
        </i18n-t>
      </template> </i18n-t
    >{{ " "
    }}<i18n-t v-if="'flipped' in mask" keypath="mask.maskSentence.itLies" scope="global">
      <template #itLies>
        <WordToggle
          :label="t('mask.maskSentence.faceLabel')"
          :text="mask.flipped ? t('mask.maskSentence.turnedOver') : t('mask.maskSentence.thisSideUp')"
          :other="mask.flipped ? t('mask.maskSentence.thisSideUp') : t('mask.maskSentence.turnedOver')"
          @toggle="change(turnedOver(), t('mask.maskSentence.turnTheOver', { called }))"
        />
      </template>
      <template #withA>
        <i18n-t
          v-if="'spread_mm' in mask && mask.keeps === 'inside'"
          keypath="mask.maskSentence.withAMarginOf"
          scope="global"
        >
          <template #margin>
            <WordLength
              :label="t('mask.maskSentence.margin')"
              :mm="mask.spread_mm"
              :units="units"
              :most="20"
              @change="(mm) => change(spread(mm), t('mask.maskSentence.changeTheMargin'))"
              @draft="(mm) => draft(mm === null ? null : spread(mm))"
            />
          </template>
        </i18n-t>
      </template>
    </i18n-t>
    <MaskHeld
      v-if="mask.shape !== 'tapes'"
      v-bind="{ mask, called, units }"
      @change="change"
      @draft="draft"
    />
    <template v-if="mask.shape === 'tapes' && motifs.length"
      >{{ " "
      }}<WordMenu
        :label="t('mask.maskSentence.fitTheStripRound')"
        :text="t('mask.maskSentence.fitTheStripRoundA')"
        :choices="motifs"
        @choose="
          (motif) =>
            act(t('mask.maskSentence.fitTheStripRoundThe'), { do: 'strip', motif, margin_mm: NUDGE[units] })
        "
      />.
    </template>
    <template v-for="fact in reading?.facts ?? []" :key="fact"
      >{{ " " }}<i class="fact">{{ fact }}</i></template
    >{{ " " }}
    <template v-if="reading?.islands && mask.shape === 'drawn'">
      <button
        type="button"
        class="word"
        @click="act(t('mask.maskSentence.bridgeThe', { called }), { do: 'bridges' })"
      >
        {{ t("mask.maskSentence.bridge", {}, reading.islands) }}</button>.
    </template>
    <template v-if="isStencil(mask)">
      <template v-for="hold in holds" :key="hold.key">
        <i18n-t keypath="mask.maskSentence.holdsIt" scope="global">
          <template #kind>{{
            hold.kind === "tape" ? t("mask.maskSentence.tapeHolds") : t("mask.maskSentence.magnetHolds")
          }}</template>
          <template #takeIt>
            <button
              type="button"
              class="word"
              @click="desk.push(t('mask.maskSentence.unholdEdit'), { do: 'let-go', key: hold.key })"
            >
              {{ t("mask.maskSentence.unhold") }}
            </button>
          </template>
        </i18n-t>
      </template>
      <i18n-t keypath="mask.maskSentence.or" scope="global">
        <template #holdIt>
          <WordMenu
            :label="t('mask.maskSentence.holdItWith')"
            :text="t('mask.maskSentence.holdIt')"
            :choices="HOLDS"
            @choose="
              (kind) => act(t('mask.maskSentence.holdTheWith', { called, kind }), { do: 'hold-mask', kind })
            "
          />
        </template> </i18n-t
      >{{ " " }}</template
    >
    <button
      v-if="mask.shape !== 'tapes'"
      type="button"
      class="word"
      @click="act(t('mask.maskSentence.useWhatTheWasCut', { called }), { do: 'counterpart' })"
    >
      {{ otherHalf }}</button>{{ mask.shape === "tapes" ? "" : "." }} {{ " "
    }}<WordMenu
      :label="t('mask.maskSentence.swapLabel')"
      :text="t('mask.maskSentence.swap')"
      :choices="instead"
      @choose="takeInstead"
    />.{{ " "
    }}<button
      type="button"
      class="word quiet"
      @click="
        desk.push(t('everywhere.common.removeWhat', { what: called }), { do: 'take-mask-out', key: mask.key })
      "
    >
      {{
        itsSteps
          ? t("mask.maskSentence.removeIt", { steps: itsSteps }, itsSteps)
          : t("everywhere.common.removeIt")
      }}</button
    >.
  </span>
</template>

<style scoped>
.fact {
  color: var(--ink-soft);
}
</style>
