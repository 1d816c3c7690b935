<script setup lang="ts">
/** A thing of the shelf as a sentence: what it is, how much is left, where it is kept; every bold word is changed in place. */
import { computed } from "vue";
import { ask } from "../../api/client";
import type { Schemas, Units } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import WordNumber from "../../components/word/WordNumber.vue";
import WordText from "../../components/word/WordText.vue";
import WordToggle from "../../components/word/WordToggle.vue";
import { useDoing } from "../../composables/useDoing";
import { PLENTY, readLeft, sayLeft as sayCount } from "../../logic/supplies";
import { sayLeft, type Thing } from "../../logic/things";
import {
  DRIES,
  HELD,
  HIDING,
  INK_KINDS,
  STAMP_MAKES,
  STAMP_OF,
  SURFACES,
  WATER,
} from "../../logic/thingWords";
import { useThings } from "../../stores/things";

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
const called = (list: readonly { value: string; label: string }[], value: string) =>
  list.find((one) => one.value === value)?.label ?? value;
/** A stamp's image is a drawing of the shelf, one that came with Cielo or was brought in. */
const images = computed(() => [
  { value: "", label: "not drawn yet" },
  ...props.designs.filter((d) => d.sort !== "edge").map((d) => ({ value: d.key, label: d.name })),
]);
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
    <WordText
      v-if="thing.can_delete && thing.kind !== 'stencil'"
      label="Name"
      :text="thing.name"
      :value="thing.name"
      :longest="80"
      @change="rename"
    /><b v-else>{{ thing.name }}</b>
    <template v-if="thing.ink">
      is a
      <WordChoice
        label="Kind"
        :text="called(INK_KINDS, thing.ink.kind)"
        :value="thing.ink.kind"
        :choices="INK_KINDS"
        @choose="(kind) => setInk({ kind })"
      />; in water it is
      <WordChoice
        label="In water"
        :text="called(WATER, thing.ink.water)"
        :value="thing.ink.water"
        :choices="WATER"
        @choose="(water) => setInk({ water })"
      />, it dries
      <WordChoice
        label="Dries"
        :text="called(DRIES, thing.ink.dries)"
        :value="thing.ink.dries"
        :choices="DRIES"
        @choose="(dries) => setInk({ dries })"
      />, and covers
      <WordChoice
        label="Covers"
        :text="called(HIDING, hiding)"
        :value="hiding"
        :choices="HIDING"
        @choose="(value) => setInk({ hiding: Number(value) })"
      />.
    </template>
    <template v-if="thing.stock">
      is
      <WordChoice
        label="Surface"
        :text="called(SURFACES, thing.stock.paper.surface)"
        :value="thing.stock.paper.surface"
        :choices="SURFACES"
        @choose="(surface) => thing.stock && setStock({ paper: { ...thing.stock.paper, surface } })"
      />,
      <WordLength
        label="Thick"
        :text="`${thing.stock.thickness_mm} mm`"
        :mm="thing.stock.thickness_mm"
        units="cm"
        :least="0.02"
        :most="5"
        @change="(mm) => setStock({ thickness_mm: mm })"
      />
      thick,
      <WordNumber
        label="Weight"
        :text="thing.facts.weight_gsm ? `${thing.facts.weight_gsm} g/m²` : 'of a weight not told'"
        :value="thing.facts.weight_gsm ?? 250"
        :show="String"
        unit="g/m²"
        :least="20"
        :most="1000"
        :read="(text) => (/^\d+$/.test(text.trim()) ? Number(text) : null)"
        :tap="(n, by) => n + 10 * by"
        @change="(n) => setFacts({ weight_gsm: n })"
      />;
      <WordToggle
        label="It"
        :text="thing.facts.takes_water ? 'takes water' : 'is not made for water'"
        :other="thing.facts.takes_water ? 'is not made for water' : 'takes water'"
        @toggle="setFacts({ takes_water: !thing.facts.takes_water })"
      />
      and is
      <WordToggle
        label="Light"
        :text="thing.stock.translucent ? 'translucent' : 'opaque'"
        :other="thing.stock.translucent ? 'opaque' : 'translucent'"
        @toggle="setStock({ translucent: !thing.stock.translucent })"
      />,
      <WordToggle
        label="Fibres"
        :text="thing.stock.fibres ? 'with fibres in it' : 'without fibres'"
        :other="thing.stock.fibres ? 'without fibres' : 'with fibres in it'"
        @toggle="setStock({ fibres: !thing.stock.fibres })"
      />. Its sheets are
      <WordLength
        label="Sheets wide"
        :mm="thing.facts.sheet_width_mm ?? (units === 'in' ? 215.9 : 210)"
        :units="units"
        :least="20"
        :most="2000"
        @change="(mm) => setFacts({ sheet_width_mm: mm })"
      />
      by
      <WordLength
        label="Sheets high"
        :mm="thing.facts.sheet_height_mm ?? (units === 'in' ? 279.4 : 297)"
        :units="units"
        :least="20"
        :most="2000"
        @change="(mm) => setFacts({ sheet_height_mm: mm })"
      />.
    </template>
    <template v-if="thing.kind === 'stencil'">
      is held
      <WordChoice
        label="Held"
        :text="called(HELD, thing.facts.held ?? 'usual')"
        :value="thing.facts.held ?? 'usual'"
        :choices="HELD"
        @choose="(held) => setFacts({ held: held === 'usual' ? null : held })"
      />.
    </template>
    <template v-if="thing.own">
      is
      <WordLength
        label="Across"
        :text="thing.own.size_mm ? undefined : 'of a size not told'"
        :mm="thing.own.size_mm ?? 50"
        :units="units"
        :least="1"
        :most="1000"
        @change="(mm) => setOwn({ size_mm: mm })"
      />
      across,
      <template v-if="thing.kind === 'stamp'">
        <WordChoice
          label="Made of"
          :text="called(STAMP_OF, thing.own.of ?? '')"
          :value="thing.own.of ?? ''"
          :choices="STAMP_OF"
          @choose="(of) => setOwn({ of })"
        />; it prints
        <WordChoice
          label="What it prints"
          :text="called(STAMP_MAKES, thing.own.makes ?? '')"
          :value="thing.own.makes ?? ''"
          :choices="STAMP_MAKES"
          @choose="(makes) => setOwn({ makes })"
        />, drawn as
        <WordChoice
          label="Its image"
          :text="called(images, thing.own.image ?? '')"
          :value="thing.own.image ?? ''"
          :choices="images"
          @choose="(image) => setOwn({ image })"
        />.
      </template>
      <WordText
        v-else
        label="What it makes"
        may-be-empty
        :text="thing.own.makes || 'as you like'"
        :value="thing.own.makes ?? ''"
        @change="(makes) => setOwn({ makes })"
      /><template v-if="thing.kind !== 'stamp'">.</template>
    </template>
    There
    {{ left === 1 ? "is" : "are" }}
    <WordNumber
      label="Left"
      :text="sayLeft(thing)"
      :value="left"
      :show="sayCount"
      hint="Write a number, or: plenty."
      :read="readLeft"
      :tap="tap"
      @change="noteLeft"
    /><template v-if="thing.low"> <b class="low">— it runs low</b></template
    ><template v-if="thing.kind === 'ink'"
      >, of
      <WordNumber
        label="When new"
        :text="thing.facts.full ? `${thing.facts.full} when new` : 'a number not told when new'"
        :value="thing.facts.full ?? 60"
        :show="String"
        :least="1"
        :most="9999"
        :read="(text) => (/^\d+$/.test(text.trim()) ? Number(text) : null)"
        :tap="(n, by) => n + 10 * by"
        @change="(n) => setFacts({ full: n })" /></template
    >. Kept
    <WordText
      label="Kept"
      may-be-empty
      :text="thing.facts.place || 'where you like'"
      :value="thing.facts.place ?? ''"
      :longest="60"
      @change="(place) => setFacts({ place })"
    />;
    <WordText
      label="Note"
      may-be-empty
      :text="thing.facts.note || 'no note'"
      :value="thing.facts.note ?? ''"
      :longest="300"
      @change="(note) => setFacts({ note })"
    />.
    <template v-if="thing.kind === 'ink'">
      <button type="button" class="word" @click="reInk">Re-inked today</button
      ><template v-if="thing.facts.since">, last on {{ thing.facts.since }}</template
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
