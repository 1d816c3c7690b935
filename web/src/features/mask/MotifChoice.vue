<script setup lang="ts">
/** A motif of the shelf as a word. */
import { computed } from "vue";
import type { Schemas } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import { useShelf } from "../../stores/shelf";
import { t } from "../../words";

type Motif = Schemas["MotifOut"]["key"];
const props = defineProps<{ value: Motif }>();
const emit = defineEmits<{ choose: [motif: Motif] }>();
const shelf = useShelf();
const choices = computed(() =>
  (shelf.shelf?.motifs ?? []).map((m) => ({ value: m.key, label: m.name, path: m.path })),
);
const text = computed(
  () => choices.value.find((choice) => choice.value === props.value)?.label ?? props.value,
);
</script>

<template>
  <WordChoice
    :label="t('mask.motifChoice.motif')"
    :text="text"
    :value="value"
    :choices="choices"
    @choose="(key) => emit('choose', key)"
  />
</template>
