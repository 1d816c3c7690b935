<script setup lang="ts">
/** Something that was learnt, and the cards it rests on. */
import type { Schemas } from "../../api/models";
import { t } from "../../words";

defineProps<{ words: string; entries: readonly Schemas["TitledEntryOut"][] }>();
const emit = defineEmits<{ choose: [entry: string] }>();
</script>

<template>
  <p>
    <i18n-t keypath="journal.learntLine.from" scope="global">
      <template #words>
        <b>{{ words }}</b>
      </template>
      <template #entries>
        <template v-for="(entry, i) in entries" :key="entry.entry"
          ><template v-if="i">{{ t("journal.learntLine.and") }}</template
          ><button type="button" class="word" @click="emit('choose', entry.entry)">
            {{ entry.title }}
          </button></template
        >
      </template> </i18n-t
    >{{ " " }}<slot />
  </p>
</template>
