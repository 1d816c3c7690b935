<script setup lang="ts">
/** A stamp, tool or tape of the shelf: how large it is, what it is made of, and what it prints or makes. */
import { computed } from "vue";
import type { Schemas, Units } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import WordText from "../../components/word/WordText.vue";
import type { Thing } from "../../logic/things";
import { calledIn, STAMP_MAKES, STAMP_OF } from "../../logic/thingWords";
import { t } from "../../words";

const props = defineProps<{ thing: Thing; units: Units; designs: Schemas["DesignOut"][] }>();
const emit = defineEmits<{ own: [part: Partial<Schemas["OwnModel"]>] }>();
const own = computed(() => props.thing.own as Schemas["OwnModel"]);
/** A stamp's image is a drawing of the shelf, one that came with Cielo or was brought in. */
const images = computed(() => [
  { value: "", label: t("shelf.ownSentence.notDrawnYet") },
  ...props.designs.filter((d) => d.sort !== "edge").map((d) => ({ value: d.key, label: d.name })),
]);
</script>

<template>
  <i18n-t keypath="shelf.ownSentence.what" scope="global">
    <template #name><slot /></template>
    <template #across>
      <WordLength
        :label="t('shelf.ownSentence.across')"
        :text="own.size_mm ? undefined : t('shelf.ownSentence.ofASizeNotTold')"
        :mm="own.size_mm ?? 50"
        :units="units"
        :least="1"
        :most="1000"
        @change="(mm) => emit('own', { size_mm: mm })"
      />
    </template>
  </i18n-t>
  {{ " "
  }}<i18n-t v-if="thing.kind === 'stamp'" keypath="shelf.ownSentence.stamp" scope="global">
    <template #madeOf>
      <WordChoice
        :label="t('shelf.ownSentence.madeOf')"
        :text="calledIn(STAMP_OF, own.of ?? '')"
        :value="own.of ?? ''"
        :choices="STAMP_OF"
        @choose="(of) => emit('own', { of })"
      />
    </template>
    <template #whatIt>
      <WordChoice
        :label="t('shelf.ownSentence.whatItPrints')"
        :text="calledIn(STAMP_MAKES, own.makes ?? '')"
        :value="own.makes ?? ''"
        :choices="STAMP_MAKES"
        @choose="(makes) => emit('own', { makes })"
      />
    </template>
    <template #itsImage>
      <WordChoice
        :label="t('shelf.ownSentence.itsImage')"
        :text="calledIn(images, own.image ?? '')"
        :value="own.image ?? ''"
        :choices="images"
        @choose="(image) => emit('own', { image })"
      />
    </template>
  </i18n-t>
  <i18n-t v-else keypath="shelf.ownSentence.tool" scope="global"
    ><template #makes>
      <WordText
        :label="t('shelf.ownSentence.whatItMakes')"
        may-be-empty
        :text="own.makes || t('shelf.ownSentence.asYouLike')"
        :value="own.makes ?? ''"
        @change="(makes) => emit('own', { makes })"
      /> </template
  ></i18n-t>
</template>
