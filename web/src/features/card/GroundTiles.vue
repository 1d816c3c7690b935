<script setup lang="ts">
/** The grounds a card may start from, each as it would look on this stock: with the inks chosen, or before that with inks that suit. */
import PictureHere from "../../components/PictureHere.vue";
import { computed, ref, useId } from "vue";
import { ask } from "../../api/client";
import { useAsked } from "../../composables/useAsked";
import { useOneStop } from "../../composables/useOneStop";
import { coloursOf, fits, sayColours } from "../../logic/grounds";
import { useGrounds } from "../../stores/grounds";
import { useShelf } from "../../stores/shelf";
import { t } from "../../words";

const props = defineProps<{
  /** A format, or how large the panel is, as the picture is asked for: `format=five-seven`. */
  size: string;
  /** A round mask that is to be kept bare, as the picture is asked for: `x,y,diameter`. */
  disc?: string | null;
  stock: string;
  inks: string[];
  chosen: string | null;
  /** Something is being laid out: pictures still on their way wait. */
  held?: boolean;
}>();
const emit = defineEmits<{ choose: [ground: string, inks: string[]] }>();
const id = useId();
const list = ref<HTMLElement | null>(null);
useOneStop(list);
const store = useGrounds();
const shelf = useShelf();
const suits = useAsked(
  (signal) =>
    props.stock
      ? ask("get", "/api/grounds/suggested", { params: { query: { stock: props.stock } }, signal })
      : null,
  () => props.stock,
);

const colours = computed(() =>
  coloursOf((shelf.shelf?.inks ?? []).map(({ ink }) => ink).filter((ink) => props.inks.includes(ink.key))),
);
/** What the shelf has, for grounds that fetch a powder or white by themselves. */
const kinds = computed(() => new Set<string>((shelf.shelf?.inks ?? []).map(({ ink }) => ink.kind)));
/** Which of the sets of inks that suit it a ground is shown in. */
const turns = ref<Record<string, number>>({});
const setsFor = (ground: string) => (props.inks.length ? [] : (suits.value.value?.[ground] ?? []));
function inksFor(ground: string) {
  const sets = setsFor(ground);
  return sets.length ? (sets[(turns.value[ground] ?? 0) % sets.length] ?? []) : props.inks;
}
function showOthers(ground: string) {
  turns.value = { ...turns.value, [ground]: (turns.value[ground] ?? 0) + 1 };
  if (props.chosen === ground) emit("choose", ground, inksFor(ground));
}
/** The pictures that have come. */
const here = ref(new Set<string>());
function picture(ground: string) {
  const inks = inksFor(ground)
    .map((key) => `ink=${encodeURIComponent(key)}`)
    .join("&");
  return `/api/grounds/${ground}/picture.png?${props.size}&stock=${encodeURIComponent(props.stock)}&${inks}${props.disc ? `&disc=${props.disc}` : ""}`;
}
const fitting = computed(() =>
  (store.grounds ?? []).filter((ground) =>
    props.inks.length
      ? fits(ground, colours.value) && ground.needs.every((kind) => kinds.value.has(kind))
      : !!suits.value.value?.[ground.key],
  ),
);
const others = computed(() => (store.grounds ?? []).filter((ground) => !fitting.value.includes(ground)));
</script>

<template>
  <div>
    <p v-if="!inks.length && suits.state.value === 'asking'" class="quiet" role="status">
      {{ t("card.groundTiles.choosing") }}
    </p>
    <ul ref="list" class="tiles" :aria-label="t('card.groundTiles.grounds')">
      <li v-for="ground in fitting" :key="ground.key">
        <button
          type="button"
          class="tile"
          :aria-pressed="chosen === ground.key"
          @click="emit('choose', ground.key, inksFor(ground.key))"
        >
          <span class="picture">
            <PictureHere
              :src="picture(ground.key)"
              alt=""
              loading="lazy"
              :held="held"
              @load="here = new Set(here).add(picture(ground.key))"
            />
            <small v-if="!here.has(picture(ground.key))" class="drawing">{{
              t("everywhere.common.drawing")
            }}</small>
          </span>
          <b :id="`${id}-${ground.key}`">{{ ground.name }}</b>
          <small>{{ ground.hint }}</small>
          <small v-if="ground.suits"
            ><i>{{ t("card.groundTiles.for", { suits: ground.suits }) }}</i></small
          >
        </button>
        <el-button
          v-if="setsFor(ground.key).length > 1"
          size="small"
          class="others"
          :aria-describedby="`${id}-${ground.key}`"
          @click="showOthers(ground.key)"
          >{{ t("card.groundTiles.otherInks") }}</el-button
        >
      </li>
    </ul>
    <p v-if="others.length && inks.length" class="quiet">
      {{
        t("card.groundTiles.withAnotherNumberOfColours", {
          others: others.map((ground) => `${ground.name} (${sayColours(ground)})`).join(", "),
        })
      }}
    </p>
  </div>
</template>

<style scoped>
.tiles {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(138px, 1fr));
  gap: 10px;
}
li {
  display: flex;
  flex-direction: column;
}
.others {
  align-self: flex-start;
  font-size: 15px;
}
.drawing {
  grid-area: 1 / 1;
}
.picture :deep(img) {
  grid-area: 1 / 1;
}
.tile {
  display: flex;
  flex: 1;
  flex-direction: column;
  width: 100%;
  padding: 8px;
  border: 0;
  border-radius: 4px;
  background: transparent;
  text-align: left;
  cursor: pointer;
  font-size: 16px;
  line-height: 1.25;
}
.tile:hover,
.tile[aria-pressed="true"] {
  background: var(--paper-deep);
}
.tile[aria-pressed="true"] {
  box-shadow: inset 0 0 0 2px var(--ink);
}
.picture {
  display: grid;
  place-items: center;
  flex: none;
  height: 118px;
  margin-bottom: 6px;
  background: var(--surround);
  outline: 1px solid var(--hairline);
}
img {
  max-height: 104px;
  max-width: 110px;
  display: block;
}
b {
  display: block;
  font-weight: 650;
}
.quiet {
  margin-top: 10px;
  font-size: 15px;
}
small {
  display: block;
  font-size: 14px;
  color: var(--ink-soft);
}
</style>
