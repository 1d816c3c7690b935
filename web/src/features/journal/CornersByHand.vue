<script setup lang="ts">
/** The panel's corners on the photograph, put right by hand or by the arrow keys. */
import { ARROWS } from "../../logic/arrows";
import { useElementSize } from "@vueuse/core";
import { computed, ref } from "vue";
import { useDragging } from "../../composables/useDragging";
import { t } from "../../words";

type Corner = [number, number];
const props = defineProps<{ src: string; corners: Corner[] }>();
const emit = defineEmits<{ keep: [corners: Corner[]]; leave: [] }>();
const image = ref<HTMLImageElement | null>(null);
const { width } = useElementSize(image);
const natural = ref({ width: 1, height: 1 });
const scale = computed(() => width.value / natural.value.width || 1);
const now = ref<Corner[]>(props.corners.map(([x, y]) => [x, y]));
const NAMES = [
  t("journal.cornersByHand.upperLeft"),
  t("journal.cornersByHand.upperRight"),
  t("journal.cornersByHand.lowerRight"),
  t("journal.cornersByHand.lowerLeft"),
];
let from: Corner = [0, 0];
const { grab } = useDragging<number>({
  move(at, dx, dy) {
    now.value[at] = [from[0] + dx / scale.value, from[1] + dy / scale.value];
  },
  drop: () => undefined,
  putBack(at) {
    now.value[at] = from;
  },
});
function take(event: PointerEvent, at: number) {
  from = now.value[at] ?? [0, 0];
  grab(event, at);
}
function key(event: KeyboardEvent, at: number) {
  const by = ARROWS[event.key];
  const corner = now.value[at];
  if (!by || !corner) return;
  event.preventDefault();
  const far = event.shiftKey ? 10 : 1;
  now.value[at] = [corner[0] + by[0] * far, corner[1] + by[1] * far];
}
</script>

<template>
  <div>
    <div class="photo">
      <img
        ref="image"
        :src="src"
        :alt="t('journal.cornersByHand.thePhotograph')"
        @load="image && (natural = { width: image.naturalWidth, height: image.naturalHeight })"
      />
      <button
        v-for="(corner, at) in now"
        :key="at"
        type="button"
        class="corner"
        :aria-label="t('journal.cornersByHand.thePanelsCornerDragIt', { names: NAMES[at] })"
        :style="{ left: `${corner[0] * scale}px`, top: `${corner[1] * scale}px` }"
        @pointerdown.prevent="take($event, at)"
        @keydown="key($event, at)"
      />
    </div>
    <p class="does">
      <el-button type="primary" @click="emit('keep', now)">{{ t("everywhere.action.done") }}</el-button>
      <el-button @click="emit('leave')">{{ t("everywhere.action.cancel") }}</el-button>
    </p>
  </div>
</template>

<style scoped>
.photo {
  position: relative;
}
img {
  display: block;
  width: 100%;
}
.corner {
  position: absolute;
  width: 44px;
  height: 44px;
  margin: -22px 0 0 -22px;
  border: 2px solid #fff;
  outline: 2px solid var(--ink);
  border-radius: 50%;
  background: radial-gradient(var(--ink) 3px, #0000 4px);
  cursor: grab;
  touch-action: none;
}
.does {
  margin-top: 6px;
}
</style>
