<script setup lang="ts">
/** A new ink: by eye, typed, read, or from a photograph; then, where it helps, a second pass and one over black. */
import { computed, reactive, ref } from "vue";
import { ask } from "../../api/client";
import type { Schemas } from "../../api/models";
import StockWord from "../../components/StockWord.vue";
import WordChoice from "../../components/word/WordChoice.vue";
import { useAsked } from "../../composables/useAsked";
import { useDoing } from "../../composables/useDoing";
import type { Lab } from "../../logic/colour";
import { INK_KINDS } from "../../logic/thingWords";
import { useShelf } from "../../stores/shelf";
import { useThings } from "../../stores/things";
import ColourField from "./ColourField.vue";
import ColourPhoto from "./ColourPhoto.vue";
import ColourRead from "./ColourRead.vue";
import ColourTyped from "./ColourTyped.vue";

const props = defineProps<{ powder?: boolean }>();
const emit = defineEmits<{ close: []; added: [key: string] }>();
const shelf = useShelf();
const things = useThings();
const { run, busy } = useDoing("add-ink");

const name = ref("");
const kind = ref<Schemas["InkModel"]["kind"]>(props.powder ? "powder" : "dye");
const way = ref<"eye" | "typed" | "read" | "photo">("eye");
const WAYS = [
  { value: "eye", label: "by eye" },
  { value: "typed", label: "typed" },
  { value: "read", label: "with the reader" },
  { value: "photo", label: "from a photograph" },
];
type Swatch = "once" | "twice" | "black";
const of = ref<Swatch>("once");
const SWATCHES: Record<Swatch, string> = { once: "One pass", twice: "Two passes", black: "Over black" };
const labs = reactive<Record<Swatch, Lab | null>>({ once: [62, 30, 30], twice: null, black: null });
const lab = computed<Lab>(() => labs[of.value] ?? labs.once ?? [60, 0, 0]);
const stock = computed(() => shelf.shelf?.stocks.find((s) => s.stock.key === shelf.stock));

const ink = computed<Schemas["NewInk"] | null>(() => {
  if (!labs.once || !stock.value) return null;
  return {
    name: name.value.trim() || "A new ink",
    kind: kind.value,
    laydown: "film",
    measured_on: stock.value.stock.paper,
    swatches: [{ strength: 1, lab: labs.once }, ...(labs.twice ? [{ strength: 2, lab: labs.twice }] : [])],
    over_black: labs.black ? { strength: 1, lab: labs.black } : null,
    dye_share: 0.5,
    hiding: 1,
    water: "usual",
    dries: "usual",
  };
});
const on = computed(() => JSON.stringify([ink.value, shelf.stock]));
const seen = useAsked((signal) => {
  const body = ink.value;
  const key = shelf.stock;
  return body && key
    ? ask("post", "/api/things/brushed", { body, params: { query: { stock: key } }, signal })
    : null;
}, on);
const fit = useAsked(
  (signal) => (ink.value ? ask("post", "/api/things/fit", { body: ink.value, signal }) : null),
  on,
);

async function keep() {
  const body = ink.value;
  if (!body || !name.value.trim()) return;
  await run(async () => {
    const made = await ask("post", "/api/things", { body: { ink: body, facts: FRESH } });
    await things.again();
    emit("added", made.key);
    name.value = "";
    [labs.twice, labs.black, of.value] = [null, null, "once"];
  });
}
const FRESH: Schemas["FactsModel"] = { since: "", place: "", note: "" };
</script>

