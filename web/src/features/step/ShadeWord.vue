<script setup lang="ts">
/** Where each opening or print is strongest. */
import { computed } from "vue";
import type { Part, Step } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import { useDesk } from "../../composables/useDesk";
import { choiceOf, type Shade, shadeChoices, shadeOf } from "../../logic/shade";
import { regionOf } from "../../logic/prints";
import { wordAt } from "../../logic/steps";
import { t } from "../../words";

const props = defineProps<{ step: Step; part: Part; text: string | undefined }>();
const emit = defineEmits<{ write: [to: Shade, said: string] }>();
const desk = useDesk();
const choices = computed(() => {
  const region = regionOf(props.step);
  const mask = region?.over === "inside" ? region.mask : null;
  return shadeChoices(desk.saved?.reading.masks.find(({ key }) => key === mask)?.openings ?? []);
});
const chosen = computed(() => choiceOf(wordAt(props.step, props.part.field) as Shade));
const label = computed(() => choices.value.find(({ value }) => value === chosen.value)?.label ?? "");
</script>

<template>
  <WordChoice
    :label="t('step.shadeWord.strongest')"
    :text="text ?? label.replace(/^strongest /, '')"
    :choices="choices"
    :value="chosen"
    @choose="(choice) => emit('write', shadeOf(choice), t('step.shadeWord.shadeIt'))"
  />
</template>
