<script setup lang="ts">
/** What holds a sheet, and how large the sheet is. */
import { computed } from "vue";
import type { Mask, Units } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import { t } from "../../words";

const props = defineProps<{ mask: Mask; called: string; units: Units }>();
const emit = defineEmits<{ change: [mask: Mask, said: string]; draft: [mask: Mask | null] }>();
/** The outer size of the sheet, from one side or the other; none where it is larger than the panel. */
function sheet(part: { sheet_width_mm?: number; sheet_height_mm?: number }): Mask {
  const { sheet_width_mm, sheet_height_mm } = props.mask;
  const size = sheet_width_mm ?? sheet_height_mm ?? SHEET_MM[props.units];
  return {
    ...props.mask,
    sheet_width_mm: sheet_width_mm ?? size,
    sheet_height_mm: sheet_height_mm ?? size,
    ...part,
  };
}
const SHEET_MM = { in: 152.4, cm: 150 };
const HELD = [
  {
    value: "usual",
    label: t("mask.maskHeld.asItUsuallyIs"),
    hint: t("mask.maskHeld.aCutOutByItsBack"),
  },
  {
    value: "back",
    label: t("mask.maskHeld.byItsOwnBack"),
    hint: t("mask.maskHeld.stickyThePanelMustBe"),
  },
  { value: "hand", label: t("mask.maskHeld.byHand") },
  { value: "tape", label: t("mask.maskHeld.byLowTackTape") },
  { value: "magnets", label: t("mask.maskHeld.byMagnets") },
] as const;
type Held = (typeof HELD)[number]["value"];
const held = computed<Held>(() => props.mask.held ?? "usual");
function heldBy(value: Held) {
  emit(
    "change",
    { ...props.mask, held: value === "usual" ? null : value },
    t("mask.maskHeld.holdTheAnotherWay", { called: props.called }),
  );
}
</script>

<template>
  <i18n-t keypath="mask.maskHeld.itIsHeld" scope="global">
    <template #held>
      <WordChoice
        :label="t('mask.maskHeld.held')"
        :text="HELD.find((one) => one.value === held)?.label ?? ''"
        :value="held"
        :choices="[...HELD]"
        @choose="heldBy"
      />
    </template>
    <template #onA>
      <template v-if="mask.keeps === 'outside' || mask.shape === 'edge'"
        ><i18n-t
          v-if="mask.sheet_width_mm && mask.sheet_height_mm"
          keypath="mask.maskHeld.onASheetOf"
          scope="global"
        >
          <template #sheetWide>
            <WordLength
              :label="t('mask.maskHeld.sheetWide')"
              :mm="mask.sheet_width_mm"
              :units="units"
              :least="10"
              :most="600"
              @change="
                (mm) => emit('change', sheet({ sheet_width_mm: mm }), t('mask.maskHeld.changeTheSizeOfThe'))
              "
              @draft="(mm) => emit('draft', mm === null ? null : sheet({ sheet_width_mm: mm }))"
            />
          </template>
          <template #sheetHigh>
            <WordLength
              :label="t('mask.maskHeld.sheetHigh')"
              :mm="mask.sheet_height_mm"
              :units="units"
              :least="10"
              :most="600"
              @change="
                (mm) => emit('change', sheet({ sheet_height_mm: mm }), t('mask.maskHeld.changeTheSizeOfThe'))
              "
              @draft="(mm) => emit('draft', mm === null ? null : sheet({ sheet_height_mm: mm }))"
            />
          </template>
          <template #largerThan>
            <button
              type="button"
              class="word quiet"
              @click="
                emit(
                  'change',
                  { ...mask, sheet_width_mm: null, sheet_height_mm: null },
                  t('mask.maskHeld.takeASheetAsLarge'),
                )
              "
            >
              {{ t("mask.maskHeld.largerThanThePanel") }}
            </button>
          </template> </i18n-t
        ><i18n-t v-else keypath="mask.maskHeld.onASheetLarger" scope="global">
          <template #sayIts>
            <button
              type="button"
              class="word quiet"
              @click="emit('change', sheet({}), t('mask.maskHeld.sayHowLargeTheSheet'))"
            >
              {{ t("mask.maskHeld.sayItsSize") }}
            </button>
          </template>
        </i18n-t></template
      >
    </template>
  </i18n-t>
</template>
