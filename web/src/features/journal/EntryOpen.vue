<script setup lang="ts">
/** One card that was made: its photograph beside the prediction, what it taught, and what she says of it. */
import { smaller } from "../../logic/smaller";
import { useFileDialog } from "@vueuse/core";
import { computed, ref } from "vue";
import { useRouter } from "vue-router";
import { ask, asFile, once } from "../../api/client";
import type { Schemas } from "../../api/models";
import WordText from "../../components/word/WordText.vue";
import WordToggle from "../../components/word/WordToggle.vue";
import { useDoing } from "../../composables/useDoing";
import { useWork } from "../../composables/useWork";
import { sayDay } from "../../logic/versions";
import StillWorking from "../solving/StillWorking.vue";
import BesidePrediction from "./BesidePrediction.vue";
import CornersByHand from "./CornersByHand.vue";
import LessonOffer from "./LessonOffer.vue";
import WhatItTaught, { type Lesson } from "./WhatItTaught.vue";
import { useUndoing } from "../../stores/undoing";
import { t } from "../../words";

type Entry = Schemas["JournalEntryOut"];
const props = defineProps<{ entry: Entry }>();
const emit = defineEmits<{ changed: [entry: Entry]; gone: []; leave: [] }>();
const router = useRouter();
const undoing = useUndoing();
const { run, make, busy } = useDoing("journal");
const path = computed(() => ({ params: { path: { entry: props.entry.id } } }));
/** A new photograph has a new picture under the same address. */
const version = ref(0);
const cornering = ref(false);
const sure = ref(false);

const change = (asked: () => Promise<Entry>) => run(async () => emit("changed", await asked()));
/** A change of its photograph, or of where the card lies on it: it is looked at for a while, and stopped all stays as it was. */
const work = useWork();
const looking = ref(false);
async function seenAnew(asked: (work: string) => Promise<Entry>) {
  looking.value = true;
  await change(() => asked(work.begin()));
  looking.value = false;
  work.end();
  version.value += 1;
}
/** What ends a sentence after words of hers, which may have ended it already. */
const end = (words: string) => (/[.!?…]$/.test(words.trim()) ? "" : ".");
async function write(part: Partial<Entry["facts"]>) {
  const [of, before] = [path.value, props.entry.facts];
  const put = (body: Entry["facts"]) => ask("put", "/api/journal/{entry}", { ...of, body });
  if (await change(() => put({ ...before, ...part })))
    undoing.did("journal", t("everywhere.common.changeWhat", { what: before.title }), () => put(before));
}
const worked = (work: string) => ({ params: { ...path.value.params, query: { work } } });
const photos = useFileDialog({
  accept: "image/jpeg,image/png,image/webp,image/heic,.heic",
  multiple: false,
  reset: true,
});
photos.onChange((files) => {
  const file = files?.[0];
  if (file)
    void seenAnew((work) =>
      smaller(file).then((small) =>
        ask("post", "/api/journal/{entry}/photo", { ...worked(work), ...asFile(small.type, small) }),
      ),
    );
});
const practise = () =>
  seenAnew((work) =>
    ask("post", "/api/journal/{entry}/practice-photo", {
      ...worked(work),
      body: { hand: 1.2, seed: version.value + 1 },
    }),
  );
const lesson = (of: Lesson, taken_in: boolean) =>
  change(() => ask("post", "/api/journal/{entry}/lesson", { ...path.value, body: { ...of, taken_in } }));
const pace = (taken_in: boolean) =>
  change(() => ask("post", "/api/journal/{entry}/pace", { ...path.value, body: { taken_in } }));
const shelf = (off: boolean) =>
  change(() =>
    off
      ? ask("post", "/api/journal/{entry}/off-shelf", path.value)
      : ask("post", "/api/journal/{entry}/back-on-shelf", path.value),
  );
function keepCorners(corners: [number, number][]) {
  cornering.value = false;
  const [a, b, c, d] = corners;
  if (a && b && c && d)
    void seenAnew((work) =>
      ask("post", "/api/journal/{entry}/corners", { ...worked(work), body: { corners: [a, b, c, d] } }),
    );
}
async function takeOut() {
  if (await run(() => ask("delete", "/api/journal/{entry}", path.value))) emit("gone");
}
const again = () =>
  make("again", async (request) => {
    const card = await ask("post", "/api/journal/{entry}/again", { ...path.value, ...once(request) });
    await router.push({ name: "desk", params: { id: card.id } });
  });
