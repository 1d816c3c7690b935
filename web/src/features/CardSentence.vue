<script setup lang="ts">
/** What the card is: format, reveals, stock, inks, masks; and the gradient laid out anew from them. */
import { computed, ref, watch } from "vue";
import type { CardOut, DiscModel, Edge, InkModel, PlanModel, Schemas, Units } from "../api/client";
import GroundTiles from "./GroundTiles.vue";
import MaskSentence from "./MaskSentence.vue";
import FocalSentence from "./FocalSentence.vue";
import InkDab from "../components/InkDab.vue";
import InkPicker from "../components/InkPicker.vue";
import StockWord from "../components/StockWord.vue";
import UnitsWord from "../components/UnitsWord.vue";
import WordChoice from "../components/WordChoice.vue";
import WordCount from "../components/WordCount.vue";
import WordLength from "../components/WordLength.vue";
import { useShelf } from "../composables/useShelf";
import { sayLength } from "../logic/length";
import type { MaskAction } from "../composables/useCard";
import StencilTiles from "./StencilTiles.vue";
import { type Mask, NEW_MASKS, newMask, type Shape } from "../logic/masks";
import { BRUSH_SCHOOLS, EDGE_CHOICES, ORDER_SCHOOLS } from "../logic/words";

const props = defineProps<{ card: CardOut }>();
const emit = defineEmits<{
  change: [said: string, make: (plan: PlanModel) => PlanModel];
  layOut: [wish: Omit<Schemas["ProposeGradient"], "based_on">];
  layGround: [ground: string];
  bringDrawing: [name: string, file: File];
  layStencil: [stencil: string];
  maskAction: [mask: string, action: MaskAction];
}>();
const singles = computed(() =>
  plan.value.masks
    .filter((mask) => ["disc", "motif", "drawn"].includes(mask.shape))
    .map((mask) => ({ value: mask.key, label: called(mask.key) })),
);
function letGo(hold: string) {
  emit("change", "take the hold off", (now) => ({
    ...now,
    holds: (now.holds ?? []).filter((other) => other.key !== hold),
  }));
}
function setSchool(part: Partial<PlanModel["schools"]>) {
  emit("change", "do it another way", (now) => ({ ...now, schools: { ...now.schools, ...part } }));
}
const choosingStencil = ref(false);
const picker = ref<HTMLInputElement | null>(null);
function bringDrawing(event: Event) {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = "";
  if (file) emit("bringDrawing", file.name.replace(/\.svg$/i, "").slice(0, 60) || "drawing", file);
}
const { shelf, look } = useShelf();

const plan = computed(() => props.card.plan);
const units = computed<Units>(() => plan.value.units ?? "in");
const format = computed(() =>
  shelf.value?.formats.find(
    (f) =>
      Math.abs(f.width_mm - plan.value.card.width_mm) < 0.1 &&
      Math.abs(f.height_mm - plan.value.card.height_mm) < 0.1,
  ),
);
const reveals = computed(() => plan.value.card.reveals);
const alike = computed(() => new Set(Object.values(reveals.value)).size === 1);
const SIDES = [
  { field: "left_mm", label: "left" },
  { field: "top_mm", label: "top" },
  { field: "right_mm", label: "right" },
  { field: "bottom_mm", label: "bottom" },
] as const;

function setFormat(key: string) {
  const f = shelf.value?.formats.find((other) => other.key === key);
  if (!f) return;
  const sides = { left_mm: f.reveal_mm, top_mm: f.reveal_mm, right_mm: f.reveal_mm, bottom_mm: f.reveal_mm };
  const fold = f.fold === "top" ? "top" : "left";
  emit("change", `make it ${f.name}`, (now) => ({
    ...now,
    card: { ...now.card, width_mm: f.width_mm, height_mm: f.height_mm, fold, reveals: sides, mats: [] },
  }));
}
function setReveals(mm: number, side?: (typeof SIDES)[number]["field"]) {
  emit("change", `leave ${sayLength(mm, units.value)} showing`, (now) => ({
    ...now,
    card: {
      ...now.card,
      reveals: side
        ? { ...now.card.reveals, [side]: mm }
        : { left_mm: mm, top_mm: mm, right_mm: mm, bottom_mm: mm },
    },
  }));
}
function setStock(key: string) {
  const stock = shelf.value?.stocks.find((s) => s.stock.key === key)?.stock;
  if (!stock) return;
  look(key);
  emit("change", `take ${stock.name}`, (now) => ({ ...now, stock }));
}
const eachSide = ref(!alike.value);

