<script setup lang="ts">
/** A thing of the shelf as a sentence: what it is, how much is left, where it is kept; every bold word is changed in place. */
import { computed } from "vue";
import { ask } from "../../api/client";
import type { Schemas, Units } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordNumber from "../../components/word/WordNumber.vue";
import WordText from "../../components/word/WordText.vue";
import { useDoing } from "../../composables/useDoing";
import { PLENTY, readLeft, sayLeft as sayCount } from "../../logic/supplies";
import { sayLeft, type Thing } from "../../logic/things";
import { calledIn, DRIES, HELD, HIDING, INK_KINDS, WATER } from "../../logic/thingWords";
import { useThings } from "../../stores/things";
import OwnSentence from "./OwnSentence.vue";
import StockSentence from "./StockSentence.vue";
import { t } from "../../words";

const props = defineProps<{ thing: Thing; units: Units; designs: Schemas["DesignOut"][] }>();
const things = useThings();
const { run } = useDoing(`thing-${props.thing.key}`);

type Facts = Schemas["FactsModel"];
async function change(body: Schemas["ChangeThing"]) {
  const { kind, key } = props.thing;
  await run(() => ask("put", "/api/things/{kind}/{key}", { params: { path: { kind, key } }, body }));
  await things.again();
}
const setFacts = (part: Partial<Facts>) => change({ facts: { ...props.thing.facts, ...part } });
const setInk = (part: Partial<Schemas["InkModel"]>) =>
  props.thing.ink && change({ ink: { ...props.thing.ink, ...part } });
const setStock = (part: Partial<Schemas["StockModel"]>) =>
  props.thing.stock && change({ stock: { ...props.thing.stock, ...part } });
const setOwn = (part: Partial<Schemas["OwnModel"]>) =>
  props.thing.own && change({ own: { ...props.thing.own, ...part } });
function rename(name: string) {
  if (props.thing.ink) return setInk({ name });
  if (props.thing.stock) return setStock({ name });
  return setOwn({ name });
}
const reInk = async () => {
  await run(() => ask("post", "/api/things/re-ink", { body: { keys: [props.thing.key] } }));
  await things.again();
};
const left = computed(() => props.thing.facts.left ?? PLENTY);
const noteLeft = (n: number) => setFacts({ left: n === PLENTY ? null : n });
const tap = (n: number, by: 1 | -1) => (n === PLENTY ? (by > 0 ? PLENTY : 20) : Math.max(0, n + by));
const hiding = computed(() => {
  const value = props.thing.ink?.hiding ?? 1;
  return value < 0.75 ? "0.5" : value > 1.5 ? "2" : "1";
});
</script>

