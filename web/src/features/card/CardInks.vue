<script setup lang="ts">
/** The inks of the card, light to dark; others of the shelf; and the ways to lay out anew from them. */
import { computed, nextTick, ref, shallowRef } from "vue";
import { useFileDialog, useObjectUrl } from "@vueuse/core";
import { ask, asFile } from "../../api/client";
import type { CardOut, Disc, InkModel } from "../../api/models";
import DoRow from "../../components/DoRow.vue";
import InkDab from "../../components/InkDab.vue";
import InkPicker from "../../components/InkPicker.vue";
import { useDesk } from "../../composables/useDesk";
import { useSlowEdit } from "../../composables/useSlowEdit";
import { newKey, windowKey } from "../../logic/keys";
import { smaller } from "../../logic/smaller";
import { sayEvened } from "../../logic/solving";
import FindColour from "../solving/FindColour.vue";
import PictureBeside from "../solving/PictureBeside.vue";
import StillWorking from "../solving/StillWorking.vue";
import OtherColours from "../solving/OtherColours.vue";
import AddInk from "../shelf/AddInk.vue";
import GroundTiles from "./GroundTiles.vue";
import LayGradient from "./LayGradient.vue";
import { useShelf } from "../../stores/shelf";
import { t } from "../../words";

const props = defineProps<{ card: CardOut; format: string }>();
const emit = defineEmits<{ laidAnew: [] }>();
const desk = useDesk();
const shelf = useShelf();
const plan = computed(() => props.card.plan);

type Open = "inks" | "gradient" | "ground" | "find" | "other";
const open = ref<Open | null>(null);
const opened = ref<HTMLElement | null>(null);
async function turn(what: Open) {
  open.value = open.value === what ? null : what;
  await nextTick();
  opened.value?.scrollIntoView({ block: "start" });
}

/** A photograph of a sky, a cloth or a wall in the place of what is laid; undo brings that back. */
const looking = useSlowEdit("from-picture");
const pictures = useFileDialog({
  accept: "image/jpeg,image/png,image/webp,image/heic,.heic",
  multiple: false,
  reset: true,
});
pictures.onChange(async (files) => {
  const file = files?.[0];
  if (!file) return;
  const done = await looking.go(async (work, based_on) => {
    const query = { based_on, work, key: newKey(), window: windowKey() };
    const small = await smaller(file);
    return ask("post", "/api/cards/{card_id}/from-picture", {
      params: { path: { card_id: props.card.id }, query },
      ...asFile(small.type, small),
    });
  });
  if (!done) return;
  seen.value = file;
  emit("laidAnew");
});
/** The photograph that was laid out last, to be held beside the ground. */
const seen = shallowRef<File | null>(null);
const photo = useObjectUrl(seen);
const evening = useSlowEdit("even");
async function even() {
  let told = "";
  const done = await evening.go(async (work, based_on) => {
    const params = { path: { card_id: props.card.id }, query: { work } };
    const evened = await ask("post", "/api/cards/{card_id}/even", {
      params,
      body: { based_on, key: newKey(), window: windowKey() },
    });
    told = sayEvened(evened.before, evened.after);
    return evened.card;
  });
  if (done) desk.moves = [told];
}
/** Whether inks are blended in bands, so that there is a gradient to even. */
const banded = computed(() => {
  const bands = plan.value.steps.flatMap((step) =>
    step.do === "brush" && (step.region.over === "band" || step.region.over === "slant") ? [step.ink] : [],
  );
  return new Set(bands).size > 1;
});
const numbered = computed(() => {
  const light = [...props.card.reading.inks].sort((a, b) => b.lightness - a.lightness);
  return plan.value.inks.map((ink) => ({
    ink,
    on: props.card.reading.inks.find((other) => other.key === ink.key),
    place: light.findIndex((other) => other.key === ink.key) + 1,
  }));
});
const inUse = (key: string) =>
  plan.value.steps.some((step) => step.do === "brush" && step.ink === key) ||
  plan.value.focal.some((piece) => piece.ink === key);
