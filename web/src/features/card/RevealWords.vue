<script setup lang="ts">
/** What a layer shows round what lies on it: one width all round, or each side apart. */
import { computed, ref } from "vue";
import type { CardPart, Units } from "../../api/models";
import WordLength from "../../components/word/WordLength.vue";
import { t } from "../../words";

type Reveals = CardPart["reveals"];
const props = defineProps<{ label: string; reveals: Reveals; units: Units }>();
const emit = defineEmits<{ change: [reveals: Reveals]; draft: [reveals: Reveals | null] }>();

const SIDES = ["left", "top", "right", "bottom"] as const;
const alike = computed(() => new Set(Object.values(props.reveals)).size === 1);
/** Asked for by hand; unlike sides are always said apart. */
const apart = ref(false);
const all = (mm: number): Reveals => ({ left_mm: mm, top_mm: mm, right_mm: mm, bottom_mm: mm });
const one = (side: (typeof SIDES)[number], mm: number): Reveals => ({ ...props.reveals, [`${side}_mm`]: mm });
</script>

<template>
  <i18n-t v-if="alike && !apart" keypath="card.revealWords.sameAllRound" scope="global">
    <template #left>
      <WordLength
        :label="t('card.revealWords.choiceAllRound', { label })"
        :mm="reveals.left_mm"
        :units="units"
        :most="300"
        @change="(mm) => emit('change', all(mm))"
        @draft="(mm) => emit('draft', mm === null ? null : all(mm))"
      />
    </template>
    <template #eachSide>
      <button type="button" class="word quiet" @click="apart = true">
        {{ t("card.revealWords.eachSide") }}
      </button>
    </template>
  </i18n-t>
  <template v-else
    ><template v-for="(side, i) in SIDES" :key="side"
      >{{ i ? ", " : "" }}{{ side }}
      <WordLength
        :label="`${label} ${side}`"
        :mm="reveals[`${side}_mm`]"
        :units="units"
        :most="300"
        @change="(mm) => emit('change', one(side, mm))"
        @draft="(mm) => emit('draft', mm === null ? null : one(side, mm))" /></template
  ></template>
</template>
