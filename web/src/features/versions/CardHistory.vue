<script setup lang="ts">
/** How the card came to be: every plan it has had, as a picture, the newest first. One tap lays it beside what stands now. */
import PictureHere from "../../components/PictureHere.vue";
import { ask } from "../../api/client";
import type { CardOut } from "../../api/models";
import PageState from "../../components/PageState.vue";
import { useAsked } from "../../composables/useAsked";
import { sayWhen } from "../../logic/versions";
import { t } from "../../words";

const props = defineProps<{ card: CardOut }>();
const emit = defineEmits<{ beside: [number: number]; leave: [] }>();
const asked = useAsked(
  (signal) =>
    ask("get", "/api/cards/{card_id}/versions", { params: { path: { card_id: props.card.id } }, signal }),
  () => props.card.revision,
);
const { value: versions } = asked;
const picture = (number: number) => `/api/cards/${props.card.id}/picture.png?revision=${number}&dpi=30`;
</script>

<template>
  <section class="history" :aria-label="t('everywhere.action.history')">
    <p class="head">
      <i18n-t keypath="versions.cardHistory.tapOneToLayIt" scope="global">
        <template #howIt>
          <b>{{ t("versions.cardHistory.intro") }}</b>
        </template> </i18n-t
      >{{ " "
      }}<button type="button" class="word" @click="emit('leave')">
        {{ t("everywhere.action.close") }}
      </button>
    </p>
    <PageState v-if="!versions" state="asking" :what="t('versions.cardHistory.what')" />
    <ol v-else>
      <li v-for="(version, at) in versions" :key="version.number">
        <button type="button" :disabled="at === 0" @click="emit('beside', version.number)">
          <PictureHere :src="picture(version.number)" alt="" loading="lazy" />
          <span>{{ at === 0 ? t("versions.cardHistory.now") : version.said }}</span>
          <span class="quiet">{{ sayWhen(version.made_at) }}</span>
        </button>
      </li>
    </ol>
    <p v-if="versions?.length === 1" class="quiet">{{ t("versions.besideVersion.unchanged") }}</p>
  </section>
</template>

<style scoped>
.history {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  padding: 10px 18px 60px;
  background: var(--surround);
}
.head {
  margin: 0 0 10px;
}
ol {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(132px, 1fr));
  gap: 14px;
  margin: 0;
  padding: 0;
  list-style: none;
}
li button {
  display: flex;
  flex-direction: column;
  gap: 3px;
  width: 100%;
  height: 100%;
  padding: 8px;
  border: 0;
  background: transparent;
  text-align: left;
  font: inherit;
  font-size: 15px;
  line-height: 1.25;
  overflow-wrap: anywhere;
  cursor: pointer;
}
li button:not(:disabled):hover,
li button:focus-visible {
  background: var(--paper-deep);
}
li button:disabled {
  color: inherit;
  cursor: default;
}
img {
  align-self: flex-start;
  height: 128px;
  max-width: 100%;
  object-fit: contain;
  background: var(--paper-deep);
}
</style>