function toggle(ink: InkModel) {
  const has = plan.value.inks.some((other) => other.key === ink.key);
  if (!has) desk.push(t("everywhere.common.addWhat", { what: ink.name }), { do: "take-ink", ink });
  else if (!inUse(ink.key))
    desk.push(t("card.cardInks.putBack", { name: ink.name }), { do: "put-ink-back", key: ink.key });
}
/** A new ink for the shelf, which comes on the card at once. */
const making = ref(false);
function added(key: string) {
  const ink = shelf.shelf?.inks.find((one) => one.ink.key === key)?.ink;
  if (ink) toggle(ink);
}
/** A moon or a sun of the card: it stays where the ground has a place for one. */
const moon = computed(() =>
  plan.value.masks.find(
    (mask): mask is Disc =>
      mask.shape === "disc" && mask.keeps === "inside" && mask.x_mm >= 0 && mask.y_mm >= 0,
  ),
);
/** What another ground takes the place of, and what it leaves. */
const replaces = computed(() => {
  const [steps, masks] = [plan.value.steps.length, plan.value.masks.length];
  const gone = [
    steps ? t("card.cardInks.steps", { steps }, steps) : "",
    masks ? t("card.cardInks.masks", { masks }, masks) : "",
  ].filter((words) => words);
  const stays = [
    t("card.cardInks.theInks"),
    t("card.cardInks.theStock"),
    ...(plan.value.focal.length ? [t("card.cardInks.theFocalPieces")] : []),
  ];
  if (plan.value.cuts.length) stays.push(t("card.cardInks.whatIsCut"));
  const stay = t("card.cardInks.and", { slice: stays.slice(0, -1).join(", "), at: stays.at(-1) ?? "" });
  return gone.length
    ? t("card.cardInks.groundReplaces", { gone: gone.join(t("card.cardInks.andThe")), stay }) +
        (moon.value ? t("card.cardInks.moonStays", { name: moon.value.name }) : "")
    : t("card.cardInks.aGroundFromTheseInks");
});
function layGround(ground: string) {
  desk.push(t("card.cardInks.groundEdit"), { do: "ground", ground });
  open.value = null;
  emit("laidAnew");
}
function laidOut() {
  open.value = null;
  emit("laidAnew");
}
</script>

<template>
  <div class="inks">
    <InkDab
      v-for="{ ink, on, place } in numbered"
      :key="ink.key"
      :colour="on?.hex ?? 'transparent'"
      :stock="card.reading.stock_hex"
      :name="ink.name"
      :mark="place ? String(place) : undefined"
    />
  </div>
  <div ref="opened">
    <DoRow :of="t('card.cardInks.rowInks')">
      <el-button :aria-expanded="open === 'inks'" @click="turn('inks')">
        {{ open === "inks" ? t("everywhere.action.done") : t("card.cardInks.chooseInks") }}
      </el-button>
      <el-button :aria-expanded="open === 'find'" @click="turn('find')">{{
        t("everywhere.common.findAColour")
      }}</el-button>
      <el-button v-if="plan.steps.length" :aria-expanded="open === 'other'" @click="turn('other')">{{
        t("everywhere.common.tryOtherColours")
      }}</el-button>
    </DoRow>
    <DoRow :of="t('card.cardInks.rowGround')">
      <el-button :aria-expanded="open === 'gradient'" @click="turn('gradient')">{{
        t("card.cardInks.gradient")
      }}</el-button>
      <el-button :aria-expanded="open === 'ground'" @click="turn('ground')">{{
        t("card.cardInks.anotherGround")
      }}</el-button>
      <el-button
        v-if="!card.piece"
        :disabled="!desk.pristine || looking.busy.value"
        @click="pictures.open()"
        >{{ t("card.cardInks.fromAPicture") }}</el-button
      >
      <el-button v-if="banded" :disabled="!desk.pristine || evening.busy.value" @click="even">{{
        t("card.cardInks.smooth")
      }}</el-button>
    </DoRow>
  </div>
  <PictureBeside v-if="photo" :card="card" :photo="photo" @leave="seen = null" />
  <StillWorking
    v-if="looking.busy.value"
    :what="t('card.cardInks.readingPicture')"
    :share="looking.share.value"
    @stop="looking.stop"
  />
  <StillWorking
    v-if="evening.busy.value"
    :what="t('card.cardInks.tryingWhereTheBandsMeet')"
    :share="evening.share.value"
    @stop="evening.stop"
  />
  <InkPicker
    v-if="open === 'inks'"
    :stock-hex="card.reading.stock_hex"
    :chosen="plan.inks.map((ink) => ink.key)"
    :kept="inUse"
    kinds
    @toggle="toggle"
  >
    <button type="button" class="word" @click="making = true">{{ t("everywhere.common.aNewOne") }}</button>
  </InkPicker>
  <AddInk v-if="open === 'inks' && making" @added="added" @close="making = false" />
  <FindColour v-if="open === 'find'" :card="card" @taken="open = null" />
  <OtherColours v-if="open === 'other'" :card="card" @taken="open = null" />
  <div v-if="open === 'ground'" class="layout">
    <p>{{ replaces }}</p>
    <GroundTiles
      :size="`format=${format}`"
      :stock="plan.stock.key"
      :inks="plan.inks.map((ink) => ink.key)"
      :chosen="null"
      :disc="moon && `${moon.x_mm.toFixed(1)},${moon.y_mm.toFixed(1)},${moon.diameter_mm.toFixed(1)}`"
      @choose="layGround"
    />
  </div>
  <LayGradient
    v-if="open === 'gradient'"
    class="layout"
    :plan="plan"
    :width="card.reading.panel_width_mm"
    :height="card.reading.panel_height_mm"
    @done="laidOut"
  />
</template>

<style scoped>
.inks {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 6px;
  align-items: flex-start;
  margin-top: 12px;
}
.layout {
  margin-top: 12px;
  padding: 12px 14px;
  background: var(--paper-lift);
}
</style>
