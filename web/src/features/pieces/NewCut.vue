<script setup lang="ts">
/** Something more cut from the panel or for it. */
import type { CardOut, Cut } from "../../api/models";
import WordMenu from "../../components/word/WordMenu.vue";
import { useDesk } from "../../composables/useDesk";
import { newCut, USES } from "../../logic/cuts";
import { t } from "../../words";

const props = defineProps<{ card: CardOut }>();
const desk = useDesk();
function add(use: Cut["use"]) {
  const { plan, reading } = props.card;
  const cut = newCut(use, plan, reading.panel_width_mm, reading.panel_height_mm);
  desk.push(t("pieces.newCut.cutEdit", { label: USES.find((u) => u.value === use)?.label ?? use }), {
    do: "add-cut",
    cut,
  });
}
</script>

<template>
  <WordMenu
    :label="t('pieces.newCut.cut')"
    :text="t('pieces.newCut.cutSomethingFromIt')"
    :choices="USES"
    @choose="add"
  />
</template>
