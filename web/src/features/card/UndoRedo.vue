<script setup lang="ts">
/** Back and forth through what was done to the card. */
import { useDesk } from "../../composables/useDesk";
import { t } from "../../words";

const desk = useDesk();
</script>

<template>
  <el-button
    :disabled="!desk.undoes"
    :title="desk.undoes ? t('everywhere.common.undoWhat', { what: desk.undoes }) : undefined"
    @click="desk.undo()"
    >{{ t("everywhere.action.undo") }}</el-button
  >
  <el-button
    :disabled="!desk.redoes"
    :title="desk.redoes ? t('card.undoRedo.redoWhat', { redoes: desk.redoes }) : undefined"
    @click="desk.redo()"
    >{{ t("everywhere.action.redo") }}</el-button
  >
</template>