const apart = computed(
  () => props.entry.comparison?.regions.filter((region) => region.difference >= 3) ?? [],
);
</script>

<template>
  <article class="entry" :aria-label="entry.facts.title">
    <div class="seen">
      <CornersByHand
        v-if="cornering && entry.comparison"
        :src="`/api/journal/${entry.id}/photo.jpg?v=${version}`"
        :corners="entry.comparison.corners"
        @keep="keepCorners"
        @leave="cornering = false"
      />
      <BesidePrediction
        v-else-if="entry.comparison && entry.size_mm"
        :key="version"
        :entry="entry.id"
        :version="version"
        :size="entry.size_mm"
      />
      <img
        v-else-if="entry.photographed"
        class="alone"
        :src="`/api/journal/${entry.id}/photo.jpg?v=${version}`"
        :alt="t('journal.entryOpen.asPhotographed', { title: entry.facts.title })"
      />
      <img
        v-else-if="entry.planned"
        class="alone"
        :src="`/api/journal/${entry.id}/picture.png`"
        :alt="t('everywhere.common.titleAsPredicted', { title: entry.facts.title })"
      />
      <StillWorking
        v-if="looking"
        :what="t('everywhere.common.readingThePhotograph')"
        :share="work.share.value"
        @stop="work.end()"
      />
      <p v-else class="does">
        <el-button :disabled="busy" @click="photos.open()">{{
          entry.photographed
            ? t("journal.entryOpen.anotherPhotograph")
            : t("everywhere.common.addItsPhotograph")
        }}</el-button>
        <el-button v-if="entry.planned" :disabled="busy" @click="practise">{{
          t("journal.entryOpen.simulatedPhoto")
        }}</el-button>
        <el-button v-if="entry.comparison && !cornering" @click="cornering = true">{{
          t("journal.entryOpen.fixCorners")
        }}</el-button>
      </p>
      <p class="quiet">{{ t("journal.entryOpen.layTheCardAloneOn") }}</p>
    </div>
    <div class="told">
      <h2>
        <WordText
          :label="t('journal.entryOpen.whatItIsCalled')"
          :text="entry.facts.title"
          :value="entry.facts.title"
          :longest="80"
          @change="(title) => title.trim() && write({ title: title.trim() })"
        />
      </h2>
      <i18n-t keypath="journal.entryOpen.made" tag="p" scope="global" class="quiet">
        <template #day>{{ sayDay(entry.made_at) }}</template>
        <template #onIn>
          <template v-if="entry.stock">{{
            t("journal.entryOpen.onIn", { stock: entry.stock, inks: entry.inks.join(", ") })
          }}</template>
        </template>
      </i18n-t>
      <p class="stars" role="radiogroup" :aria-label="t('journal.entryOpen.howYouLikeIt')">
        <button
          v-for="star in 5"
          :key="star"
          type="button"
          role="radio"
          class="star"
          :aria-checked="entry.facts.rating === star"
          :aria-label="t('journal.entryOpen.stars', { star })"
          @click="write({ rating: entry.facts.rating === star ? 0 : star })"
        >
          {{ star <= entry.facts.rating ? "✸" : "✧" }}
        </button>
      </p>
      <ul v-if="entry.differently.length" class="list" :aria-label="t('everywhere.common.doneDifferently')">
        <li v-for="line in entry.differently" :key="line">
          {{ t("journal.entryOpen.doneDifferentlyHead") }} {{ line }}
        </li>
      </ul>
      <LessonOffer
        v-if="entry.used"
        data-test="used"
        :take="t('journal.entryOpen.deduct')"
        :back="t('journal.entryOpen.putItBack')"
        quiet
        :taken="entry.off_shelf"
        :busy="busy"
        @take="shelf"
      >
        {{ entry.used }}<template v-if="entry.off_shelf"> {{ t("journal.entryOpen.deducted") }}</template>
      </LessonOffer>
      <LessonOffer
        v-if="entry.clocked"
        data-test="clocked"
        :take="t('journal.entryOpen.useMyTimes')"
        :back="t('journal.entryOpen.useUsualTimes')"
        :taken="entry.paced_in"
        :busy="busy"
        @take="pace"
      >
        <b>{{ entry.clocked }}</b> {{ entry.paces }}
        <template v-if="entry.paced_in"> {{ t("journal.entryOpen.myTimesUsed") }} </template>
      </LessonOffer>
      <template v-if="entry.comparison">
        <p v-if="!apart.length">{{ t("journal.entryOpen.noneDiffer") }}</p>
        <ul v-else class="list" :aria-label="t('journal.entryOpen.whereDiffer')">
          <li v-for="region in apart" :key="region.where">{{ region.words }}</li>
        </ul>
        <WhatItTaught :entry="entry" :comparison="entry.comparison" :busy="busy" @take="lesson" />
      </template>
      <p class="sentence">
        <i18n-t keypath="journal.entryOpen.nextTimeWhatYouThink" scope="global">
          <template #nextTime>
            <WordText
              :label="t('journal.entryOpen.nextTime')"
              :text="entry.facts.next_time || t('everywhere.common.addANote')"
              :value="entry.facts.next_time"
              :longest="300"
              @change="(next_time) => write({ next_time })"
            />
          </template>
          <template #end>{{ end(entry.facts.next_time) }}</template>
          <template #whatYou>
            <WordText
              :label="t('journal.entryOpen.whatYouThinkOfIt')"
              :text="entry.facts.notes || t('everywhere.common.addANote')"
              :value="entry.facts.notes"
              :longest="600"
              @change="(notes) => write({ notes })"
            />
          </template>
          <template #end2>{{ end(entry.facts.notes) }}</template>
          <template #whereIt>
            <WordText
              :label="t('journal.entryOpen.keptLabel')"
              :text="entry.facts.lies || t('everywhere.common.addAPlace')"
              :value="entry.facts.lies"
              :longest="120"
              @change="(lies) => write({ lies })"
            />
          </template>
          <template #whomIt>
            <WordText
              :label="t('journal.entryOpen.forLabel')"
              :text="entry.facts.for_whom || t('journal.entryOpen.forEmpty')"
              :value="entry.facts.for_whom"
              :longest="120"
              @change="(for_whom) => write({ for_whom })"
            />
          </template> </i18n-t
        >{{ " "
        }}<i18n-t keypath="journal.entryOpen.itWas" scope="global">
          <template #itWas>
            <WordToggle
              :label="t('journal.entryOpen.soldLabel')"
              :text="entry.facts.sold ? t('journal.entryOpen.sold') : t('journal.entryOpen.notSold')"
              :other="entry.facts.sold ? t('journal.entryOpen.notSold') : t('journal.entryOpen.sold')"
              @toggle="write({ sold: !entry.facts.sold })"
            />
          </template>
        </i18n-t>
      </p>
      <p class="does">
        <el-button v-if="entry.planned" :disabled="busy" @click="again">{{
          t("journal.entryOpen.startACardFromIt")
        }}</el-button>
        <el-button v-if="entry.planned" tag="a" :href="`/api/journal/${entry.id}/page.html`" download>{{
          t("everywhere.common.saveWebPage")
        }}</el-button>
        <el-button
          v-if="entry.planned"
          tag="a"
          :href="`/api/journal/${entry.id}/page.pdf`"
          target="_blank"
          rel="noopener"
          >{{ t("journal.entryOpen.printPage") }}</el-button
        >
        <el-button v-if="!sure" @click="sure = true">{{ t("everywhere.action.delete") }}</el-button>
        <template v-else>
          <el-button type="primary" @click="takeOut">{{ t("journal.entryOpen.deleteConfirm") }}</el-button>
          <el-button @click="sure = false">{{ t("everywhere.action.cancel") }}</el-button>
        </template>
        <el-button @click="emit('leave')">{{ t("everywhere.action.close") }}</el-button>
      </p>
    </div>
  </article>
</template>

<style scoped>
.entry {
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(320px, 1fr);
  gap: 26px;
  padding: 18px 24px 26px;
}
@media (max-width: 760px) {
  .entry {
    grid-template-columns: minmax(0, 1fr);
  }
}
.alone {
  display: block;
  max-width: 100%;
  max-height: 56vh;
  outline: 1px solid var(--hairline);
}
h2 {
  font-size: 26px;
}
.does {
  margin: 8px 0 2px -12px;
}
.quiet {
  font-size: 15px;
}
.stars {
  margin: 4px 0 4px -10px;
}
.star {
  width: var(--tap);
  height: var(--tap);
  border: 0;
  background: transparent;
  font-size: 25px;
  cursor: pointer;
}
.list {
  margin: 6px 0;
  padding-left: 18px;
}
.sentence {
  line-height: 1.8;
}
</style>
