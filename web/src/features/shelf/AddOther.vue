<script setup lang="ts">
/** A new stock, or a stamp, tool or tape of one's own. */
import { computed, ref } from "vue";
import { ask } from "../../api/client";
import type { Schemas, Units } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import { useDoing } from "../../composables/useDoing";
import { hexOf, type Lab } from "../../logic/colour";
import type { ThingKind } from "../../logic/things";
import { SURFACES } from "../../logic/thingWords";
import { useThings } from "../../stores/things";
import { useUndoing } from "../../stores/undoing";
import ColourField from "./ColourField.vue";
import ColourTyped from "./ColourTyped.vue";
import { t } from "../../words";

const props = defineProps<{ kind: Exclude<ThingKind, "ink" | "stencil">; units: Units }>();
const emit = defineEmits<{ close: []; added: [key: string] }>();
const things = useThings();
const undoing = useUndoing();
const { run, busy } = useDoing("add-thing");
const name = ref("");
const lab = ref<Lab | null>(null);
/** Sheets as most shelves have them, to begin from; the colours are as such a sheet usually looks: judgement. */
const WHITE: Lab = [95.5, 0.2, -0.8];
const SHEETS: { label: string; lab: Lab }[] = [
  { label: t("shelf.sheets.white"), lab: [95.5, 0.2, -0.8] },
  { label: t("shelf.sheets.cream"), lab: [92.5, 0.8, 9] },
  { label: t("shelf.sheets.kraft"), lab: [65, 8.5, 22.5] },
  { label: t("shelf.sheets.grey"), lab: [70, 0, -0.5] },
  { label: t("shelf.sheets.black"), lab: [17, 0, -0.5] },
];
/** What is still wanted before it can be kept. */
const missing = computed(() => {
  if (!name.value.trim()) return t("shelf.addInk.noName");
  return props.kind === "stock" && !lab.value ? t("shelf.addInk.chooseColour") : "";
});
const surface = ref<Schemas["PaperModel"]["surface"]>("uncoated");
const size = ref(props.units === "in" ? 50.8 : 50);
const typed = ref(false);
const FACTS: Schemas["FactsModel"] = { since: "", place: "", note: "", named: [] };

async function keep() {
  const called = name.value.trim();
  if (missing.value) return;
  await run(async () => {
    const body: Schemas["NewThing"] =
      props.kind === "stock"
        ? {
            stock: {
              name: called,
              paper: { lab: lab.value ?? WHITE, surface: surface.value },
              thickness_mm: 0.3,
              translucent: false,
              fibres: false,
            },
            facts: FACTS,
          }
        : {
            own: { name: called, kind: props.kind, size_mm: size.value, makes: "", of: "", image: "" },
            facts: FACTS,
          };
    const made = await ask("post", "/api/things", { body });
    const { kind, key, name: what } = made;
    undoing.did("shelf", t("everywhere.common.addWhat", { what }), () =>
      ask("post", "/api/things/delete", { body: { things: [{ kind, key }] } }),
    );
    await things.again();
    emit("added", made.key);
    emit("close");
  });
}
</script>

<template>
  <section class="add" :aria-label="t('shelf.addOther.aNew', { kind })">
    <p class="sentence">
      <el-input
        v-model="name"
        class="name"
        :placeholder="t('shelf.addInk.itsName')"
        :aria-label="t('shelf.addOther.nameOfThe', { kind })"
        :maxlength="80"
      />
      <i18n-t v-if="kind === 'stock'" keypath="shelf.addOther.isOfThisColour" scope="global">
        <template #surface>
          <WordChoice
            :label="t('shelf.addOther.surface')"
            :text="SURFACES.find((s) => s.value === surface)?.label ?? surface"
            :value="surface"
            :choices="SURFACES"
            @choose="(value) => (surface = value)"
          />
        </template>
      </i18n-t>
      <i18n-t v-else keypath="shelf.addOther.isAcross" scope="global">
        <template #across>
          <WordLength
            :label="t('shelf.addOther.across')"
            :mm="size"
            :units="units"
            :least="1"
            :most="1000"
            @change="(mm) => (size = mm)"
          />
        </template>
      </i18n-t>
    </p>
    <p v-if="kind === 'stock'" class="sheets">
      {{ t("shelf.colourField.start") }}
      <button
        v-for="sheet in SHEETS"
        :key="sheet.label"
        type="button"
        class="start"
        :aria-pressed="lab?.join() === sheet.lab.join()"
        @click="lab = sheet.lab"
      >
        <span :style="{ background: hexOf(sheet.lab) }" aria-hidden="true" />{{ sheet.label }}
      </button>
    </p>
    <div v-if="kind === 'stock'" class="colour">
      <ColourTyped
        v-if="typed"
        :lab="lab"
        :label="t('shelf.addOther.colourOfTheStock')"
        @choose="(value) => (lab = value)"
      />
      <ColourField
        v-else
        :lab="lab"
        :stock-hex="hexOf(lab ?? WHITE)"
        :label="t('shelf.addOther.colourOfTheStock')"
        @choose="(value) => (lab = value)"
      />
      <div
        v-if="lab"
        class="sheet"
        :style="{ background: hexOf(lab) }"
        role="img"
        :aria-label="t('shelf.addOther.theStock')"
      />
      <el-button size="small" @click="typed = !typed">{{
        typed ? t("shelf.addOther.chooseItByEye") : t("shelf.addOther.typeItsColour")
      }}</el-button>
    </div>
    <p class="does">
      <el-button type="primary" :disabled="!!missing || busy" @click="keep">{{
        t("everywhere.common.addToMyShelf")
      }}</el-button>
      <el-button @click="emit('close')">{{ t("everywhere.action.cancel") }}</el-button>
      <span v-if="missing" class="quiet">{{ missing }}</span>
    </p>
  </section>
</template>

<style scoped>
.add {
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
.sheets {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin: 8px 0;
}
.start {
  display: flex;
  align-items: center;
  gap: 7px;
  min-height: var(--tap);
  padding: 3px 10px;
  border: 1px solid var(--hairline);
  border-radius: 3px;
  background: transparent;
  cursor: pointer;
}
.start[aria-pressed="true"] {
  background: var(--paper-deep);
  border-color: var(--ink);
}
.start span {
  width: 26px;
  height: 26px;
  outline: 1px solid var(--hairline);
  forced-color-adjust: none;
}
.colour {
  display: flex;
  flex-wrap: wrap;
  align-items: flex-start;
  gap: 24px;
  margin-top: 12px;
}
.colour > :first-child {
  flex: 0 1 460px;
}
.sheet {
  width: 150px;
  height: 210px;
  outline: 1px solid var(--hairline);
}
.does {
  margin: 10px 0 0 -10px;
}
</style>
