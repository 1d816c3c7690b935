<script setup lang="ts">
/** What is to be known before these inks are laid over each other. */
import { computed } from "vue";
import type { ChartOut } from "../../api/models";
import { notes } from "../../logic/crossings";
import { t } from "../../words";
import type { Square } from "./CrossingWeave.vue";

const props = defineProps<{ chart: ChartOut; light: string }>();
const emit = defineEmits<{ show: [square: Square] }>();
const noted = computed(() => notes(props.chart));
const name = (key: string) => props.chart.inks.find((ink) => ink.key === key)?.name ?? key;
</script>

<template>
  <p v-if="light !== 'daylight'" class="quiet lamp">
    {{ t("crossings.crossingNotes.byAnotherLightTheColours") }}
  </p>
  <p v-for="warning in chart.warnings" :key="warning" class="quiet">{{ warning }}</p>
  <p v-for="pair in chart.alike" :key="pair.first + pair.second" class="quiet">
    {{
      t("crossings.crossingNotes.andAreHardlyToldApart", {
        name: name(pair.first),
        name2: name(pair.second),
        eyes: pair.eyes,
      })
    }}
  </p>
  <h3>
    {{
      noted.length
        ? t("crossings.crossingNotes.toKnowBeforeYouInk")
        : t("crossings.crossingNotes.nothingToWarnOfAmong")
    }}
  </h3>
  <ul class="notes">
    <li v-for="note in noted" :key="`${note.code}${note.bottom}${note.top}`">
      <el-button @click="emit('show', { bottom: note.bottom, top: note.top })">
        {{
          note.bottom === note.top
            ? name(note.top)
            : t("crossings.crossingAnswer.over", { name: name(note.top), name2: name(note.bottom) })
        }}
      </el-button>
      {{ note.words }}
    </li>
  </ul>
</template>

<style scoped>
.lamp {
  font-size: 15px;
}
h3 {
  font-size: 19px;
  margin-top: 12px;
}
.notes {
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: 16px;
}
.notes .el-button {
  padding-left: 0;
}
</style>
