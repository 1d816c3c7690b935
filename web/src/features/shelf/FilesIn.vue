<script setup lang="ts">
/** A file of the shelf, looked through row by row; nothing is taken until she says so. */
import { computed, ref } from "vue";
import { ask, asFile } from "../../api/client";
import type { Schemas } from "../../api/models";
import { useDoing } from "../../composables/useDoing";
import { KINDS, type ThingKind } from "../../logic/things";
import { useThings } from "../../stores/things";
import { t } from "../../words";

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
  <section class="in" :aria-label="t('shelf.filesIn.whatTheFileWouldChange')">
    <p class="sentence" role="status">
      <template v-if="!preview">{{ t("shelf.filesIn.lookingThrough", { name: file.name }) }}</template>
      <template v-else-if="preview.taken"
        >{{ t("shelf.filesIn.imported", { count: count("add"), count2: count("change") }) }}{{ " "
        }}<i18n-t keypath="shelf.filesIn.unchanged" scope="global">
          <template #count>{{ count("same") }}</template>
          <template #rowsWere>
            <template v-if="wrong.length">{{
              t("shelf.filesIn.skipped", { length: wrong.length })
            }}</template>
          </template>
        </i18n-t></template
      >
      <template v-else
        ><i18n-t keypath="shelf.filesIn.preview" scope="global">
          <template #name>{{ file.name }}</template>
          <template #count>
            <b>{{ count("add") }}</b>
          </template>
          <template #count2>
            <b>{{ count("change") }}</b>
          </template>
          <template #count3>{{ count("same") }}</template>
          <template #andBe>
            <i18n-t v-if="wrong.length" keypath="shelf.filesIn.problems" scope="global">
              <template #length>
                <b>{{ wrong.length }}</b>
              </template>
              <template #length2>{{ t("shelf.filesIn.rowCannot", {}, wrong.length) }}</template>
            </i18n-t>
          </template>
        </i18n-t>
        {{ t("shelf.filesIn.notSavedYet") }}</template
      >
    </p>
    <ul v-if="wrong.length" class="wrong">
      <li v-for="row in wrong.slice(0, SHOWN)" :key="row.row">
        <b>{{ t("shelf.filesIn.row", { row: row.row }) }}</b>{{ row.name ? `, ${row.name}` : "" }}:
        {{ row.why }} <span class="quiet">{{ row.mend }}</span>
      </li>
      <li v-if="wrong.length > SHOWN">{{ t("shelf.filesIn.andMore", { length: wrong.length - SHOWN }) }}</li>
    </ul>
    <p class="does">
      <el-button
        v-if="preview && !preview.taken"
        type="primary"
        :disabled="busy || !coming"
        @click="look(true)"
        >{{ t("shelf.filesIn.import", { coming, one }, coming) }}</el-button
      >
      <el-button @click="emit('close')">{{
        preview?.taken ? t("everywhere.action.done") : t("everywhere.action.cancel")
      }}</el-button>
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
