<script setup lang="ts">
/** A stock of the shelf: its surface, thickness and weight, what it bears, and how large its sheets are. */
import { computed } from "vue";
import type { Schemas, Units } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import WordNumber from "../../components/word/WordNumber.vue";
import WordToggle from "../../components/word/WordToggle.vue";
import type { Thing } from "../../logic/things";
import { calledIn, SURFACES } from "../../logic/thingWords";
import { t } from "../../words";

const props = defineProps<{ thing: Thing; units: Units }>();
const emit = defineEmits<{
  stock: [part: Partial<Schemas["StockModel"]>];
  facts: [part: Partial<Schemas["FactsModel"]>];
}>();
const stock = computed(() => props.thing.stock as Schemas["StockModel"]);
</script>

<template>
  <i18n-t keypath="shelf.stockSentence.what" scope="global">
    <template #name><slot /></template>
    <template #surface>
      <WordChoice
        :label="t('shelf.stockSentence.surface')"
        :text="calledIn(SURFACES, stock.paper.surface)"
        :value="stock.paper.surface"
        :choices="SURFACES"
        @choose="(surface) => emit('stock', { paper: { ...stock.paper, surface } })"
      />
    </template>
    <template #thick>
      <WordLength
        :label="t('shelf.stockSentence.thick')"
        :text="t('shelf.stockSentence.mm', { thickness: stock.thickness_mm })"
        :mm="stock.thickness_mm"
        units="cm"
        :least="0.02"
        :most="5"
        @change="(mm) => emit('stock', { thickness_mm: mm })"
      />
    </template>
    <template #weight>
      <WordNumber
        :label="t('shelf.stockSentence.weight')"
        :text="
          thing.facts.weight_gsm
            ? t('shelf.stockSentence.gM²', { weightGsm: thing.facts.weight_gsm })
            : t('shelf.stockSentence.ofAWeightNotTold')
        "
        :value="thing.facts.weight_gsm ?? 250"
        :show="String"
        unit="g/m²"
        :least="20"
        :most="1000"
        :read="(text) => (/^\d+$/.test(text.trim()) ? Number(text) : null)"
        :tap="(n, by) => n + 10 * by"
        @change="(n) => emit('facts', { weight_gsm: n })"
      />
    </template>
    <template #it>
      <WordToggle
        :label="t('shelf.stockSentence.it')"
        :text="
          thing.facts.takes_water
            ? t('shelf.stockSentence.takesWater')
            : t('shelf.stockSentence.isNotMadeForWater')
        "
        :other="
          thing.facts.takes_water
            ? t('shelf.stockSentence.isNotMadeForWater')
            : t('shelf.stockSentence.takesWater')
        "
        @toggle="emit('facts', { takes_water: !thing.facts.takes_water })"
      />
    </template>
    <template #light>
      <WordToggle
        :label="t('shelf.stockSentence.light')"
        :text="stock.translucent ? t('shelf.stockSentence.translucent') : t('shelf.stockSentence.opaque')"
        :other="stock.translucent ? t('shelf.stockSentence.opaque') : t('shelf.stockSentence.translucent')"
        @toggle="emit('stock', { translucent: !stock.translucent })"
      />
    </template>
    <template #fibres>
      <WordToggle
        :label="t('shelf.stockSentence.fibres')"
        :text="
          stock.fibres ? t('shelf.stockSentence.withFibresInIt') : t('shelf.stockSentence.withoutFibres')
        "
        :other="
          stock.fibres ? t('shelf.stockSentence.withoutFibres') : t('shelf.stockSentence.withFibresInIt')
        "
        @toggle="emit('stock', { fibres: !stock.fibres })"
      />
    </template> </i18n-t
  >{{ " "
  }}<i18n-t keypath="shelf.stockSentence.itsSheetsAreBy" scope="global">
    <template #sheetsWide>
      <WordLength
        :label="t('shelf.stockSentence.sheetsWide')"
        :mm="thing.facts.sheet_width_mm ?? (units === 'in' ? 215.9 : 210)"
        :units="units"
        :least="20"
        :most="2000"
        @change="(mm) => emit('facts', { sheet_width_mm: mm })"
      />
    </template>
    <template #sheetsHigh>
      <WordLength
        :label="t('shelf.stockSentence.sheetsHigh')"
        :mm="thing.facts.sheet_height_mm ?? (units === 'in' ? 279.4 : 297)"
        :units="units"
        :least="20"
        :most="2000"
        @change="(mm) => emit('facts', { sheet_height_mm: mm })"
      />
    </template>
  </i18n-t>
</template>
