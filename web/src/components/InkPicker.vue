<script setup lang="ts">
/** The inks of the shelf as dabs on a stock, pressed in where they are chosen. */
import { ref } from "vue";
import type { InkModel } from "../api/models";
import { useOneStop } from "../composables/useOneStop";
import { useShelf } from "../stores/shelf";
import InkDab from "./InkDab.vue";
import { t } from "../words";

defineProps<{ stockHex: string; chosen: string[]; kept?: (key: string) => boolean; kinds?: boolean }>();
const emit = defineEmits<{ toggle: [ink: InkModel] }>();
const shelf = useShelf();
const list = ref<HTMLElement | null>(null);
useOneStop(list, ".pick");
</script>

<template>
  <div ref="list" class="inks" role="group" :aria-label="t('everywhere.inkPicker.inks')">
    <button
      v-for="{ ink, hex } in shelf.shelf?.inks ?? []"
      :key="ink.key"
      type="button"
      class="pick"
      :aria-pressed="chosen.includes(ink.key)"
      :disabled="kept?.(ink.key)"
      :title="kept?.(ink.key) ? t('everywhere.inkPicker.aStepUsesIt') : ''"
      @click="emit('toggle', ink)"
    >
      <InkDab
        :colour="hex"
        :stock="stockHex"
        :name="ink.name"
        :note="kinds ? ink.kind : undefined"
        :mark="chosen.includes(ink.key) ? '✓' : undefined"
      />
    </button>
    <slot />
  </div>
</template>

<style scoped>
.inks {
  display: flex;
  flex-wrap: wrap;
  align-items: flex-start;
  gap: 8px 4px;
}
.pick {
  padding: 12px 3px 6px;
  border: 0;
  border-radius: 4px;
  background: transparent;
  cursor: pointer;
}
.pick:disabled {
  cursor: default;
}
.pick:hover:not(:disabled),
.pick[aria-pressed="true"] {
  background: var(--paper-deep);
}
</style>
