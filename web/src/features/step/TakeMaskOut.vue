<script setup lang="ts">
/** What becomes of what was built on a mask, asked where its laying is taken out. */
import { onMounted, ref } from "vue";
import type { Step } from "../../api/models";

defineProps<{ called: string; built: Step[] }>();
const emit = defineEmits<{ only: []; all: []; leave: [] }>();
const box = ref<HTMLElement | null>(null);
onMounted(() => {
  box.value?.scrollIntoView({ block: "nearest" });
  box.value?.querySelector("button")?.focus({ preventScroll: true });
});
</script>

<template>
  <div ref="box" class="ask" role="group" :aria-label="`Take the ${called} out`">
    <p>
      <b>{{ built.length === 1 ? "One step was" : `${built.length} steps were` }}</b> planned with the
      {{ called }}. Without it their ink goes where it was to be kept off.
    </p>
    <el-button size="small" type="primary" @click="emit('only')">Take only the mask out</el-button>
    <el-button size="small" @click="emit('all')"
      >Take {{ built.length === 1 ? "that step" : "those steps" }} out too</el-button
    >
    <el-button size="small" @click="emit('leave')">Leave it</el-button>
  </div>
</template>

<style scoped>
.ask {
  margin-top: 8px;
  padding: 8px 14px;
  background: var(--paper-lift);
  border-left: 4px solid var(--ink);
}
p {
  margin: 0 0 6px;
}
</style>
