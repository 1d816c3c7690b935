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
  <section class="add" :aria-label="`A new ${kind}`">
    <p class="sentence">
      <el-input
        v-model="name"
        class="name"
        placeholder="Its name"
        :aria-label="`Name of the ${kind}`"
        :maxlength="80"
      />
      <template v-if="kind === 'stock'">
        is
        <WordChoice
          label="Surface"
          :text="SURFACES.find((s) => s.value === surface)?.label ?? surface"
          :value="surface"
          :choices="SURFACES"
          @choose="(value) => (surface = value)"
        />, of this colour:
      </template>
      <template v-else>
        is
        <WordLength
          label="Across"
          :mm="size"
          :units="units"
          :least="1"
          :most="1000"
          @change="(mm) => (size = mm)"
        />
        across.
      </template>
    </p>
    <div v-if="kind === 'stock'" class="colour">
      <ColourTyped v-if="typed" :lab="lab" label="Colour of the stock" @choose="(value) => (lab = value)" />
      <ColourField
        v-else
        :lab="lab"
        :stock-hex="hexOf(lab)"
        label="Colour of the stock"
        @choose="(value) => (lab = value)"
      />
      <div class="sheet" :style="{ background: hexOf(lab) }" role="img" aria-label="The stock" />
      <el-button size="small" @click="typed = !typed">{{
        typed ? "Choose it by eye" : "Type its colour"
      }}</el-button>
    </div>
    <p class="does">
      <el-button type="primary" :disabled="!name.trim() || busy" @click="keep">Put it on the shelf</el-button>
      <el-button @click="emit('close')">Not now</el-button>
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