<template>
  <section class="add" aria-label="A new ink">
    <p class="sentence">
      <el-input
        v-model="name"
        class="name"
        placeholder="Its name"
        aria-label="Name of the ink"
        :maxlength="80"
      />
      is a
      <WordChoice
        label="Kind"
        :text="INK_KINDS.find((k) => k.value === kind)?.label ?? kind"
        :value="kind"
        :choices="INK_KINDS"
        @choose="(value) => (kind = value)"
      />, its swatch made on
      <StockWord
        :text="stock?.stock.name ?? 'no stock yet'"
        :value="shelf.stock ?? ''"
        @choose="(key) => shelf.lookOn(key)"
      />.
    </p>
    <div class="two">
      <div>
        <el-segmented v-model="way" :options="WAYS" aria-label="How its colour is told" />
        <div class="ways">
          <ColourField
            v-if="way === 'eye'"
            :lab="lab"
            :stock-hex="stock?.hex ?? '#fff'"
            :label="SWATCHES[of]"
            @choose="(value) => (labs[of] = value)"
          />
          <ColourTyped
            v-else-if="way === 'typed'"
            :key="of"
            :lab="lab"
            :label="SWATCHES[of]"
            @choose="(value) => (labs[of] = value)"
          />
          <ColourRead
            v-else-if="way === 'read' && shelf.stock"
            :stock="shelf.stock"
            :label="SWATCHES[of]"
            @choose="(value) => (labs[of] = value)"
          />
          <ColourPhoto
            v-else-if="shelf.stock"
            :stock="shelf.stock"
            :label="SWATCHES[of]"
            @choose="(value) => (labs[of] = value)"
          />
        </div>
      </div>
      <div>
        <div
          class="brushed"
          :style="{ background: stock?.hex }"
          role="img"
          aria-label="As it looks brushed on your stock"
        >
          <span
            :style="{
              background: `radial-gradient(closest-side, ${seen.value.value?.once ?? 'transparent'} 66%, transparent)`,
            }"
          />
          <span
            :style="{
              background: `radial-gradient(closest-side, ${seen.value.value?.twice ?? 'transparent'} 66%, transparent)`,
            }"
          />
        </div>
        <p class="quiet">One pass and two, as they look brushed on {{ stock?.stock.name }}.</p>
        <p class="swatches">
          <template v-for="(label, key) in SWATCHES" :key="key">
            <el-button size="small" :aria-pressed="of === key" @click="of = key">{{
              labs[key] ? label : `Add: ${label.toLowerCase()}`
            }}</el-button>
          </template>
        </p>
        <p class="quiet" role="status">
          <template v-if="fit.refusal.value">{{ fit.refusal.value.message }}</template>
          <template v-else-if="fit.value.value">
            {{
              fit.value.value.residual < 0.5
                ? "Its swatches are met."
                : `Its swatches are met but for ${fit.value.value.residual.toFixed(1)}; under 3 is hardly seen.`
            }}
            <template v-if="fit.value.value.further[0]"
              >What would help most: {{ fit.value.value.further[0].words }}; it may be wrong there by
              {{ fit.value.value.further[0].tells.toFixed(0) }}.</template
            >
          </template>
        </p>
      </div>
    </div>
    <p class="does">
      <el-button type="primary" :disabled="!name.trim() || busy" @click="keep">Put it on the shelf</el-button>
      <el-button @click="emit('close')">That will do</el-button>
      <span v-if="!name.trim()" class="quiet">It wants a name.</span>
    </p>
  </section>
</template>

<style scoped>
.add {
  margin-bottom: 14px;
  padding: 14px 18px;
  background: var(--paper-lift);
  border-left: 4px solid var(--ink);
}
.sentence {
  font-size: 20px;
}
.name {
  width: 230px;
  font-weight: 650;
}
.name :deep(.el-input__wrapper) {
  border-bottom-color: var(--ink);
}
.two {
  display: grid;
  grid-template-columns: minmax(300px, 480px) minmax(260px, 1fr);
  gap: 30px;
  margin-top: 10px;
}
@media (max-width: 760px) {
  .two {
    grid-template-columns: 1fr;
  }
}
.ways {
  margin-top: 12px;
}
.brushed {
  display: flex;
  justify-content: space-around;
  padding: 18px;
  outline: 1px solid var(--hairline);
}
.brushed span {
  width: 120px;
  height: 110px;
}
.swatches,
.does {
  margin-left: -10px;
}
.swatches [aria-pressed="true"] {
  background: var(--paper-deep);
  font-weight: 650;
}
</style>
