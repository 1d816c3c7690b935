<script setup lang="ts">
/** Why a step stands where it does, what is to be known of it, what she wished, and care for hand and card. */
import type { PlanModel, Schemas } from "../../api/models";
import { useDesk } from "../../composables/useDesk";
import { t } from "../../words";

defineProps<{
  said: Schemas["StepReadingOut"];
  wishes: NonNullable<PlanModel["wishes"]>;
  numberOf: (step: string) => number;
}>();
const desk = useDesk();
</script>

<template>
  <p class="why">{{ said.why }}</p>
  <p v-for="note in said.notes" :key="note" class="note">{{ note }}</p>
  <i18n-t
    v-for="wish in wishes"
    :key="wish.then"
    keypath="step.stepReasons.youWantItBeforeStep"
    tag="p"
    scope="global"
    class="note"
  >
    <template #numberOf>{{ numberOf(wish.then) }}</template>
    <template #forgetThat>
      <button
        type="button"
        class="word"
        @click="
          desk.push(t('step.stepReasons.forgetAWish'), {
            do: 'forget-wish',
            first: wish.first,
            then: wish.then,
          })
        "
      >
        {{ t("step.stepReasons.forgetThat") }}
      </button>
    </template>
  </i18n-t>
  <p v-if="said.care" class="why">
    <b>{{ t("step.stepReasons.care") }}</b> {{ said.care }}
  </p>
</template>

<style scoped>
.why {
  margin-top: 2px;
  color: var(--ink-soft);
  font-size: 15px;
  line-height: 1.3;
  font-style: italic;
}
.note {
  margin-top: 4px;
  font-size: 16px;
  line-height: 1.35;
}
</style>
