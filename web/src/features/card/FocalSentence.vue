<script setup lang="ts">
/** A focal piece as a sentence: where it will stand, how large, and how it does on the ground under it. */
import { computed } from "vue";
import type { Focal } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import WordToggle from "../../components/word/WordToggle.vue";
import { useDesk } from "../../composables/useDesk";
import { t } from "../../words";

const props = defineProps<{ piece: Focal }>();
const desk = useDesk();
const units = computed(() => desk.card?.plan.units ?? "in");
const reading = computed(() => desk.saved?.reading.focal.find((f) => f.key === props.piece.key));
const inks = computed(
  () =>
    desk.card?.plan.inks.map((ink) => ({
      value: ink.key,
      label: ink.name,
      colour: desk.saved?.reading.inks.find((on) => on.key === ink.key)?.hex,
    })) ?? [],
);
const verdict = computed(() => {
  if (!reading.value) return "";
  const { worst, fine } = reading.value;
  if (props.piece.kind === "image")
    return fine
      ? t("card.focalSentence.theGroundIsQuietUnder", { worst: worst.toFixed(0) })
      : t("card.focalSentence.theGroundIsBusyUnder", { worst: worst.toFixed(0) });
  return fine
    ? t("card.focalSentence.easyToReadFromThe", { worst: worst.toFixed(0) })
    : t("card.focalSentence.hardToReadAtIts", { worst: worst.toFixed(0) });
});
const set = (part: Partial<Focal>, said: string) =>
  desk.push(said, { do: "focal", piece: { ...props.piece, ...part } });
const draft = (part: Partial<Focal> | null) =>
  desk.setDraft(part && { do: "focal", piece: { ...props.piece, ...part } });
const SIZES = [
  {
    field: "width_mm",
    label: t("card.focalSentence.wide"),
    after: t("card.focalSentence.by"),
    said: t("card.focalSentence.resize"),
    least: 4,
  },
  {
    field: "height_mm",
    label: t("card.focalSentence.high"),
    after: t("card.focalSentence.itsMiddle"),
    said: t("card.focalSentence.resize"),
    least: 4,
  },
  {
    field: "x_mm",
    label: t("card.focalSentence.fromTheLeft"),
    after: t("card.focalSentence.fromTheLeftAnd"),
    said: t("card.focalSentence.move"),
    least: 0,
  },
  {
    field: "y_mm",
    label: t("card.focalSentence.fromTheTop"),
    after: t("card.focalSentence.topEnd"),
    said: t("card.focalSentence.move"),
    least: 0,
  },
] as const;
</script>

<template>
  <span
    >{{ " "
    }}<i18n-t keypath="card.focalSentence.theIs" scope="global">
      <template #kind>{{ piece.name === piece.kind ? piece.kind : `${piece.name} ${piece.kind}` }}</template>
      <template #in>
        <i18n-t v-if="piece.kind === 'sentiment'" keypath="card.focalSentence.in" scope="global">
          <template #inkOf>
            <WordChoice
              :label="t('card.focalSentence.inkOfTheSentiment')"
              :text="inks.find((i) => i.value === piece.ink)?.label ?? t('everywhere.common.noInkYet')"
              :value="piece.ink ?? null"
              :choices="inks"
              @choose="(ink) => set({ ink }, t('card.focalSentence.changeTheSentimentsInk'))"
            />
          </template>
        </i18n-t>
      </template>
      <template #sizes>
        <template v-for="size in SIZES" :key="size.field"
          ><WordLength
            :label="t('card.focalSentence.the', { name: piece.name, label: size.label })"
            :mm="piece[size.field]"
            :units="units"
            :least="size.least"
            @change="
              (mm) =>
                set(
                  { [size.field]: mm },
                  t('card.focalSentence.setEdit', { said: size.said, name: piece.name }),
                )
            "
            @draft="(mm) => draft(mm === null ? null : { [size.field]: mm })"
          />{{ size.after }}</template
        >
      </template>
      <template #it>
        <i18n-t v-if="piece.kind === 'image'" keypath="card.focalSentence.it" scope="global">
          <template #it>
            <WordToggle
              :label="t('card.focalSentence.stanceLabel')"
              :text="
                piece.stands ? t('card.focalSentence.standsOnTheGround') : t('card.focalSentence.floats')
              "
              :other="
                piece.stands ? t('card.focalSentence.floats') : t('card.focalSentence.standsOnTheGround')
              "
              @toggle="
                set(
                  { stands: !piece.stands },
                  t('card.focalSentence.letThe', {
                    name: piece.name,
                    stands: piece.stands ? t('card.focalSentence.float') : t('card.focalSentence.stand'),
                  }),
                )
              "
            />
          </template>
        </i18n-t>
      </template>
      <template #verdict>
        <template v-if="verdict"
          >; <i>{{ verdict }}</i></template
        >
      </template> </i18n-t
    >{{ " "
    }}<button
      type="button"
      class="word quiet"
      @click="
        desk.push(t('everywhere.common.removeWhat', { what: piece.name }), {
          do: 'take-focal-away',
          key: piece.key,
        })
      "
    >
      {{ t("everywhere.common.removeIt") }}
    </button>
  </span>
</template>