// Inks
const picking = ref(false);
const numbered = computed(() => {
  const light = [...props.card.reading.inks].sort((a, b) => b.lightness - a.lightness);
  return plan.value.inks.map((ink) => ({
    ink,
    on: props.card.reading.inks.find((other) => other.key === ink.key),
    place: light.findIndex((other) => other.key === ink.key) + 1,
  }));
});
const inUse = (key: string) => plan.value.steps.some((step) => step.do === "brush" && step.ink === key);
function toggleInk(ink: InkModel) {
  const has = plan.value.inks.some((other) => other.key === ink.key);
  if (has && inUse(ink.key)) return;
  emit("change", has ? `put ${ink.name} back` : `take ${ink.name}`, (now) => ({
    ...now,
    inks: has ? now.inks.filter((other) => other.key !== ink.key) : [...now.inks, ink],
  }));
}

// Masks and focal pieces
const called = (key: string) => props.card.reading.masks.find((mask) => mask.key === key)?.called ?? key;
// One that was just taken is to be placed; the others keep to their names, so that the steps stay in sight.
const openMask = ref<string | null>(plan.value.steps.length ? null : (plan.value.masks[0]?.key ?? null));
watch(
  () => plan.value.masks.map((mask) => mask.key),
  (now, before) => {
    const taken = now.filter((key) => !before.includes(key));
    if (taken.length === 1) openMask.value = taken[0] ?? null;
  },
);
function maskInUse(key: string) {
  return plan.value.steps.some(
    (step) =>
      ("mask" in step && step.mask === key) ||
      ("region" in step && "mask" in step.region && step.region.mask === key),
  );
}
function changeMask(mask: Mask, said: string) {
  emit("change", said, (now) => ({
    ...now,
    masks: (now.masks ?? []).map((other) => (other.key === mask.key ? mask : other)),
  }));
}
function addMask(shape: Shape) {
  const mask = newMask(
    shape,
    plan.value,
    props.card.reading.panel_width_mm,
    props.card.reading.panel_height_mm,
  );
  emit("change", `take ${NEW_MASKS.find((m) => m.value === shape)?.label}`, (now) => ({
    ...now,
    masks: [...(now.masks ?? []), mask],
  }));
}
function takeMaskOut(key: string) {
  emit("change", `take the ${called(key)} out`, (now) => ({
    ...now,
    masks: (now.masks ?? []).filter((mask) => mask.key !== key),
    holds: (now.holds ?? []).filter((hold) => hold.mask !== key),
  }));
}
function addFocal(kind: "image" | "sentiment") {
  const w = props.card.reading.panel_width_mm;
  const h = props.card.reading.panel_height_mm;
  const darkest = [...props.card.reading.inks].sort((a, b) => a.lightness - b.lightness)[0]?.key ?? null;
  const taken = plan.value.focal?.length ?? 0;
  const size =
    kind === "image"
      ? { y_mm: h * 0.4, width_mm: w * 0.5, height_mm: h * 0.35 }
      : { y_mm: h * 0.85, width_mm: w * 0.7, height_mm: 12 };
  const piece = {
    key: `focal-${taken + 1}-${Date.now() % 10000}`,
    name: kind,
    kind,
    x_mm: w / 2,
    ...size,
    ink: kind === "sentiment" ? darkest : null,
    stands: false,
  };
  emit("change", `lay an ${kind} down`.replace("an s", "a s"), (now) => ({
    ...now,
    focal: [...(now.focal ?? []), piece],
  }));
}
const FOCAL = [
  { value: "sentiment" as const, label: "a sentiment", hint: "Cielo tells where it is hard to read" },
  { value: "image" as const, label: "an image", hint: "Cielo tells how busy the ground is under it" },
];

const choosingGround = ref(false);
function layGround(ground: string) {
  emit("layGround", ground);
  choosingGround.value = false;
}

// The gradient, laid out anew
const open = ref(plan.value.steps.length === 0);
const light = ref<Edge>("bottom");
const fade = ref<Edge | "none">("none");
const seams = ref<"lighter-again" | "overlap-only">("lighter-again");
const round = ref<"none" | "moon" | "sun">(
  plan.value.masks?.length ? (plan.value.masks[0]?.key === "sun" ? "sun" : "moon") : "none",
);
const ROUND = [
  { value: "none" as const, label: "no round mask" },
  { value: "moon" as const, label: "a moon" },
  { value: "sun" as const, label: "a sun" },
];
const SEAMS = [
  { value: "lighter-again" as const, label: "lighter ink again over the seams", hint: "closes the line" },
  { value: "overlap-only" as const, label: "overlap only", hint: "fewer steps, firmer bands" },
];
const FADES = [{ value: "none" as const, label: "no side" }, ...EDGE_CHOICES];
const enough = computed(() => plan.value.inks.length >= 2 && plan.value.inks.length <= 5);

