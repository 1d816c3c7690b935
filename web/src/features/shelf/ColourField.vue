<script setup lang="ts">
/** A colour chosen by eye: hues across, light to dark down, as it looks brushed on her stock; three slides do the same by keys. */
import { computed, onMounted, ref, watch } from "vue";
import { hexOf, type Lab, labOf, polarOf, withinScreen } from "../../logic/colour";
import { t } from "../../words";

const props = defineProps<{
  /** Null until one is chosen: where the slides stand is no choice. */
  lab: Lab | null;
  stockHex: string;
  label: string;
}>();
const emit = defineEmits<{ choose: [lab: Lab] }>();
/** Where it is chosen from before anything is. */
const BEGIN: Lab = [60, 0, 0];
const at = computed(() => {
  const polar = polarOf(props.lab ?? BEGIN);
  return props.lab ? polar : { ...polar, hue: 200, strength: 45 };
});
const field = ref<HTMLCanvasElement | null>(null);
const [ACROSS, DOWN, DAB] = [18, 8, 44];
const [LIGHTEST, DARKEST] = [95, 14];

/** A field of dabs, as a brush leaves them. */
function draw() {
  const canvas = field.value;
  const context = canvas?.getContext("2d");
  if (!canvas || !context) return;
  context.clearRect(0, 0, canvas.width, canvas.height);
  const strength = Math.max(8, at.value.strength);
  for (let x = 0; x < ACROSS; x++)
    for (let y = 0; y < DOWN; y++) {
      const light = LIGHTEST - ((LIGHTEST - DARKEST) * (y + 0.5)) / DOWN;
      const hex = hexOf(withinScreen(labOf((360 * (x + 0.5)) / ACROSS, light, strength)));
      const [cx, cy] = [(x + 0.5) * DAB, (y + 0.5) * DAB];
      const dab = context.createRadialGradient(cx, cy, DAB * 0.24, cx, cy, DAB * 0.52);
      dab.addColorStop(0, hex);
      dab.addColorStop(1, `${hex}00`);
      context.fillStyle = dab;
      context.fillRect(x * DAB, y * DAB, DAB, DAB);
    }
}
onMounted(draw);
watch(() => Math.round(at.value.strength), draw);

function point(event: PointerEvent) {
  if (event.buttons !== 1 && event.type !== "pointerdown") return;
  const canvas = field.value;
  if (!canvas) return;
  const box = canvas.getBoundingClientRect();
  const hue = (360 * Math.min(0.999, Math.max(0, (event.clientX - box.left) / box.width))) % 360;
  const down = Math.min(1, Math.max(0, (event.clientY - box.top) / box.height));
  set({ hue, light: LIGHTEST - (LIGHTEST - DARKEST) * down, strength: Math.max(8, at.value.strength) });
}
function set(part: Partial<{ hue: number; light: number; strength: number }>) {
  const { hue, light, strength } = { ...at.value, ...part };
  const [l, a, b] = withinScreen(labOf(hue, light, strength));
  emit("choose", [Math.round(l * 10) / 10, Math.round(a * 10) / 10, Math.round(b * 10) / 10]);
}
const SLIDES = [
  { field: "hue", label: t("shelf.colourField.hue"), most: 359 },
  { field: "light", label: t("shelf.colourField.light"), most: 97 },
  { field: "strength", label: t("shelf.colourField.strength"), most: 90 },
] as const;
</script>

<template>
  <div class="choosing">
    <div class="field" :style="{ background: stockHex }">
      <canvas
        ref="field"
        :width="ACROSS * DAB"
        :height="DOWN * DAB"
        aria-hidden="true"
        data-test="field"
        @pointerdown="point"
        @pointermove="point"
      />
      <span
        v-if="lab"
        class="spot"
        :style="{
          left: `${(100 * at.hue) / 360}%`,
          top: `${(100 * (LIGHTEST - at.light)) / (LIGHTEST - DARKEST)}%`,
        }"
      />
    </div>
    <p v-if="!lab" class="quiet">{{ t("shelf.colourField.pick") }}</p>
    <label v-for="slide in SLIDES" :key="slide.field" class="slide"
      ><span>{{ slide.label }}</span
      ><el-slider
        :model-value="Math.round(at[slide.field])"
        :min="0"
        :max="slide.most"
        :show-tooltip="false"
        :aria-label="`${label}: ${slide.label}`"
        @input="(value: number | number[]) => typeof value === 'number' && set({ [slide.field]: value })"
    /></label>
  </div>
</template>

<style scoped>
.choosing {
  max-width: 460px;
}
.field {
  position: relative;
  padding: 10px;
  outline: 1px solid var(--hairline);
}
canvas {
  display: block;
  width: 100%;
  touch-action: none;
  cursor: crosshair;
}
.spot {
  position: absolute;
  width: 18px;
  height: 18px;
  margin: -9px;
  border-radius: 50%;
  border: 2px solid #fff;
  outline: 2px solid var(--ink);
  pointer-events: none;
}
.slide {
  display: flex;
  align-items: center;
  gap: 14px;
}
.slide span {
  width: 70px;
}
.slide .el-slider {
  flex: 1;
}
</style>
