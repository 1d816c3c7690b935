<script setup lang="ts">
/** The trainer: a question from the maker's own shelf, answered by a tap, and what to practise next. */
import { computed, ref, watch } from "vue";
import { ask } from "../api/client";
import type { Schemas } from "../api/models";
import PageHead from "../components/PageHead.vue";
import PageState from "../components/PageState.vue";
import StockWord from "../components/StockWord.vue";
import WordChoice from "../components/word/WordChoice.vue";
import { useAsked } from "../composables/useAsked";
import { useDoing } from "../composables/useDoing";
import { sayGoing, sayMarked } from "../logic/training";
import { useShelf } from "../stores/shelf";
import { t } from "../words";

type Kind = Schemas["KindOut"]["kind"];
const shelf = useShelf();
const { run, busy } = useDoing("trainer");
const stock = computed(() => shelf.stock ?? "");
const wanted = ref<Kind | "next">("next");
/** A question is one number: the same again asks the same. */
const anySeed = () => Math.floor(Math.random() * 2 ** 31);
const seed = ref(anySeed());
const asked = useAsked(
  (signal) =>
    stock.value
      ? ask("get", "/api/trainer/question", {
          params: {
            query: {
              stock: stock.value,
              seed: seed.value,
              ...(wanted.value === "next" ? {} : { kind: wanted.value }),
            },
          },
          signal,
        })
      : null,
  () => [stock.value, seed.value, wanted.value].join(),
);
const going = useAsked((signal) => ask("get", "/api/trainer", { signal }));
const question = computed(() => asked.value.value);

const given = ref<number[]>([]);
const marked = ref<Schemas["MarkedOut"] | null>(null);
watch(question, () => {
  given.value = [];
  marked.value = null;
});
const kinds = computed(() => [
  { value: "next" as const, label: t("trainer.page.weakest") },
  ...(going.value.value?.kinds ?? []).map(({ kind, words }) => ({ value: kind, label: words })),
]);
async function choose(n: number) {
  const of = question.value;
  if (!of || marked.value || busy.value) return;
  if (of.ordering && given.value.includes(n)) {
    given.value = given.value.filter((other) => other !== n);
    return;
  }
  given.value = of.ordering ? [...given.value, n] : [n];
  if (of.ordering && given.value.length < of.choices.length) return;
  await run(async () => {
    marked.value = await ask("post", "/api/trainer/answer", {
      body: { stock: stock.value, kind: of.kind, seed: of.seed, given: given.value },
    });
    await going.again();
  });
}
function next() {
  seed.value = anySeed();
}
async function beginAnew() {
  await run(() => ask("post", "/api/trainer/begin-anew", {}));
  await going.again();
}
const background = (hexes: readonly string[]) =>
  hexes.length > 1 ? `linear-gradient(90deg, ${hexes[0]} 40%, ${hexes[1]} 60%)` : hexes[0];
const right = (n: number) => {
  if (!marked.value) return null;
  if (question.value?.ordering) return `${marked.value.truth.indexOf(n) + 1}`;
  return marked.value.truth[0] === n ? t("trainer.page.right") : null;
};
</script>

