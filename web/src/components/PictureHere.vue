<script setup lang="ts">
/** One picture of a list: one that did not come is asked for again, and no broken picture is ever seen. */
import { onBeforeUnmount, ref, watch } from "vue";
import { useServer } from "../stores/server";

const props = defineProps<{
  src: string;
  alt: string;
  /** A picture that has not come yet is let go, so that what is asked for now need not stand in line behind it. */
  held?: boolean;
}>();
const emit = defineEmits<{ load: [] }>();
const server = useServer();
const AGAIN_MS = 1500;
const LATEST_AGAIN_MS = 20_000;
/** How often it was asked for; each time by an element of its own. */
const tries = ref(0);
const missed = ref(false);
const here = ref(false);
let wait = AGAIN_MS;
let waiting: ReturnType<typeof setTimeout> | undefined;

function again() {
  clearTimeout(waiting);
  if (missed.value) tries.value++;
}
function failed() {
  missed.value = true;
  clearTimeout(waiting);
  waiting = setTimeout(again, wait);
  wait = Math.min(LATEST_AGAIN_MS, wait * 1.5);
}
function came() {
  missed.value = false;
  here.value = true;
  wait = AGAIN_MS;
  emit("load");
}
watch(
  () => props.src,
  () => {
    clearTimeout(waiting);
    missed.value = here.value = false;
  },
);
watch(() => server.returns, again);
onBeforeUnmount(() => clearTimeout(waiting));
</script>

<template>
  <img
    :key="tries"
    :src="held && !here ? undefined : src"
    :alt="alt"
    :class="{ missed }"
    @load="came"
    @error="failed"
  />
</template>

<style scoped>
.missed {
  visibility: hidden;
}
</style>
