<script setup lang="ts">
/** How large a drawing lies, and how often. */
import type { Schemas, Units } from "../../api/models";
import WordNumber from "../../components/word/WordNumber.vue";
import WordPercent from "../../components/word/WordPercent.vue";
import { readLength, sayLength, showLength, tapLength } from "../../logic/length";
import { t } from "../../words";

const props = defineProps<{ mask: Schemas["Drawn"]; called: string; units: Units }>();
const emit = defineEmits<{
  change: [mask: Schemas["Drawn"], said: string];
  draft: [mask: Schemas["Drawn"] | null];
}>();
const set = (part: Partial<Schemas["Drawn"]>, said: string) =>
  emit("change", { ...props.mask, ...part }, said);
const draft = (part: Partial<Schemas["Drawn"]> | null) => emit("draft", part && { ...props.mask, ...part });
const LEAST_PITCH_MM = 4;
/** Less than the least repeat lays it once. */
const pitch = (mm: number) => (mm < LEAST_PITCH_MM ? 0 : mm);
</script>

<template>
  <i18n-t keypath="mask.drawnWords.isDrawnAtOfIts" scope="global">
    <template #sizeOf>
      <WordPercent
        :label="t('mask.drawnWords.sizeOfTheDrawing')"
        :value="mask.scale"
        :least="0.03"
        :most="20"
        @change="(scale) => set({ scale }, t('everywhere.common.resizeWhat', { what: called }))"
        @draft="(scale) => draft(scale === null ? null : { scale })"
      />
    </template>
    <template #repeatIt>
      <WordNumber
        :label="t('mask.drawnWords.repeatItEvery')"
        :text="
          mask.pitch_mm
            ? t('mask.drawnWords.repeatedEvery', { length: sayLength(mask.pitch_mm, units) })
            : t('mask.drawnWords.once')
        "
        :value="mask.pitch_mm"
        :show="(mm) => showLength(mm, units)"
        :unit="units"
        :hint="t('mask.drawnWords.of0LaysItOnce')"
        :least="0"
        :most="600"
        :read="(text) => readLength(text, units)"
        :tap="(mm, d) => tapLength(mm, units, d, 0)"
        @change="(mm) => set({ pitch_mm: pitch(mm) }, t('mask.drawnWords.changeTheRepeat'))"
        @draft="(mm) => draft(mm === null ? null : { pitch_mm: pitch(mm) })"
      />
    </template>
  </i18n-t>
</template>
