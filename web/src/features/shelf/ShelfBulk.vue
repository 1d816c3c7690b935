<script setup lang="ts">
/** What is done with several things at once. */
import { computed, ref } from "vue";
import { ask } from "../../api/client";
import WordText from "../../components/word/WordText.vue";
import { useDoing } from "../../composables/useDoing";
import type { Thing } from "../../logic/things";
import { useNotices } from "../../stores/notices";
import { useThings } from "../../stores/things";
import { t } from "../../words";

const props = defineProps<{ things: Thing[]; single?: boolean }>();
const emit = defineEmits<{ done: [] }>();
const store = useThings();
const notices = useNotices();
const { run } = useDoing("bulk");
const sure = ref(false);
const keys = computed(() => props.things.map(({ kind, key }) => ({ kind, key })));
const away = computed(() => props.things.every((thing) => thing.away));
const names = computed(() =>
  props.things.length === 1
    ? props.things[0]?.name
    : t("shelf.shelfBulk.things", { length: props.things.length }),
);
async function act(action: () => Promise<unknown>) {
  if (await run(action)) emit("done");
  await store.again();
}
async function putAway(to: boolean) {
  const things = keys.value;
  const called = names.value;
  await act(() => ask("post", "/api/things/put-away", { body: { things, away: to } }));
  if (to)
    notices.say("away", t("shelf.shelfBulk.putAway2", { called }), {
      label: t("shelf.shelfBulk.bringBack"),
      go: () => act(() => ask("post", "/api/things/put-away", { body: { things, away: false } })),
    });
}
const merge = () => {
  const [keep, gone] = props.things;
  if (keep && gone)
    void act(() =>
      ask("post", "/api/things/merge", { body: { kind: keep.kind, keep: keep.key, gone: gone.key } }),
    );
};
const note = (place: string) =>
  act(() => ask("post", "/api/things/note", { body: { things: keys.value, place } }));
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
      away ? t("shelf.shelfBulk.bringBack") : t("shelf.shelfBulk.putAway")
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
        t("shelf.shelfBulk.deleteForGood")
      }}</el-button>
      <template v-else>
        <span role="alert">{{ t("shelf.shelfBulk.goneForGoodWithWhat") }}</span>
        <el-button
          size="small"
          type="primary"
          @click="act(() => ask('post', '/api/things/delete', { body: { things: keys } }))"
          >{{ t("shelf.shelfBulk.delete", { names }) }}</el-button
        >
        <el-button size="small" @click="sure = false">{{ t("shelf.shelfBulk.keep") }}</el-button>
      </template>
    </template>
    <el-button size="small" @click="emit('done')">{{
      single ? t("shelf.shelfBulk.close") : t("shelf.shelfBulk.doneChoosing")
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
