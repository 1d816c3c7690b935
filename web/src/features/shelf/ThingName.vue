<script setup lang="ts">
/** What a thing of the shelf is called; its own things are renamed in place. */
import WordText from "../../components/word/WordText.vue";
import type { Thing } from "../../logic/things";
import { t } from "../../words";

defineProps<{ thing: Thing }>();
const emit = defineEmits<{ rename: [name: string] }>();
</script>

<template>
  <WordText
    v-if="thing.can_delete"
    :label="t('shelf.thingSentence.name')"
    :text="thing.name"
    :value="thing.name"
    :longest="80"
    @change="(name) => emit('rename', name)"
  /><b v-else>{{ thing.name }}</b>
</template>
