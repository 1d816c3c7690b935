<script setup lang="ts">
/** The rooms of the shelf, and how much stands in each. */
import { computed } from "vue";
import { KINDS, type Room, roomOf } from "../../logic/things";
import { useThings } from "../../stores/things";
import { t } from "../../words";

defineProps<{ room: Room }>();
const emit = defineEmits<{ choose: [room: Room] }>();
const things = useThings();
const counts = computed(() => {
  const all = new Map<Room, number>();
  for (const thing of things.things)
    if (!thing.away) all.set(roomOf(thing), (all.get(roomOf(thing)) ?? 0) + 1);
  return all;
});
</script>

<template>
  <nav class="kinds" :aria-label="t('shelf.shelfRooms.kindsOfThings')">
    <button
      v-for="one in KINDS"
      :key="one.value"
      type="button"
      :aria-current="one.value === room ? 'true' : undefined"
      @click="emit('choose', one.value)"
    >
      {{ one.label }} <small>{{ counts.get(one.value) ?? 0 }}</small>
    </button>
  </nav>
</template>

<style scoped>
.kinds {
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
  margin-left: -10px;
}
.kinds button {
  min-height: var(--tap);
  padding: 4px 10px;
  border: 0;
  border-bottom: 3px solid transparent;
  background: transparent;
  cursor: pointer;
}
.kinds button[aria-current] {
  border-bottom-color: var(--ink);
  font-weight: 650;
}
.kinds small {
  color: var(--ink-soft);
}
</style>
