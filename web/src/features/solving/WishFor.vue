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
  { value: "any", label: "as long as it takes" },
  ...["10", "20", "30", "45", "60", "90"].map((value) => ({ value, label: `${value} minutes` })),
];
const FOCAL = [
  { value: "none" as const, label: "nothing more" },
  { value: "dark" as const, label: "something dark", hint: "a black figure, words in navy" },
  { value: "light" as const, label: "something light", hint: "white embossing, a pale figure" },
];
const nearlyOut = computed(() =>
  things.things.filter((thing) => thing.kind === "ink" && thing.low).map(({ key }) => key),
);
const LOW = [
  { value: "keep" as const, label: "whatever suits" },
  { value: "use" as const, label: "what is nearly out first" },
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
    if (unknown.length) told.value = `Not known, and left aside: ${unknown.join(", ")}. `;
    if (!proposed.length)
      told.value +=
        "No ground answers that without an alarm. More time, other words or more inks on the shelf would.";
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
    lines: minutes.value === "any" ? [...one.why, `It takes about ${one.minutes} minutes.`] : one.why,
  })),
);
function take(key: string) {
  const one = answer.value?.proposed.find(({ ground }) => ground === key);
  if (one) emit("take", one);
}
</script>

<template>
  <form class="wish" aria-label="A wish" @submit.prevent="wish">
    <p>
      Or say what you wish for:
      <el-input
        v-model="words"
        class="words"
        placeholder="dusk, from warm to cold"
        aria-label="Colours and mood, in words"
        :maxlength="120"
      />
      in
      <WordChoice
        label="Time at hand"
        :text="MINUTES.find(({ value }) => value === minutes)?.label ?? ''"
        :value="minutes"
        :choices="MINUTES"
        @choose="(value) => (minutes = value)"
      />, and on it
      <WordChoice
        label="What is to stand out"
        :text="FOCAL.find(({ value }) => value === focal)?.label ?? ''"
        :value="focal"
        :choices="FOCAL"
        @choose="(value) => (focal = value)"
      /><template v-if="nearlyOut.length"
        >, with
        <WordChoice
          label="Which inks"
          :text="LOW.find(({ value }) => value === low)?.label ?? ''"
          :value="low"
          :choices="LOW"
          @choose="(value) => (low = value)" /></template
      >.
      <el-button v-if="!busy" native-type="submit" :disabled="!stock">Show three grounds</el-button>
    </p>
    <StillWorking v-if="busy" what="Laying grounds out …" :share="work.share.value" @stop="stop" />
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
