<script setup lang="ts">
/** A new stock, or a stamp, tool or tape of one's own. */
import { ref } from "vue";
import { ask } from "../../api/client";
import type { Schemas, Units } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import { useDoing } from "../../composables/useDoing";
import { hexOf, type Lab } from "../../logic/colour";
import type { ThingKind } from "../../logic/things";
import { SURFACES } from "../../logic/thingWords";
import { useThings } from "../../stores/things";
import ColourField from "./ColourField.vue";
import ColourTyped from "./ColourTyped.vue";
import { t } from "../../words";

const props = defineProps<{ kind: Exclude<ThingKind, "ink" | "stencil">; units: Units }>();
const emit = defineEmits<{ close: []; added: [key: string] }>();
const things = useThings();
const { run, busy } = useDoing("add-thing");
const name = ref("");
const lab = ref<Lab>([56, -8, -30]);
const surface = ref<Schemas["PaperModel"]["surface"]>("uncoated");
const size = ref(props.units === "in" ? 50.8 : 50);
const typed = ref(false);
const FACTS: Schemas["FactsModel"] = { since: "", place: "", note: "" };

async function keep() {
  const called = name.value.trim();
  if (!called) return;
  await run(async () => {
    const body: Schemas["NewThing"] =
      props.kind === "stock"
        ? {
            stock: {
              name: called,
              paper: { lab: lab.value, surface: surface.value },
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
        :placeholder="t('shelf.addOther.itsName')"
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
        :stock-hex="hexOf(lab)"
        :label="t('shelf.addOther.colourOfTheStock')"
        @choose="(value) => (lab = value)"
      />
      <div
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
      <el-button type="primary" :disabled="!name.trim() || busy" @click="keep">{{
        t("shelf.addOther.putItOnTheShelf")
      }}</el-button>
      <el-button @click="emit('close')">{{ t("shelf.addOther.notNow") }}</el-button>
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
