<script setup lang="ts">
/** Back and forth through what was done to the card. */
import { useDesk } from "../../composables/useDesk";

const desk = useDesk();
</script>

<template>
  <el-button
    :disabled="!desk.saved?.undoes"
    :title="desk.saved?.undoes ? `Undo: ${desk.saved.undoes}` : undefined"
    @click="desk.undo()"
    >Undo</el-button
  >
  <el-button
    :disabled="!desk.saved?.redoes"
    :title="desk.saved?.redoes ? `Redo: ${desk.saved.redoes}` : undefined"
    @click="desk.redo()"
    >Redo</el-button
  >
</template>
