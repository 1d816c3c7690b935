<script setup lang="ts">
/** A card that was made, as it lies in the journal: its photograph, its prediction, or her words on it. */
import PictureHere from "../../components/PictureHere.vue";
import type { Schemas } from "../../api/models";
import { sayDay } from "../../logic/versions";
import { t } from "../../words";

defineProps<{ entry: Schemas["JournalEntryOut"] }>();
const emit = defineEmits<{ choose: [] }>();
</script>

<template>
  <button type="button" class="tile" @click="emit('choose')">
    <span class="picture">
      <PictureHere
        v-if="entry.photographed || entry.planned"
        loading="lazy"
        :src="`/api/journal/${entry.id}/${entry.photographed ? 'photo.jpg' : 'picture.png'}`"
        alt=""
      />
      <span v-else class="words">{{ entry.facts.notes || t("journal.entryTile.noPictureOfItYet") }}</span>
    </span>
    <b>{{ entry.facts.title }}</b>
    <small
      >{{ sayDay(entry.made_at)
      }}<template v-if="entry.facts.rating">{{
        t("journal.entryTile.stars", { rating: entry.facts.rating })
      }}</template></small
    >
  </button>
</template>

<style scoped>
.tile {
  display: flex;
  flex-direction: column;
  gap: 2px;
  width: 208px;
  padding: 6px;
  border: 0;
  background: transparent;
  text-align: left;
  cursor: pointer;
}
.tile:hover {
  background: var(--paper-deep);
}
.picture {
  display: grid;
  place-items: center;
  height: 210px;
  overflow: hidden;
  background: var(--surround);
}
.picture img {
  width: 100%;
  height: 210px;
  object-fit: contain;
}
.words {
  padding: 14px;
  font-style: italic;
  line-height: 1.35;
}
</style>
