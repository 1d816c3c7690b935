<script setup lang="ts">
/** A window, frame, spotlight or strip as a sentence. */
import { computed } from "vue";
import type { Cut, Units } from "../../api/models";
import WordAngle from "../../components/word/WordAngle.vue";
import WordChoice from "../../components/word/WordChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import { useDesk } from "../../composables/useDesk";
import { USES } from "../../logic/cuts";
import { useShelf } from "../../stores/shelf";
import { t } from "../../words";

const props = defineProps<{ cut: Cut; units: Units }>();
const desk = useDesk();
const shelf = useShelf();

const set = (part: Partial<Cut>, said: string) =>
  desk.push(said, { do: "cut", cut: { ...props.cut, ...part } });
const OUTLINES = [
  { value: "rectangle" as const, label: t("pieces.cutSentence.straight") },
  { value: "round" as const, label: t("pieces.cutSentence.round") },
];
type Shape = Extract<Cut["outline"], string>;
/** A cut of an outline of its own keeps it until another is chosen. */
const shape = computed(() => (typeof props.cut.outline === "string" ? props.cut.outline : null));
const outlines = computed<{ value: Shape; label: string }[]>(() => [
  ...OUTLINES,
  ...(shelf.shelf?.motifs ?? []).map((m) => ({ value: m.key, label: m.name })),
]);
const use = computed(() => USES.find((u) => u.value === props.cut.use));
</script>

<template>
  <span
    >{{ " "
    }}<i18n-t keypath="pieces.cutSentence.theIsByIts" scope="global">
      <template #use>
        <WordChoice
          :label="t('pieces.cutSentence.use')"
          :text="use?.short ?? cut.use"
          :value="cut.use"
          :choices="USES"
          @choose="(use) => set({ use }, t('pieces.cutSentence.changeItsUse'))"
        />
      </template>
      <template #width>
        <WordLength
          :label="t('pieces.cutSentence.theWide', { name: cut.name })"
          :mm="cut.width_mm"
          :units="units"
          :least="3"
          @change="(mm) => set({ width_mm: mm }, t('everywhere.common.resizeWhat', { what: cut.name }))"
        />
      </template>
      <template #height>
        <WordLength
          :label="t('pieces.cutSentence.theHigh', { name: cut.name })"
          :mm="cut.height_mm"
          :units="units"
          :least="3"
          @change="(mm) => set({ height_mm: mm }, t('everywhere.common.resizeWhat', { what: cut.name }))"
        />
      </template>
      <template #includes>
        <template v-if="!['strip', 'sentiment'].includes(cut.use)"
          >,
          <WordChoice
            :label="t('pieces.cutSentence.outline')"
            :text="
              typeof cut.outline === 'string'
                ? (outlines.find((o) => o.value === cut.outline)?.label ?? cut.outline)
                : cut.outline.name
            "
            :value="shape"
            :choices="outlines"
            @choose="(outline) => set({ outline }, t('pieces.cutSentence.changeTheOutline'))"
        /></template>
      </template>
      <template #itsRim>
        <i18n-t v-if="cut.use === 'frame'" keypath="pieces.cutSentence.itsRim" scope="global">
          <template #rim>
            <WordLength
              :label="t('pieces.cutSentence.rim')"
              :mm="cut.rim_mm"
              :units="units"
              :least="1"
              @change="(mm) => set({ rim_mm: mm }, t('pieces.cutSentence.changeTheRim'))"
            />
          </template>
        </i18n-t>
      </template>
      <template #x>
        <WordLength
          :label="t('everywhere.common.whatFromTheLeft', { what: cut.name })"
          :mm="cut.x_mm"
          :units="units"
          @change="(mm) => set({ x_mm: mm }, t('everywhere.common.moveWhat', { what: cut.name }))"
        />
      </template>
      <template #y>
        <WordLength
          :label="t('everywhere.common.whatFromTheTop', { what: cut.name })"
          :mm="cut.y_mm"
          :units="units"
          @change="(mm) => set({ y_mm: mm }, t('everywhere.common.moveWhat', { what: cut.name }))"
        />
      </template>
      <template #turned>
        <WordAngle
          :label="t('pieces.cutSentence.turned')"
          :value="cut.angle_deg"
          @change="(n) => set({ angle_deg: n }, t('everywhere.common.turnWhat', { what: cut.name }))"
        />
      </template> </i18n-t
    >{{ " "
    }}<button
      type="button"
      class="word quiet"
      @click="
        desk.push(t('everywhere.common.removeWhat', { what: cut.name }), { do: 'drop-cut', key: cut.key })
      "
    >
      {{ t("everywhere.common.removeIt") }}
    </button>
  </span>
</template>
