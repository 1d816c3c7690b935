<script setup lang="ts">
/** The run sheet on another paper, or with less ink, and the templates that places are pricked through by. */
import { computed } from "vue";
import WordMenu from "../../components/word/WordMenu.vue";
import { wholeOf } from "../../logic/beside";
import { t } from "../../words";

const props = defineProps<{ id: string }>();
const base = computed(() => `/api/cards/${wholeOf(props.id)}`);
const ways = computed(() => ({
  letter: `${base.value}/run-sheet.pdf?paper=letter`,
  a4: `${base.value}/run-sheet.pdf?paper=a4`,
  a5: `${base.value}/run-sheet.pdf?paper=a5`,
  less: `${base.value}/run-sheet.pdf?less_ink=true`,
  places: `${base.value}/placing.pdf`,
}));
type Way = "letter" | "a4" | "a5" | "less" | "places";
const choices: readonly { value: Way; label: string }[] = [
  { value: "letter", label: t("card.toPrint.onLetter") },
  { value: "a4", label: t("card.toPrint.onA4") },
  { value: "a5", label: t("card.toPrint.onA5") },
  { value: "less", label: t("card.toPrint.withLessInk") },
  { value: "places", label: t("card.toPrint.whereThingsGo") },
];
function open(way: Way) {
  window.open(ways.value[way], "_blank", "noopener");
}
</script>

<template>
  <WordMenu
    :text="t('card.toPrint.more')"
    :label="t('card.toPrint.moreLabel')"
    :choices="choices"
    @choose="open"
  />
</template>
