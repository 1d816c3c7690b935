<script setup lang="ts">
/** A new ink: by eye, typed, read, or from a photograph; then, where it helps, a second pass and one over black. */
import { computed, nextTick, onMounted, reactive, ref } from "vue";
import { ask } from "../../api/client";
import type { InkModel, Schemas } from "../../api/models";
import StockWord from "../../components/StockWord.vue";
import WordChoice from "../../components/word/WordChoice.vue";
import { useAsked } from "../../composables/useAsked";
import { useDoing } from "../../composables/useDoing";
import { apart, type Lab } from "../../logic/colour";
import { INK_KINDS } from "../../logic/thingWords";
import { useShelf } from "../../stores/shelf";
import { useThings } from "../../stores/things";
import { useUndoing } from "../../stores/undoing";
import ColourField from "./ColourField.vue";
import ColourPhoto from "./ColourPhoto.vue";
import ColourRead from "./ColourRead.vue";
import ColourTyped from "./ColourTyped.vue";
import { t } from "../../words";

const props = defineProps<{ powder?: boolean }>();
const emit = defineEmits<{ close: []; added: [key: string] }>();
const shelf = useShelf();
const things = useThings();
const undoing = useUndoing();
const { run, busy } = useDoing("add-ink");

const name = ref("");
const field = ref<{ focus(): void } | null>(null);
onMounted(async () => {
  // The word it was chosen from takes the focus back first.
  await nextTick();
  field.value?.focus();
});
const kind = ref<Schemas["InkModel"]["kind"]>(props.powder ? "powder" : "dye");
const way = ref<"eye" | "typed" | "read" | "photo">("eye");
const WAYS = [
  { value: "eye", label: t("shelf.addInk.byEye") },
  { value: "typed", label: t("shelf.addInk.typed") },
  { value: "read", label: t("shelf.addInk.withTheReader") },
  { value: "photo", label: t("shelf.addInk.fromAPhotograph") },
];
type Swatch = "once" | "twice" | "black";
const of = ref<Swatch>("once");
const SWATCHES: Record<Swatch, string> = {
  once: t("shelf.addInk.onePass"),
  twice: t("shelf.addInk.twoPasses"),
  black: t("shelf.addInk.overBlack"),
};
const labs = reactive<Record<Swatch, Lab | null>>({ once: null, twice: null, black: null });
const lab = computed<Lab | null>(() => labs[of.value] ?? labs.once);
const stock = computed(() => shelf.shelf?.stocks.find((s) => s.stock.key === shelf.stock));

const ink = computed<Schemas["NewInk"] | null>(() => {
  if (!labs.once || !stock.value) return null;
  return {
    name: name.value.trim() || t("shelf.addInk.aNewInk"),
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
  if (!body || missing.value) return;
  await run(async () => {
    const made = await ask("post", "/api/things", { body: { ink: body, facts: FRESH } });
    const { kind, key, name: what } = made;
    undoing.did("shelf", t("everywhere.common.addWhat", { what }), () =>
      ask("post", "/api/things/delete", { body: { things: [{ kind, key }] } }),
    );
    await things.again();
    emit("added", made.key);
    name.value = "";
    [labs.once, labs.twice, labs.black, of.value] = [null, null, null, "once"];
  });
}
/** What is still wanted before it can be kept. */
const missing = computed(() => {
  if (!name.value.trim()) return t("shelf.addInk.noName");
  return labs.once ? "" : t("shelf.addInk.chooseColour");
});
/** The inks of the shelf that come nearest to it, to be held beside it. */
const nearest = computed(() => {
  const to = labs.once;
  if (!to) return [];
  const farOf = (ink: InkModel) =>
    Math.min(...ink.swatches.map(({ lab }) => (lab ? apart(lab, to) : Infinity)));
  return [...(shelf.shelf?.inks ?? [])].sort((a, b) => farOf(a.ink) - farOf(b.ink)).slice(0, 3);
});
const FRESH: Schemas["FactsModel"] = { since: "", place: "", note: "", named: [] };
</script>

<template>
  <section class="add" :aria-label="t('shelf.addInk.aNewInk')">
    <i18n-t keypath="shelf.addInk.isAItsSwatch" tag="p" scope="global" class="sentence">
      <template #elInput>
        <el-input
          ref="field"
          v-model="name"
          class="name"
          :placeholder="t('shelf.addInk.itsName')"
          :aria-label="t('shelf.addInk.nameOfTheInk')"
          :maxlength="80"
        />
      </template>
      <template #kind>
        <WordChoice
          :label="t('shelf.addInk.kind')"
          :text="INK_KINDS.find((k) => k.value === kind)?.label ?? kind"
          :value="kind"
          :choices="INK_KINDS"
          @choose="(value) => (kind = value)"
        />
      </template>
      <template #stockWord>
        <StockWord
          :text="stock?.stock.name ?? t('shelf.addInk.noStockYet')"
          :value="shelf.stock ?? ''"
          @choose="(key) => shelf.lookOn(key)"
        />
      </template>
    </i18n-t>
    <div class="two">
      <div>
        <el-segmented v-model="way" :options="WAYS" :aria-label="t('shelf.addInk.howItsColourIsTold')" />
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
          :aria-label="t('shelf.addInk.asItLooksBrushedOn')"
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
        <p class="quiet">{{ t("shelf.addInk.onePassAndTwoAs", { name: stock?.stock.name }) }}</p>
        <p v-if="nearest.length" class="nearest">
          {{ t("shelf.addInk.nearest") }}:
          <span v-for="one in nearest" :key="one.ink.key">
            <span class="dot" :style="{ background: one.hex }" aria-hidden="true" />{{ one.ink.name }}
          </span>
        </p>
        <p class="swatches">
          <template v-for="(label, key) in SWATCHES" :key="key">
            <el-button size="small" :aria-pressed="of === key" @click="of = key">{{
              labs[key] ? label : t("shelf.addInk.add", { label: label.toLowerCase() })
            }}</el-button>
          </template>
        </p>
        <p class="quiet" role="status">
          <template v-if="fit.refusal.value">{{ fit.refusal.value.message }}</template>
          <template v-else-if="fit.value.value">
            {{
              fit.value.value.residual < 0.5
                ? t("shelf.addInk.goodEnough")
                : t("shelf.addInk.offBy", { residual: fit.value.value.residual.toFixed(1) })
            }}
            <template v-if="fit.value.value.further[0]">{{
              t("shelf.addInk.helpMost", {
                words: fit.value.value.further[0].words,
                tells: fit.value.value.further[0].tells.toFixed(0),
              })
            }}</template>
          </template>
        </p>
      </div>
    </div>
    <p class="does">
      <el-button type="primary" :disabled="!!missing || busy" @click="keep">{{
        t("everywhere.common.addToMyShelf")
      }}</el-button>
      <el-button @click="emit('close')">{{ t("everywhere.action.done") }}</el-button>
      <span v-if="missing" class="quiet">{{ missing }}</span>
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
  /* Side by side where there is room for both, also in the narrow column of the Desk. */
  grid-template-columns: repeat(auto-fit, minmax(min(300px, 100%), 1fr));
  gap: 14px 30px;
  margin-top: 10px;
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
  width: min(120px, 45%);
  height: 110px;
}
.nearest {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
}
.dot {
  display: inline-block;
  width: 1em;
  height: 1em;
  margin-right: 5px;
  border-radius: 50%;
  vertical-align: -2px;
  outline: 1px solid var(--hairline);
  forced-color-adjust: none;
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
