<script setup lang="ts">
/** A file of the shelf, looked through row by row; nothing is taken until she says so. */
import { computed, ref } from "vue";
import { ask, asFile } from "../../api/client";
import type { Schemas } from "../../api/models";
import { useDoing } from "../../composables/useDoing";
import { KINDS, type ThingKind } from "../../logic/things";
import { useThings } from "../../stores/things";

const props = defineProps<{ kind: ThingKind; file: File; stock: string | null }>();
const emit = defineEmits<{ close: [] }>();
const things = useThings();
const { run, busy } = useDoing("file-in");
const preview = ref<Schemas["PreviewOut"] | null>(null);
const palette = computed(() => props.file.name.toLowerCase().endsWith(".gpl"));

const look = (take: boolean) =>
  run(async () => {
    const body = asFile("text/csv", props.file);
    preview.value = palette.value
      ? await ask("post", "/api/things/inks.gpl", {
          params: { query: { stock: props.stock ?? "", take } },
          ...body,
        })
      : await ask("post", "/api/things/{kind}.csv", {
          params: { path: { kind: props.kind }, query: { take } },
          ...body,
        });
    if (take) await things.again();
  });
void look(false);

const count = (does: string) => preview.value?.rows.filter((row) => row.does === does).length ?? 0;
const wrong = computed(() => preview.value?.rows.filter((row) => row.does === "wrong") ?? []);
const coming = computed(() => count("add") + count("change"));
const one = computed(() => KINDS.find((k) => k.value === props.kind)?.one ?? props.kind);
const SHOWN = 40;
</script>

<template>
  <section class="in" aria-label="What the file would change">
    <p class="sentence" role="status">
      <template v-if="!preview">Looking through {{ file.name }} …</template>
      <template v-else-if="preview.taken"
        >Taken: {{ count("add") }} new, {{ count("change") }} changed. {{ count("same") }} were as they are
        here<template v-if="wrong.length">; {{ wrong.length }} rows were left out</template>.</template
      >
      <template v-else
        >{{ file.name }} would add <b>{{ count("add") }}</b> and change <b>{{ count("change") }}</b>;
        {{ count("same") }} are as they are here<template v-if="wrong.length"
          >, and <b>{{ wrong.length }}</b> {{ wrong.length === 1 ? "row cannot" : "rows cannot" }} be
          used</template
        >. Nothing is taken yet.</template
      >
    </p>
    <ul v-if="wrong.length" class="wrong">
      <li v-for="row in wrong.slice(0, SHOWN)" :key="row.row">
        <b>Row {{ row.row }}</b
        >{{ row.name ? `, ${row.name}` : "" }}: {{ row.why }} <span class="quiet">{{ row.mend }}</span>
      </li>
      <li v-if="wrong.length > SHOWN">and {{ wrong.length - SHOWN }} more</li>
    </ul>
    <p class="does">
      <el-button
        v-if="preview && !preview.taken"
        type="primary"
        :disabled="busy || !coming"
        @click="look(true)"
        >Take {{ coming }} {{ one }}{{ coming === 1 ? "" : "s" }}</el-button
      >
      <el-button @click="emit('close')">{{ preview?.taken ? "That will do" : "Take nothing" }}</el-button>
    </p>
  </section>
</template>

<style scoped>
.in {
  padding: 14px 18px;
  background: var(--paper-lift);
  border-left: 4px solid var(--ink);
}
.wrong {
  max-height: 220px;
  overflow-y: auto;
  margin: 6px 0;
  padding-left: 20px;
}
.does {
  margin-left: -10px;
}
</style>
