<script setup lang="ts">
/** A thing of the shelf as a sentence: what it is, how much is left, where it is kept; every bold word is changed in place. */
import { capital } from "../../logic/capital";
import { computed } from "vue";
import { ask } from "../../api/client";
import type { Schemas, Units } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordNumber from "../../components/word/WordNumber.vue";
import WordText from "../../components/word/WordText.vue";
import { useDoing } from "../../composables/useDoing";
import { PLENTY, readLeft, sayLeft as sayCount } from "../../logic/supplies";
import { sayLeft, type Thing } from "../../logic/things";
import { calledIn, HELD } from "../../logic/thingWords";
import { useThings } from "../../stores/things";
import { useUndoing } from "../../stores/undoing";
import InkSentence from "./InkSentence.vue";
import OwnSentence from "./OwnSentence.vue";
import StockSentence from "./StockSentence.vue";
import ThingName from "./ThingName.vue";
import { t } from "../../words";

const props = defineProps<{ thing: Thing; units: Units; designs: Schemas["DesignOut"][] }>();
const things = useThings();
const undoing = useUndoing();
const { run } = useDoing(`thing-${props.thing.key}`);

type Facts = Schemas["FactsModel"];
/** `was` is the same part of it before, which undo puts back. */
async function change(body: Schemas["ChangeThing"], was: Schemas["ChangeThing"]) {
  const { kind, key, name } = props.thing;
  const put = (body: Schemas["ChangeThing"]) =>
    ask("put", "/api/things/{kind}/{key}", { params: { path: { kind, key } }, body });
  if (await run(() => put(body)))
    undoing.did("shelf", t("everywhere.common.changeWhat", { what: name }), () => put(was));
  await things.again();
}
const setFacts = (part: Partial<Facts>) => {
  const { facts } = props.thing;
  return change({ facts: { ...facts, ...part } }, { facts });
};
const setInk = (part: Partial<Schemas["InkModel"]>) => {
  const { ink } = props.thing;
  return ink && change({ ink: { ...ink, ...part } }, { ink });
};
const setStock = (part: Partial<Schemas["StockModel"]>) => {
  const { stock } = props.thing;
  return stock && change({ stock: { ...stock, ...part } }, { stock });
};
const setOwn = (part: Partial<Schemas["OwnModel"]>) => {
  const { own } = props.thing;
  return own && change({ own: { ...own, ...part } }, { own });
};
function rename(name: string) {
  if (props.thing.ink) return setInk({ name });
  if (props.thing.stock) return setStock({ name });
  return setOwn({ name });
}
const reInk = async () => {
  const { kind, key, facts, name } = props.thing;
  if (await run(() => ask("post", "/api/things/re-ink", { body: { keys: [key] } })))
    undoing.did("shelf", t("everywhere.common.changeWhat", { what: name }), () =>
      ask("put", "/api/things/{kind}/{key}", { params: { path: { kind, key } }, body: { facts } }),
    );
  await things.again();
};
const left = computed(() => props.thing.facts.left ?? PLENTY);
const noteLeft = (n: number) => setFacts({ left: n === PLENTY ? null : n });
const tap = (n: number, by: 1 | -1) => (n === PLENTY ? (by > 0 ? PLENTY : 20) : Math.max(0, n + by));
</script>

<template>
  <p class="sentence">
    <InkSentence v-if="thing.ink" :ink="thing.ink" @ink="setInk"
      ><ThingName :thing="thing" @rename="rename"
    /></InkSentence>
    <StockSentence v-else-if="thing.stock" v-bind="{ thing, units }" @stock="setStock" @facts="setFacts"
      ><ThingName :thing="thing" @rename="rename"
    /></StockSentence>
    <OwnSentence v-else-if="thing.own" v-bind="{ thing, units, designs }" @own="setOwn"
      ><ThingName :thing="thing" @rename="rename"
    /></OwnSentence>
    <i18n-t v-else-if="thing.kind === 'stencil'" keypath="shelf.thingSentence.isHeld" scope="global">
      <template #name
        ><b>{{ thing.name }}</b></template
      ><template #held>
        <WordChoice
          :label="t('shelf.thingSentence.held')"
          :text="calledIn(HELD, thing.facts.held ?? 'usual')"
          :value="thing.facts.held ?? 'usual'"
          :choices="HELD"
          @choose="(held) => setFacts({ held: held === 'usual' ? null : held })"
        />
      </template>
    </i18n-t>
    <b v-else>{{ thing.name }}.</b>
    {{ " "
    }}<i18n-t keypath="shelf.thingSentence.left" scope="global">
      <template #left>
        <WordNumber
          :label="t('shelf.thingSentence.leftLabel')"
          :text="capital(sayLeft(thing))"
          :value="left"
          :show="sayCount"
          :hint="t('everywhere.common.writeANumberOrPlenty')"
          :read="readLeft"
          :tap="tap"
          @change="noteLeft"
        />
      </template> </i18n-t
    >{{ " "
    }}<template v-if="thing.low"
      ><b class="low">{{ t("shelf.thingSentence.runningLow") }}</b
      >{{ " " }}</template
    ><i18n-t v-if="thing.kind === 'ink'" keypath="shelf.thingSentence.whenNew" scope="global"
      ><template #whenNew>
        <WordNumber
          :label="t('shelf.thingSentence.whenNewLabel')"
          :text="
            thing.facts.full
              ? t('shelf.thingSentence.whenNewIs', { full: thing.facts.full })
              : t('shelf.thingSentence.whenNewEmpty')
          "
          :value="thing.facts.full ?? 60"
          :show="String"
          :least="1"
          :most="9999"
          :read="(text) => (/^\d+$/.test(text.trim()) ? Number(text) : null)"
          :tap="(n, by) => n + 10 * by"
          @change="(n) => setFacts({ full: n })"
        /> </template></i18n-t
    >{{ " "
    }}<i18n-t keypath="shelf.thingSentence.kept" scope="global">
      <template #kept>
        <WordText
          :label="t('shelf.thingSentence.keptLabel')"
          may-be-empty
          :text="thing.facts.place || t('everywhere.common.addAPlace')"
          :value="thing.facts.place ?? ''"
          :longest="60"
          @change="(place) => setFacts({ place })"
        />
      </template>
      <template #note>
        <WordText
          :label="t('shelf.thingSentence.note')"
          may-be-empty
          :text="thing.facts.note || t('everywhere.common.addANote')"
          :value="thing.facts.note ?? ''"
          :longest="300"
          @change="(note) => setFacts({ note })"
        />
      </template> </i18n-t
    >{{ " "
    }}<template v-if="thing.kind === 'ink'"
      ><template v-if="thing.facts.since"
        >{{ t("shelf.thingSentence.lastOn", { since: thing.facts.since }) }}{{ " " }}</template
      ><button type="button" class="word" @click="reInk">
        {{ t("shelf.thingSentence.reInkedToday") }}
      </button></template
    >
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