<template>
  <PageHead>
    <h1>{{ t("everywhere.common.trainTheEye") }}</h1>
  </PageHead>
  <main v-if="question && shelf.shelf" data-words>
    <i18n-t keypath="trainer.page.onWithTheInks" tag="p" scope="global" class="sentence">
      <template #stockWord>
        <StockWord
          :text="shelf.shelf.stocks.find((one) => one.stock.key === stock)?.stock.name ?? ''"
          :value="stock"
          @choose="(key) => shelf.lookOn(key)"
        />
      </template>
      <template #whatTo>
        <WordChoice
          :label="t('trainer.page.whatToPractise')"
          :text="kinds.find(({ value }) => value === wanted)?.label ?? ''"
          :value="wanted"
          :choices="kinds"
          @choose="(kind) => (wanted = kind)"
        />
      </template>
    </i18n-t>
    <section :aria-label="t('trainer.page.theQuestion')" class="question">
      <h2>{{ question.asks }}</h2>
      <ul v-if="question.shown.length" class="row" :aria-label="t('trainer.page.toBeSeenWithIt')">
        <li v-for="one in question.shown" :key="one.words">
          <span class="colour" :style="{ background: background(one.hexes) }" />
          {{ one.words }}
        </li>
      </ul>
      <p v-if="question.ordering && !marked" class="quiet">{{ t("trainer.page.tapThemOneAfterThe") }}</p>
      <ul class="row choices" :aria-label="t('trainer.page.choices')">
        <li v-for="(one, n) in question.choices" :key="one.words + n">
          <button
            type="button"
            :class="{ given: given.includes(n) }"
            :aria-pressed="given.includes(n)"
            :disabled="!!marked"
            @click="choose(n)"
          >
            <span v-if="one.hexes.length" class="colour" :style="{ background: background(one.hexes) }" />
            <span class="words">
              <b v-if="question.ordering && given.includes(n)">{{ given.indexOf(n) + 1 }}</b>
              {{ one.words }}
            </span>
            <span v-if="right(n)" class="so">{{
              question.ordering ? t("trainer.page.shouldBe", { right: right(n) }) : right(n)
            }}</span>
          </button>
        </li>
      </ul>
      <div role="status" class="told">
        <p v-if="marked">
          <b>{{ sayMarked(marked, question.kind) }}</b> {{ marked.words }}
        </p>
      </div>
      <el-button v-if="marked" type="primary" @click="next">{{ t("trainer.page.askMeAnother") }}</el-button>
      <el-button v-else @click="next">{{ t("trainer.page.askMeAnother") }}</el-button>
    </section>
    <section v-if="going.value.value" :aria-label="t('trainer.page.howItGoes')" class="going">
      <h3>{{ t("trainer.page.howItGoes") }}</h3>
      <ul>
        <li v-for="one in going.value.value.kinds" :key="one.kind">
          <span>{{ one.words }}</span>
          <span class="bar" aria-hidden="true"
            ><span :style="{ width: `${Math.round(100 * (one.score ?? 0))}%` }"
          /></span>
          <span class="quiet">{{ sayGoing(one.score ?? null) }}</span>
        </li>
      </ul>
      <p class="quiet">
        {{ t("trainer.page.answeredEachAnswerCountsBy", { answered: going.value.value.answered }) }}{{ " "
        }}<button v-if="going.value.value.answered" type="button" class="word" @click="beginAnew">
          {{ t("trainer.page.startOver") }}
        </button>
      </p>
    </section>
  </main>
  <PageState
    v-else
    :state="shelf.shelf ? asked.state.value : shelf.state"
    :what="t('trainer.page.aQuestion')"
    :why="asked.refusal.value?.message"
    @again="asked.again()"
  />
</template>

<style scoped>
h1 {
  font-size: 27px;
}
main {
  max-width: 1060px;
  margin: 0 auto;
  padding: 18px 24px 40px;
}
.sentence {
  font-size: 20px;
  line-height: 1.7;
}
h2 {
  margin: 22px 0 14px;
  font-size: 29px;
  line-height: 1.25;
}
h3 {
  font-size: 21px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 18px;
  margin: 0 0 16px;
  padding: 0;
  list-style: none;
  font-size: 16px;
}
.row .colour {
  display: block;
  width: 96px;
  height: 60px;
  margin-bottom: 4px;
  outline: 1px solid var(--hairline);
}
.choices .colour {
  width: 148px;
  height: 96px;
}
.choices button {
  display: flex;
  flex-direction: column;
  gap: 4px;
  min-width: 104px;
  min-height: var(--tap);
  max-width: 180px;
  padding: 8px;
  border: 2px solid var(--hairline);
  background: var(--paper-lift);
  font: inherit;
  font-size: 17px;
  color: var(--ink);
  text-align: left;
  cursor: pointer;
}
.choices button:hover:not(:disabled) {
  border-color: var(--ink);
}
.choices button.given {
  border-color: var(--ink);
  border-style: dashed;
}
.so {
  font-weight: 650;
}
.so::before {
  content: "✓ ";
}
.told {
  min-height: 60px;
  font-size: 19px;
}
.going {
  margin-top: 26px;
  padding-top: 14px;
  border-top: 1px solid var(--hairline);
}
.going ul {
  margin: 8px 0;
  padding: 0;
  list-style: none;
}
.going li {
  display: grid;
  grid-template-columns: 190px minmax(80px, 260px) 1fr;
  gap: 14px;
  align-items: center;
  padding: 3px 0;
}
.bar {
  height: 10px;
  background: var(--paper-deep);
}
.bar span {
  display: block;
  height: 100%;
  background: var(--ink);
}
@media (max-width: 620px) {
  .going li {
    grid-template-columns: 1fr 1fr;
  }
  .going li .quiet {
    grid-column: 1 / -1;
  }
}
</style>
