<script setup lang="ts">
/** The grounds a card may start from, each as it would look on this stock with these inks. */
import { computed } from "vue";
import { coloursOf, fits, sayColours } from "../../logic/grounds";
import { useGrounds } from "../../stores/grounds";
import { useShelf } from "../../stores/shelf";

const props = defineProps<{ format: string; stock: string; inks: string[]; chosen: string | null }>();
const emit = defineEmits<{ choose: [ground: string] }>();
const store = useGrounds();
const shelf = useShelf();

const colours = computed(() =>
  coloursOf((shelf.shelf?.inks ?? []).map(({ ink }) => ink).filter((ink) => props.inks.includes(ink.key))),
);
const query = computed(() => {
  const inks = props.inks.map((key) => `ink=${encodeURIComponent(key)}`).join("&");
  return `format=${props.format}&stock=${encodeURIComponent(props.stock)}&${inks}`;
});
const fitting = computed(() => (store.grounds ?? []).filter((ground) => fits(ground, colours.value)));
const others = computed(() => (store.grounds ?? []).filter((ground) => !fits(ground, colours.value)));
</script>

<template>
  <div>
    <ul class="tiles" aria-label="Grounds">
      <li v-for="ground in fitting" :key="ground.key">
        <button
          type="button"
          class="tile"
          :aria-pressed="chosen === ground.key"
          @click="emit('choose', ground.key)"
        >
          <span class="picture">
            <img :src="`/api/grounds/${ground.key}/picture.png?${query}`" alt="" loading="lazy" />
          </span>
          <b>{{ ground.name }}</b>
          <small>{{ ground.hint }}</small>
          <small v-if="ground.suits"
            ><i>for {{ ground.suits }}</i></small
          >
        </button>
      </li>
    </ul>
    <p v-if="others.length" class="quiet">
      With another number of colours:
      {{ others.map((ground) => `${ground.name} (${sayColours(ground)})`).join(", ") }}.
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
.tile {
  display: flex;
  flex-direction: column;
  width: 100%;
  height: 100%;
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
