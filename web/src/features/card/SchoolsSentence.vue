<script setup lang="ts">
/** Where makers disagree: this card's way, as a sentence. */
import { computed } from "vue";
import type { PlanModel } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordCount from "../../components/word/WordCount.vue";
import WordToggle from "../../components/word/WordToggle.vue";
import { useDesk } from "../../composables/useDesk";
import { BRUSH_SCHOOLS, ORDER_SCHOOLS } from "../../logic/words";
import { t } from "../../words";

const props = defineProps<{ plan: PlanModel }>();
const desk = useDesk();
const schools = computed(() => props.plan.schools);
const powdered = computed(() => props.plan.inks.some(({ kind }) => kind === "powder" || kind === "clear"));
const set = (part: Partial<PlanModel["schools"]>) =>
  desk.push(t("card.schoolsSentence.edit"), { do: "schools", part });
const called = (list: readonly { value: string; label: string }[], value: string) =>
  list.find((one) => one.value === value)?.label ?? value;
</script>

<template>
  <i18n-t keypath="card.schoolsSentence.inkGoesWith" tag="p" scope="global" class="sentence schools">
    <template #order>
      <WordChoice
        :label="t('card.schoolsSentence.order')"
        :text="called(ORDER_SCHOOLS, schools.order)"
        :value="schools.order"
        :choices="ORDER_SCHOOLS"
        @choose="(order) => set({ order })"
      />
    </template>
    <template #brushes>
      <WordChoice
        :label="t('card.schoolsSentence.brushes')"
        :text="called(BRUSH_SCHOOLS, schools.brushes)"
        :value="schools.brushes"
        :choices="BRUSH_SCHOOLS"
        @choose="(brushes) => set({ brushes })"
      />
    </template>
    <template #ofOf>
      <i18n-t
        v-if="schools.brushes === 'as-few-as-stay-clean'"
        keypath="card.schoolsSentence.ofOfEachSize"
        scope="global"
      >
        <template #brushesOf>
          <WordCount
            :label="t('card.schoolsSentence.brushesOfEachSize')"
            :text="String(schools.owned)"
            :value="schools.owned"
            :most="40"
            @change="(owned) => set({ owned })"
          />
        </template>
      </i18n-t>
    </template>
    <template #powderComes>
      <i18n-t v-if="powdered" keypath="card.schoolsSentence.powderComes" scope="global">
        <template #powderComes>
          <WordToggle
            :label="t('card.schoolsSentence.powderLabel')"
            :text="schools.emboss"
            :other="
              schools.emboss === 'first' ? t('card.schoolsSentence.last') : t('card.schoolsSentence.first')
            "
            @toggle="set({ emboss: schools.emboss === 'first' ? 'last' : 'first' })"
          />
        </template>
      </i18n-t>
    </template>
    <template #inkThat>
      <WordToggle
        :label="t('card.schoolsSentence.inkThatStraysIs')"
        :text="
          schools.strays === 'clean' ? t('card.schoolsSentence.cleanedOff') : t('card.schoolsSentence.left')
        "
        :other="
          schools.strays === 'clean' ? t('card.schoolsSentence.left') : t('card.schoolsSentence.cleanedOff')
        "
        @toggle="set({ strays: schools.strays === 'clean' ? 'accept' : 'clean' })"
      />
    </template>
  </i18n-t>
</template>

<style scoped>
.schools {
  font-size: 16px;
  line-height: 1.7;
}
</style>