function layOut() {
  const w = props.card.reading.panel_width_mm;
  const h = props.card.reading.panel_height_mm;
  const kept = plan.value.masks?.find(
    (mask): mask is DiscModel => mask.key === round.value && mask.shape === "disc",
  );
  const disc: DiscModel | null =
    round.value === "none"
      ? null
      : (kept ?? {
          key: round.value,
          name: round.value,
          x_mm: Math.round(w * 0.64),
          y_mm: Math.round(h * 0.3),
          diameter_mm: Math.round(Math.min(w, h) * 0.32),
          keeps: "inside",
          shape: "disc",
        });
  emit("layOut", {
    inks: plan.value.inks,
    light_edge: light.value,
    seams: seams.value,
    disc,
    fade: fade.value === "none" ? null : { edge: fade.value, width_mm: Math.round(w * 0.3) },
  });
  open.value = false;
}
</script>

<template>
  <section class="card" aria-label="The card">
    <p class="sentence">
      A
      <WordChoice
        label="Card format"
        :text="
          format?.name ??
          `${sayLength(plan.card.width_mm, units)} by ${sayLength(plan.card.height_mm, units)}`
        "
        :value="format?.key ?? null"
        :choices="(shelf?.formats ?? []).map((f) => ({ value: f.key, label: f.name }))"
        @choose="setFormat"
      />
      card in
      <UnitsWord
        :value="units"
        @choose="(value) => emit('change', 'change the units', (now) => ({ ...now, units: value }))"
      />, on <StockWord :text="plan.stock.name" :value="plan.stock.key" @choose="setStock" />; the panel
      leaves
      <template v-if="!eachSide">
        <WordLength
          label="Reveal all round"
          :mm="reveals.left_mm"
          :units="units"
          @change="(mm) => setReveals(mm)"
        />
        all round, or <button class="press tiny" @click="eachSide = true">each side apart</button>.
      </template>
      <template v-else>
        <template v-for="(side, i) in SIDES" :key="side.field"
          >{{ i ? ", " : "" }}{{ side.label }}
          <WordLength
            :label="`Reveal ${side.label}`"
            :mm="reveals[side.field]"
            :units="units"
            @change="(mm) => setReveals(mm, side.field)"
          /> </template
        >.
      </template>
      <template v-if="plan.masks.length">
        {{ plan.masks.length === 1 ? "The mask is " : "The masks are " }}
        <template v-for="(mask, i) in plan.masks" :key="mask.key"
          >{{ i ? ", " : ""
          }}<button
            class="word"
            :aria-expanded="openMask === mask.key"
            @click="openMask = openMask === mask.key ? null : mask.key"
          >
            the {{ called(mask.key) }}
          </button></template
        >.
      </template>
      <template v-for="mask in plan.masks" :key="mask.key">
        <MaskSentence
          v-if="openMask === mask.key"
          :mask="mask"
          :called="called(mask.key)"
          :units="units"
          :in-use="maskInUse(mask.key)"
          :facts="card.reading.masks.find((m) => m.key === mask.key)?.facts ?? []"
          :islands="card.reading.masks.find((m) => m.key === mask.key)?.islands ?? 0"
          :holds="(plan.holds ?? []).filter((hold) => hold.mask === mask.key)"
          :motifs="singles"
          @change="changeMask"
          @action="(action) => emit('maskAction', mask.key, action)"
          @let-go="letGo"
          @take-out="takeMaskOut(mask.key)"
        />
      </template>
      <template v-for="piece in plan.focal" :key="piece.key">
        {{ " "
        }}<FocalSentence :card="card" :piece="piece" @change="(said, make) => emit('change', said, make)" />
      </template>
      {{ " " }}
      <WordChoice label="Add a mask" text="Add a mask" :choices="NEW_MASKS" @choose="addMask" />,
      <button class="word" :aria-expanded="choosingStencil" @click="choosingStencil = !choosingStencil">
        take one from the shelf</button
      >,
      <button class="word" @click="picker?.click()">bring a drawing in</button>
      <input
        ref="picker"
        type="file"
        accept=".svg,image/svg+xml"
        hidden
        aria-label="Drawing (SVG)"
        @change="bringDrawing"
      />
      or
      <WordChoice
        label="Add a focal piece"
        text="lay a focal piece down"
        :choices="FOCAL"
        @choose="addFocal"
      />.
    </p>
    <p v-if="plan.steps.length" class="sentence schools">
      Ink goes
      <WordChoice
        label="Order"
        :text="ORDER_SCHOOLS.find((s) => s.value === plan.schools.order)?.label ?? ''"
        :value="plan.schools.order"
        :choices="ORDER_SCHOOLS"
        @choose="(order) => setSchool({ order })"
      />, with
      <WordChoice
        label="Brushes"
        :text="BRUSH_SCHOOLS.find((s) => s.value === plan.schools.brushes)?.label ?? ''"
        :value="plan.schools.brushes"
        :choices="BRUSH_SCHOOLS"
        @choose="(brushes) => setSchool({ brushes })"
      /><template v-if="plan.schools.brushes === 'as-few-as-stay-clean'"
        >, of
        <WordCount
          label="Brushes of each size"
          :text="String(plan.schools.owned)"
          :value="plan.schools.owned"
          :most="40"
          @change="(owned) => setSchool({ owned })"
        />
        of each size</template
      ><template v-if="plan.inks.some((ink) => ink.kind === 'powder' || ink.kind === 'clear')"
        >; powder comes
        <button
          class="word"
          @click="setSchool({ emboss: plan.schools.emboss === 'first' ? 'last' : 'first' })"
        >
          {{ plan.schools.emboss }}
        </button></template
      >; ink that strays is
      <button
        class="word"
        @click="setSchool({ strays: plan.schools.strays === 'clean' ? 'accept' : 'clean' })"
      >
        {{ plan.schools.strays === "clean" ? "cleaned off" : "let be" }}</button>.
    </p>
    <div v-if="choosingStencil" class="layout">
      <StencilTiles
        :units="units"
        @choose="
          (key) => {
            emit('layStencil', key);
            choosingStencil = false;
          }
        "
      />
    </div>
    <div class="inks">
      <InkDab
        v-for="{ ink, on, place } in numbered"
        :key="ink.key"
        :colour="on?.hex ?? '#fff'"
        :stock="card.reading.stock_hex"
        :name="ink.name"
        :mark="String(place)"
        :note="`lightness ${Math.round(on?.lightness ?? 0)}`"
      />
      <div class="more">
        <button class="press small" :aria-expanded="picking" @click="picking = !picking">
          {{ picking ? "That will do" : "Other inks" }}
        </button>
        <button class="press small" :aria-expanded="open" @click="open = !open">Lay out a gradient</button>
        <button class="press small" :aria-expanded="choosingGround" @click="choosingGround = !choosingGround">
          Another ground
        </button>
      </div>
    </div>
    <InkPicker
      v-if="picking"
      :stock-hex="card.reading.stock_hex"
      :chosen="plan.inks.map((ink) => ink.key)"
      :kept="inUse"
      kinds
      @toggle="toggleInk"
    />
    <div v-if="choosingGround" class="layout">
      <p>In place of these steps, from the same inks:</p>
      <GroundTiles
        :format="format?.key ?? 'five-seven'"
        :stock="plan.stock.key"
        :inks="plan.inks.map((ink) => ink.key)"
        :chosen="null"
        @choose="layGround"
      />
    </div>
    <div v-if="open" class="layout">
      <p class="sentence">
        From these {{ plan.inks.length }} inks, light at the
        <WordChoice
          label="Light edge"
          :text="EDGE_CHOICES.find((e) => e.value === light)?.label ?? ''"
          :value="light"
          :choices="EDGE_CHOICES"
          @choose="(edge) => (light = edge)"
        />,
        <WordChoice
          label="Seams"
          :text="SEAMS.find((s) => s.value === seams)?.label ?? ''"
          :value="seams"
          :choices="SEAMS"
          @choose="(value) => (seams = value)"
        />, round
        <WordChoice
          label="Round mask"
          :text="ROUND.find((r) => r.value === round)?.label ?? ''"
          :value="round"
          :choices="ROUND"
          @choose="(value) => (round = value)"
        />, fading to bare stock at
        <WordChoice
          label="Fade"
          :text="FADES.find((f) => f.value === fade)?.label ?? ''"
          :value="fade"
          :choices="FADES"
          @choose="(value) => (fade = value)"
        />.
      </p>
      <button class="press main" :disabled="!enough" @click="layOut">
        {{ plan.steps.length ? "Lay it out in place of these steps" : "Lay it out" }}
      </button>
      <span v-if="!enough" class="quiet"> It takes two to five inks.</span>
    </div>
  </section>
</template>

<style scoped>
.card {
  padding-bottom: 10px;
  border-bottom: 2px solid var(--ink);
}
.sentence {
  font-size: 18px;
  line-height: 1.8;
}
.schools {
  font-size: 16px;
  line-height: 1.7;
}
.tiny {
  min-height: 32px;
  padding: 0 2px;
  font-size: 17px;
  color: var(--ink-soft);
}
.inks {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 6px;
  align-items: flex-start;
  margin-top: 12px;
}
.more {
  display: flex;
  flex: 1 0 100%;
  gap: 14px;
}
.small {
  font-size: 16px;
  padding: 2px 4px;
}
.layout {
  margin-top: 12px;
  padding: 12px 14px;
  background: var(--paper-lift);
}
</style>
