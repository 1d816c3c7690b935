<script setup lang="ts">
/** A wish in words, the time at hand and what is to stand out, answered with three grounds from the shelf. */
import { computed, ref } from "vue";
import { ask, isGivenUp, NoAnswer, Refusal } from "../../api/client";
import type { Schemas, Units } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import { useThings } from "../../stores/things";
import ProposalTiles from "./ProposalTiles.vue";
import { useWork } from "../../composables/useWork";
import StillWorking from "./StillWorking.vue";
import { t } from "../../words";

type Proposed = Schemas["ProposedOut"];
const props = defineProps<{
  stock: string;
  units: Units;
  size: { format?: string | null; width_mm?: number | null; height_mm?: number | null };
}>();
const emit = defineEmits<{ take: [proposed: Proposed] }>();
const things = useThings();

const words = ref("");
const minutes = ref<string>("any");
const focal = ref<"none" | "dark" | "light">("none");
const low = ref<"keep" | "use">("keep");
const MINUTES = [
  { value: "any", label: t("solving.wishFor.asLongAsItTakes") },
  ...["10", "20", "30", "45", "60", "90"].map((value) => ({
    value,
    label: t("solving.wishFor.minutes", { value }),
  })),
];
const FOCAL = [
  { value: "none" as const, label: t("solving.wishFor.nothingMore") },
  {
    value: "dark" as const,
    label: t("solving.wishFor.somethingDark"),
    hint: t("solving.wishFor.aBlackFigureWordsIn"),
  },
  {
    value: "light" as const,
    label: t("solving.wishFor.somethingLight"),
    hint: t("solving.wishFor.whiteEmbossingAPaleFigure"),
  },
];
const nearlyOut = computed(() =>
  things.things.filter((thing) => thing.kind === "ink" && thing.low).map(({ key }) => key),
);
const LOW = [
  { value: "keep" as const, label: t("solving.wishFor.whateverSuits") },
  { value: "use" as const, label: t("solving.wishFor.whatIsNearlyOutFirst") },
];

const answer = ref<Schemas["WishOut"] | null>(null);
const told = ref("");
const work = useWork();
let current: AbortController | null = null;
const busy = ref(false);
async function wish() {
  current?.abort();
  const mine = (current = new AbortController());
  [busy.value, told.value, answer.value] = [true, "", null];
  try {
    answer.value = await ask("post", "/api/wish", {
      params: { query: { work: work.begin() } },
      body: {
        words: words.value,
        minutes: minutes.value === "any" ? null : Number(minutes.value),
        focal: focal.value === "none" ? null : focal.value,
        use_up: low.value === "use" ? nearlyOut.value : [],
        stock: props.stock,
        units: props.units,
        ...props.size,
      },
      signal: mine.signal,
    });
    const { proposed, unknown } = answer.value;
    if (unknown.length)
      told.value = t("solving.wishFor.notKnownAndLeftAside", { unknown: unknown.join(", ") });
    if (!proposed.length) told.value += t("solving.wishFor.noGroundAnswersThatWithout");
  } catch (error) {
    if (error instanceof Refusal || error instanceof NoAnswer) told.value = error.message;
    else if (!isGivenUp(error)) throw error;
  } finally {
    if (current === mine) {
      busy.value = false;
      work.end();
    }
  }
}
const stop = () => {
  current?.abort();
  work.end();
  busy.value = false;
};
const proposals = computed(() =>
  (answer.value?.proposed ?? []).map((one) => ({
    key: one.ground,
    plan: one.plan,
    name: one.name,
    lines:
      minutes.value === "any"
        ? [...one.why, t("solving.wishFor.itTakesAboutMinutes", { minutes: one.minutes })]
        : one.why,
  })),
);
function take(key: string) {
  const one = answer.value?.proposed.find(({ ground }) => ground === key);
  if (one) emit("take", one);
}
</script>

<template>
  <form class="wish" :aria-label="t('solving.wishFor.aWish')" @submit.prevent="wish">
    <p>
      <i18n-t keypath="solving.wishFor.orSayWhatYouWish" scope="global">
        <template #elInput>
          <el-input
            v-model="words"
            class="words"
            :placeholder="t('solving.wishFor.duskFromWarmToCold')"
            :aria-label="t('solving.wishFor.coloursAndMoodInWords')"
            :maxlength="120"
          />
        </template>
        <template #timeAt>
          <WordChoice
            :label="t('solving.wishFor.timeAtHand')"
            :text="MINUTES.find(({ value }) => value === minutes)?.label ?? ''"
            :value="minutes"
            :choices="MINUTES"
            @choose="(value) => (minutes = value)"
          />
        </template>
        <template #whatIs>
          <WordChoice
            :label="t('solving.wishFor.whatIsToStandOut')"
            :text="FOCAL.find(({ value }) => value === focal)?.label ?? ''"
            :value="focal"
            :choices="FOCAL"
            @choose="(value) => (focal = value)"
          />
        </template>
        <template #with>
          <i18n-t v-if="nearlyOut.length" keypath="solving.wishFor.with" scope="global">
            <template #whichInks>
              <WordChoice
                :label="t('solving.wishFor.whichInks')"
                :text="LOW.find(({ value }) => value === low)?.label ?? ''"
                :value="low"
                :choices="LOW"
                @choose="(value) => (low = value)"
              />
            </template>
          </i18n-t>
        </template> </i18n-t
      >{{ " "
      }}<el-button v-if="!busy" native-type="submit" :disabled="!stock">{{
        t("solving.wishFor.showThreeGrounds")
      }}</el-button>
    </p>
    <StillWorking
      v-if="busy"
      :what="t('solving.wishFor.layingGroundsOut')"
      :share="work.share.value"
      @stop="stop"
    />
    <p v-if="told" role="status" class="quiet">{{ told }}</p>
    <ProposalTiles :proposals="proposals" @take="take" />
  </form>
</template>

<style scoped>
.wish {
  margin: 10px 0 4px;
  font-size: 19px;
  line-height: 1.8;
}
.words {
  width: 290px;
}
.wish :deep(.proposals button) {
  width: 250px;
}
</style>
