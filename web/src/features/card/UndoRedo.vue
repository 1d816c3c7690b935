<script setup lang="ts">
/** Back and forth through what was done to the card. */
import { useDesk } from "../../composables/useDesk";
import { t } from "../../words";

const desk = useDesk();
</script>

<template>
  <el-button
    :disabled="!desk.undoes"
    :title="desk.undoes ? t('card.undoRedo.undo', { undoes: desk.undoes }) : undefined"
    @click="desk.undo()"
    >{{ t("card.undoRedo.undo2") }}</el-button
  >
  <el-button
    :disabled="!desk.redoes"
    :title="desk.redoes ? t('card.undoRedo.redo', { redoes: desk.redoes }) : undefined"
    @click="desk.redo()"
    >{{ t("card.undoRedo.redo2") }}</el-button
  >
</template>