<template>
  <p class="sentence">
    <i18n-t keypath="shelf.thingSentence.there" scope="global">
      <template #name>
        <WordText
          v-if="thing.can_delete && thing.kind !== 'stencil'"
          :label="t('shelf.thingSentence.name')"
          :text="thing.name"
          :value="thing.name"
          :longest="80"
          @change="rename"
        /><b v-else>{{ thing.name }}</b>
      </template>
      <template #isA>
        <i18n-t v-if="thing.ink" keypath="shelf.thingSentence.isAInWater" scope="global">
          <template #kind>
            <WordChoice
              :label="t('shelf.thingSentence.kind')"
              :text="calledIn(INK_KINDS, thing.ink.kind)"
              :value="thing.ink.kind"
              :choices="INK_KINDS"
              @choose="(kind) => setInk({ kind })"
            />
          </template>
          <template #inWater>
            <WordChoice
              :label="t('shelf.thingSentence.inWater')"
              :text="calledIn(WATER, thing.ink.water)"
              :value="thing.ink.water"
              :choices="WATER"
              @choose="(water) => setInk({ water })"
            />
          </template>
          <template #dries>
            <WordChoice
              :label="t('shelf.thingSentence.dries')"
              :text="calledIn(DRIES, thing.ink.dries)"
              :value="thing.ink.dries"
              :choices="DRIES"
              @choose="(dries) => setInk({ dries })"
            />
          </template>
          <template #covers>
            <WordChoice
              :label="t('shelf.thingSentence.covers')"
              :text="calledIn(HIDING, hiding)"
              :value="hiding"
              :choices="HIDING"
              @choose="(value) => setInk({ hiding: Number(value) })"
            />
          </template>
        </i18n-t>
      </template>
      <template #isAnd>
        <StockSentence v-if="thing.stock" v-bind="{ thing, units }" @stock="setStock" @facts="setFacts" />
      </template>
      <template #isHeld>
        <i18n-t v-if="thing.kind === 'stencil'" keypath="shelf.thingSentence.isHeld" scope="global">
          <template #held>
            <WordChoice
              :label="t('shelf.thingSentence.held')"
              :text="calledIn(HELD, thing.facts.held ?? 'usual')"
              :value="thing.facts.held ?? 'usual'"
              :choices="HELD"
              @choose="(held) => setFacts({ held: held === 'usual' ? null : held })"
            />
          </template>
        </i18n-t>
      </template>
      <template #isIt>
        <OwnSentence v-if="thing.own" v-bind="{ thing, units, designs }" @own="setOwn" />
      </template>
      <template #left>{{ left === 1 ? t("shelf.thingSentence.is") : t("shelf.thingSentence.are") }}</template>
      <template #left2>
        <WordNumber
          :label="t('shelf.thingSentence.left')"
          :text="sayLeft(thing)"
          :value="left"
          :show="sayCount"
          :hint="t('shelf.thingSentence.writeANumberOrPlenty')"
          :read="readLeft"
          :tap="tap"
          @change="noteLeft"
        />
      </template>
      <template #itRuns>
        <template v-if="thing.low">
          <b class="low">{{ t("shelf.thingSentence.itRunsLow") }}</b></template
        >
      </template>
      <template #of>
        <i18n-t v-if="thing.kind === 'ink'" keypath="shelf.thingSentence.of" scope="global">
          <template #whenNew>
            <WordNumber
              :label="t('shelf.thingSentence.whenNew')"
              :text="
                thing.facts.full
                  ? t('shelf.thingSentence.whenNew2', { full: thing.facts.full })
                  : t('shelf.thingSentence.aNumberNotToldWhen')
              "
              :value="thing.facts.full ?? 60"
              :show="String"
              :least="1"
              :most="9999"
              :read="(text) => (/^\d+$/.test(text.trim()) ? Number(text) : null)"
              :tap="(n, by) => n + 10 * by"
              @change="(n) => setFacts({ full: n })"
            />
          </template>
        </i18n-t>
      </template> </i18n-t
    >{{ " "
    }}<i18n-t keypath="shelf.thingSentence.kept" scope="global">
      <template #kept>
        <WordText
          :label="t('shelf.thingSentence.kept2')"
          may-be-empty
          :text="thing.facts.place || t('shelf.thingSentence.whereYouLike')"
          :value="thing.facts.place ?? ''"
          :longest="60"
          @change="(place) => setFacts({ place })"
        />
      </template>
      <template #note>
        <WordText
          :label="t('shelf.thingSentence.note')"
          may-be-empty
          :text="thing.facts.note || t('shelf.thingSentence.noNote')"
          :value="thing.facts.note ?? ''"
          :longest="300"
          @change="(note) => setFacts({ note })"
        />
      </template> </i18n-t
    >{{ " "
    }}<template v-if="thing.kind === 'ink'">
      <button type="button" class="word" @click="reInk">
        {{ t("shelf.thingSentence.reInkedToday") }}</button><template v-if="thing.facts.since">{{
        t("shelf.thingSentence.lastOn", { since: thing.facts.since })
      }}</template
      >.
    </template>
  </p>
</template>

<style scoped>
.sentence {
  font-size: 18px;
  line-height: 1.8;
}
.low {
  font-style: italic;
}
</style>
