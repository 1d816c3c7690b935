<script setup lang="ts">
/** What a solver proposes, each as it would look; one tap takes it. */
import type { PlanModel } from "../../api/models";
import { usePlanPictures } from "../../composables/usePlanPictures";

export interface Proposal {
  key: string;
  plan: PlanModel;
  /** What it is, and why, line by line. */
  name: string;
  lines: string[];
}
const props = defineProps<{ proposals: Proposal[] }>();
const emit = defineEmits<{ take: [key: string] }>();
const pictures = usePlanPictures(() => props.proposals.map(({ plan }) => plan));
</script>

<template>
  <ul class="proposals">
    <li v-for="(one, i) in proposals" :key="one.key">
      <button type="button" @click="emit('take', one.key)">
        <img v-if="pictures[i]" :src="pictures[i]" alt="" />
        <span v-else class="soon">…</span>
        <b v-if="one.name">{{ one.name }}</b>
        <span v-for="line in one.lines" :key="line">{{ line }}</span>
      </button>
    </li>
  </ul>
</template>

<style scoped>
.proposals {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  margin: 8px 0 0;
  padding: 0;
  list-style: none;
}
button {
  display: flex;
  flex-direction: column;
  gap: 4px;
  width: 172px;
  padding: 6px;
  border: 0;
  background: transparent;
  text-align: left;
  font: inherit;
  font-size: 15px;
  line-height: 1.3;
  cursor: pointer;
}
button:hover,
button:focus-visible {
  background: var(--paper-deep);
}
img,
.soon {
  display: grid;
  place-items: center;
  height: 150px;
  max-width: 100%;
  object-fit: contain;
  object-position: left;
}
</style>
