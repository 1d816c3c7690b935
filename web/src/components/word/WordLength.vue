<script setup lang="ts">
/** A length of a sentence, in the maker's own units. */
import { computed } from "vue";
import type { Units } from "../../api/models";
import { readLength, sayLength, showLength, tapLength } from "../../logic/length";
import WordNumber from "./WordNumber.vue";
import { t } from "../../words";

const props = defineProps<{
  label: string;
  mm: number;
  units: Units;
  least?: number;
  most?: number;
  text?: string;
}>();
const emit = defineEmits<{ change: [mm: number]; draft: [mm: number | null] }>();
const hint = computed(() =>
  props.units === "in"
    ? t("everywhere.wordLength.exampleInches")
    : t("everywhere.wordLength.exampleCentimetres"),
);
</script>

<template>
  <WordNumber
    :text="text ?? sayLength(mm, units)"
    :label="label"
    :value="mm"
    :show="(value) => showLength(value, units)"
    :say="(value) => sayLength(value, units)"
    :unit="units"
    :hint="hint"
    :least="least ?? 0"
    :most="most"
    :read="(text) => readLength(text, units)"
    :tap="(value, direction) => tapLength(value, units, direction, least)"
    @change="(value) => emit('change', value)"
    @draft="(value) => emit('draft', value)"
  />
</template>
