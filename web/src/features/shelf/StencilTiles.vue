<script setup lang="ts">
/** The shelf of stencils and masks as small pictures to choose from. */
import { ref } from "vue";
import { ask } from "../../api/client";
import type { Units } from "../../api/models";
import PageState from "../../components/PageState.vue";
import { useAsked } from "../../composables/useAsked";
import { useOneStop } from "../../composables/useOneStop";
import DesignPicture from "./DesignPicture.vue";
import { t } from "../../words";

const list = ref<HTMLElement | null>(null);
useOneStop(list);
const props = defineProps<{ units: Units }>();
const emit = defineEmits<{ choose: [key: string] }>();
const {
  value: designs,
  state,
  again,
} = useAsked((signal) => ask("get", "/api/stencils", { params: { query: { units: props.units } }, signal }));
</script>

<template>
  <PageState
    v-if="!designs"
    within
    :state="state"
    :what="t('everywhere.common.yourStencils')"
    @again="again"
  />
  <ul v-else ref="list" class="tiles" :aria-label="t('everywhere.common.stencilsAndMasks')">
    <li v-for="design in designs" :key="design.key">
      <button type="button" class="tile" @click="emit('choose', design.key)">
        <span class="picture"><DesignPicture :design="design" /></span>
        <b>{{ design.name }}</b>
      </button>
    </li>
  </ul>
</template>

<style scoped>
.tiles {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(112px, 1fr));
  gap: 8px;
}
.tile {
  width: 100%;
  padding: 6px;
  border: 0;
  border-radius: 4px;
  background: transparent;
  text-align: left;
  cursor: pointer;
  font-size: 16px;
  line-height: 1.2;
}
.tile:hover {
  background: var(--paper-deep);
}
.picture {
  display: block;
  height: 96px;
  margin-bottom: 4px;
}
</style>
