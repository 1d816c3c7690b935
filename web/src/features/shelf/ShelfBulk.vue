<script setup lang="ts">
/** What is done with several things at once. */
import { computed, ref } from "vue";
import { ask } from "../../api/client";
import WordText from "../../components/word/WordText.vue";
import { useDoing } from "../../composables/useDoing";
import type { Thing } from "../../logic/things";
import { useNotices } from "../../stores/notices";
import { useThings } from "../../stores/things";
import { useUndoing } from "../../stores/undoing";
import { t } from "../../words";

const props = defineProps<{ things: Thing[]; single?: boolean }>();
const emit = defineEmits<{ done: [] }>();
const store = useThings();
const notices = useNotices();
const undoing = useUndoing();
const { run } = useDoing("bulk");
const sure = ref(false);
const keys = computed(() => props.things.map(({ kind, key }) => ({ kind, key })));
const away = computed(() => props.things.every((thing) => thing.away));
const names = computed(() =>
  props.things.length === 1
    ? props.things[0]?.name
    : t("everywhere.common.things", { count: props.things.length }),
);
/** True when it was done. */
async function act(action: () => Promise<unknown>): Promise<boolean> {
  const done = await run(action);
  if (done) emit("done");
  await store.again();
  return done;
}
async function putAway(to: boolean) {
  const things = keys.value;
  const called = names.value ?? "";
  const put = (away: boolean) => ask("post", "/api/things/put-away", { body: { things, away } });
  if (!(await act(() => put(to)))) return;
  const said = to
    ? t("shelf.shelfBulk.archiveWhat", { called })
    : t("shelf.shelfBulk.bringBackWhat", { called });
  undoing.did("shelf", said, () => put(!to));
  if (to)
    notices.say("away", t("everywhere.common.wasArchived", { what: called }), {
      label: t("everywhere.common.bringBack"),
      go: () => act(() => put(false)),
    });
}
/** What cannot be undone, and what was done before it to things that may be gone by it. */
async function forGood(action: () => Promise<unknown>) {
  if (await act(action)) undoing.forget("shelf");
}
const merge = () => {
  const [keep, gone] = props.things;
  if (keep && gone)
    void forGood(() =>
      ask("post", "/api/things/merge", { body: { kind: keep.kind, keep: keep.key, gone: gone.key } }),
    );
};
async function note(place: string) {
  const before = props.things.map(({ kind, key, facts }) => ({ path: { kind, key }, facts }));
  const what = names.value ?? "";
  if (await act(() => ask("post", "/api/things/note", { body: { things: keys.value, place } })))
    undoing.did("shelf", t("everywhere.common.changeWhat", { what }), () =>
      Promise.all(
        before.map(({ path, facts }) =>
          ask("put", "/api/things/{kind}/{key}", { params: { path }, body: { facts } }),
        ),
      ),
    );
}
const mergeable = computed(
  () =>
    props.things.length === 2 &&
    new Set(props.things.map((t) => t.kind)).size === 1 &&
    props.things[1]?.can_delete,
);
</script>

<template>
  <p class="sentence bulk" role="group" :aria-label="t('shelf.shelfBulk.withWhatIsChosen')">
    <b>{{ names }}</b>:
    <el-button size="small" :disabled="!things.length" @click="putAway(!away)">{{
      away ? t("everywhere.common.bringBack") : t("everywhere.action.archive")
    }}</el-button>
    <WordText
      v-if="!single"
      :label="t('shelf.shelfBulk.kept')"
      :text="t('shelf.shelfBulk.keepThemSomewhere')"
      value=""
      :longest="60"
      @change="note"
    />
    <el-button v-if="mergeable" size="small" @click="merge">{{
      t("shelf.shelfBulk.theSameKeepMerge", { name: things[0]?.name, name2: things[1]?.name })
    }}</el-button>
    <template v-if="things.length && things.every((t) => t.can_delete)">
      <el-button v-if="!sure" size="small" @click="sure = true">{{
        t("everywhere.action.delete")
      }}</el-button>
      <template v-else>
        <span role="alert">{{ t("shelf.shelfBulk.deleteWarning") }}</span>
        <el-button
          size="small"
          type="primary"
          @click="forGood(() => ask('post', '/api/things/delete', { body: { things: keys } }))"
          >{{ t("shelf.shelfBulk.deleteConfirm", { names }) }}</el-button
        >
        <el-button size="small" @click="sure = false">{{ t("everywhere.action.cancel") }}</el-button>
      </template>
    </template>
    <el-button size="small" @click="emit('done')">{{
      single ? t("everywhere.action.close") : t("everywhere.action.done")
    }}</el-button>
  </p>
</template>

<style scoped>
.bulk {
  margin-top: 12px;
  padding: 6px 14px;
  background: var(--paper-lift);
  border-left: 4px solid var(--ink);
}
</style>
