<script setup lang="ts">
/** Undoes what was done last on the shelf or in the journal. */
import { computed } from "vue";
import { useDoing } from "../composables/useDoing";
import { useUndoing, type UndoPlace } from "../stores/undoing";
import { t } from "../words";

const props = defineProps<{ place: UndoPlace }>();
const emit = defineEmits<{ undone: [] }>();
const undoing = useUndoing();
const { run, busy } = useDoing(`undo-${props.place}`);
const last = computed(() => undoing.last(props.place));
async function undo() {
  if (await run(() => undoing.undo(props.place))) emit("undone");
}
</script>

<template>
  <el-button
    :disabled="!last || busy"
    :title="last ? t('everywhere.common.undoWhat', { what: last }) : undefined"
    @click="undo"
    >{{ t("everywhere.action.undo") }}</el-button
  >
</template>
