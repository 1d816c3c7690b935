<script setup lang="ts">
/** What is set once for every page, and how everything is kept safe. */
import { computed, ref } from "vue";
import { ask } from "../api/client";
import PageHead from "../components/PageHead.vue";
import PageState from "../components/PageState.vue";
import { useAsked } from "../composables/useAsked";
import { useDoing } from "../composables/useDoing";
import { sayBytes } from "../logic/numbers";
import { sayWhen } from "../logic/versions";
import { useSettings } from "../stores/settings";
import { t } from "../words";

const settings = useSettings();
const LOOKS = [
  { value: "device", label: t("settings.look.device") },
  { value: "light", label: t("settings.look.light") },
  { value: "dark", label: t("settings.look.dark") },
];
const UNITS = [
  { value: "place", label: t("settings.units.place") },
  { value: "in", label: t("settings.units.in") },
  { value: "cm", label: t("settings.units.cm") },
];
const PAPERS = [
  { value: "card", label: t("settings.paper.card") },
  { value: "letter", label: t("settings.paper.letter") },
  { value: "a4", label: t("settings.paper.a4") },
];
const TODAY = new Date();
const DATES = computed(() =>
  ["", "en-GB", "en-US", "de", "fr", "es", "it", "nl", "sv", "ja"].map((value) => ({
    value,
    label: value
      ? TODAY.toLocaleDateString(value, { day: "numeric", month: "long", year: "numeric" })
      : t("settings.dates.device"),
  })),
);
const RINGS = [
  { value: true, label: t("settings.rings.on") },
  { value: false, label: t("settings.rings.off") },
];

const {
  value: safe,
  state,
  refusal,
  again,
  put,
} = useAsked((signal) => ask("get", "/api/backups", { signal }));
const { run, busy } = useDoing("backup");
const made = ref(false);
async function backUp() {
  await run(async () => {
    put(await ask("post", "/api/backups"));
    made.value = true;
  });
}
/** The backup that is asked about before it takes the place of everything. */
const asked = ref<string | null>(null);
async function restore(name: string) {
  const done = await run(() => ask("post", "/api/backups/restore", { body: { name } }).then(() => true));
  // Every page holds something of what was: it begins afresh.
  if (done) window.location.assign("/");
}
</script>

<template>
  <PageHead
    ><h1>{{ t("everywhere.useWays.settings") }}</h1></PageHead
  >
  <main>
    <dl>
      <dt id="set-look">{{ t("settings.look.name") }}</dt>
      <dd>
        <el-segmented v-model="settings.look" :options="LOOKS" aria-labelledby="set-look" />
        <p class="quiet">{{ t("settings.look.hint") }}</p>
      </dd>
      <dt id="set-units">{{ t("settings.units.name") }}</dt>
      <dd><el-segmented v-model="settings.measure" :options="UNITS" aria-labelledby="set-units" /></dd>
      <dt id="set-paper">{{ t("settings.paper.name") }}</dt>
      <dd><el-segmented v-model="settings.paper" :options="PAPERS" aria-labelledby="set-paper" /></dd>
      <dt id="set-dates">{{ t("settings.dates.name") }}</dt>
      <dd>
        <select v-model="settings.dates" aria-labelledby="set-dates">
          <option v-for="one in DATES" :key="one.value" :value="one.value">{{ one.label }}</option>
        </select>
      </dd>
      <dt id="set-rings">{{ t("settings.rings.name") }}</dt>
      <dd><el-segmented v-model="settings.rings" :options="RINGS" aria-labelledby="set-rings" /></dd>
      <dt>{{ t("settings.hand.name") }}</dt>
      <dd>
        <i18n-t keypath="settings.hand.learnt" scope="global" tag="p">
          <template #journal>
            <RouterLink :to="{ name: 'journal' }">{{ t("everywhere.useWays.journal") }}</RouterLink>
          </template>
        </i18n-t>
      </dd>
    </dl>
    <section class="safe" :aria-label="t('settings.safe.name')">
      <h2>{{ t("settings.safe.name") }}</h2>
      <p>{{ t("settings.safe.what") }}</p>
      <template v-if="safe">
        <p class="quiet">
          {{ t("settings.safe.folder") }} <code>{{ safe.folder }}</code>
        </p>
        <p class="does">
          <el-button type="primary" :disabled="busy" @click="backUp">{{
            busy ? t("settings.safe.backingUp") : t("settings.safe.backUpNow")
          }}</el-button>
          <span v-if="made" class="quiet" role="status">{{ t("settings.safe.made") }}</span>
        </p>
        <ul v-if="safe.backups.length" class="backups" :aria-label="t('settings.safe.list')">
          <li v-for="one in safe.backups" :key="one.name">
            <span class="when">{{ sayWhen(one.made_at) }}</span>
            <span class="quiet">{{
              one.name.includes("before-") && !one.name.includes("asked")
                ? t("settings.safe.before", { size: sayBytes(one.size_bytes) })
                : sayBytes(one.size_bytes)
            }}</span>
            <el-button
              size="small"
              :disabled="busy"
              :aria-expanded="asked === one.name"
              @click="asked = one.name"
              >{{ t("everywhere.action.restore") }}</el-button
            >
            <p v-if="asked === one.name" class="sure">
              {{ t("settings.safe.sure", { when: sayWhen(one.made_at) }) }}
              <el-button type="primary" :disabled="busy" @click="restore(one.name)">{{
                t("everywhere.action.restore")
              }}</el-button>
              <el-button :disabled="busy" @click="asked = null">{{
                t("everywhere.action.cancel")
              }}</el-button>
            </p>
          </li>
        </ul>
        <p v-else class="quiet">{{ t("settings.safe.none") }}</p>
      </template>
      <PageState
        v-else
        within
        :state="state"
        :what="t('settings.safe.name')"
        :why="refusal?.message"
        @again="again"
      />
    </section>
  </main>
</template>

<style scoped>
main {
  max-width: 860px;
  padding: 14px 24px 60px;
}
h1 {
  font-size: 27px;
}
dl {
  display: grid;
  grid-template-columns: 220px 1fr;
  margin: 0;
}
dt,
dd {
  margin: 0;
  padding: 12px 0;
  border-bottom: 1px solid var(--hairline);
}
dt {
  padding-top: 19px;
  font: 650 18px/1.3 var(--display);
}
dd p {
  margin-top: 4px;
}
select {
  min-height: var(--tap);
  padding: 4px 10px;
  border: 0;
  border-bottom: 2px dotted var(--ink);
  background: var(--field);
}
.safe {
  margin-top: 30px;
}
h2 {
  font-size: 23px;
}
code {
  overflow-wrap: anywhere;
  font-size: 15px;
}
.does {
  display: flex;
  align-items: center;
  gap: 14px;
  margin: 12px 0;
}
.backups {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 16px;
  border-top: 1px solid var(--hairline);
}
.when {
  min-width: 210px;
}
.sure {
  flex: 1 0 100%;
  padding: 8px 12px;
  background: var(--paper-lift);
  border-left: 4px solid var(--ink);
}
@media (max-width: 620px) {
  dl {
    grid-template-columns: 1fr;
  }
  dt {
    padding-bottom: 0;
    border-bottom: 0;
  }
}
</style>
