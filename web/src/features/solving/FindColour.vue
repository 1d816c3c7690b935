<script setup lang="ts">
/** A colour that is wanted, and the recipes of the shelf that come nearest to it on this stock. */
import { ref, watch } from "vue";
import { ask } from "../../api/client";
import type { CardOut, Schemas } from "../../api/models";
import NumbersFold from "../../components/NumbersFold.vue";
import { useAsked } from "../../composables/useAsked";
import { useDesk } from "../../composables/useDesk";
import type { Lab } from "../../logic/colour";
import { sayNear, sayRecipe, simplest, stepsOf } from "../../logic/solving";
import { lastOfGround } from "../../logic/steps";
import ColourField from "../shelf/ColourField.vue";
import ColourTyped from "../shelf/ColourTyped.vue";
import { useWork } from "../../composables/useWork";
import StillWorking from "./StillWorking.vue";
import { t } from "../../words";

const props = defineProps<{ card: CardOut }>();
const emit = defineEmits<{ taken: [] }>();
const desk = useDesk();
const lab = ref<Lab>([62, 30, 30]);
const typed = ref(false);
const work = useWork();
const {
  value: found,
  busy,
  stop,
} = useAsked(
  (signal) =>
    ask("post", "/api/cards/{card_id}/find", {
      params: { path: { card_id: props.card.id }, query: { work: work.begin() } },
      body: { revision: desk.saved?.revision ?? props.card.revision, lab: lab.value, most: 20 },
      signal,
    }),
  () => [lab.value.join(), desk.saved?.revision],
);
watch(busy, (still) => still || work.end());
function take(recipe: Schemas["RecipeOut"]) {
  const steps = stepsOf(recipe);
  const after = lastOfGround(props.card.plan.steps)?.id ?? null;
  desk.push(t("solving.findColour.addEdit"), {
    do: "lay-recipe",
    inks: recipe.layers.map((layer) => layer.ink),
    after,
    steps,
  });
  emit("taken");
}
</script>

<template>
  <section class="find" :aria-label="t('everywhere.common.findAColour')">
    <i18n-t keypath="solving.findColour.theColourYouWantOn" tag="p" scope="global">
      <template #name>{{ card.plan.stock.name }}</template>
      <template #typed>
        <button type="button" class="word" :aria-pressed="typed" @click="typed = !typed">
          {{ typed ? t("solving.findColour.chooseItByEye") : t("solving.findColour.writeItInFigures") }}
        </button>
      </template>
    </i18n-t>
    <ColourTyped
      v-if="typed"
      :lab="lab"
      :label="t('solving.findColour.theColourYouWant')"
      @choose="(value) => (lab = value)"
    />
    <ColourField
      v-else
      :lab="lab"
      :stock-hex="card.reading.stock_hex"
      :label="t('solving.findColour.theColourYouWant')"
      @choose="(value) => (lab = value)"
    />
    <StillWorking
      v-if="busy"
      :what="t('solving.findColour.tryingTheShelf')"
      :share="work.share.value"
      @stop="stop"
    />
    <p v-else-if="found && !found.reachable" role="status">
      {{ t("solving.findColour.outOfReach") }}
    </p>
    <ul
      v-if="found"
      class="recipes"
      :class="{ busy }"
      :aria-label="t('solving.findColour.recipesTheNearestFirst')"
    >
      <li v-for="recipe in simplest(found.recipes)" :key="sayRecipe(recipe)">
        <span class="pair" aria-hidden="true"
          ><span :style="{ background: found.wanted_hex }" /><span :style="{ background: recipe.hex }"
        /></span>
        <span class="words"
          >{{ sayRecipe(recipe) }}: {{ sayNear(recipe.difference) }}.
          <NumbersFold>{{
            t("solving.findColour.recipeNumbers", {
              difference: recipe.difference.toFixed(1),
              band: recipe.band.toFixed(1),
            })
          }}</NumbersFold></span
        >
        <el-button size="small" :disabled="busy" @click="take(recipe)">{{
          t("solving.findColour.add")
        }}</el-button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.find {
  min-height: 380px;
  margin-top: 12px;
  padding: 12px 14px;
  background: var(--paper-lift);
}
.recipes {
  margin: 8px 0 0;
  padding: 0;
  list-style: none;
}
.recipes.busy {
  opacity: 0.6;
}
li {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 4px 0;
  border-top: 1px solid var(--hairline);
  font-size: 16px;
  line-height: 1.35;
}
.pair {
  display: flex;
  flex: none;
  outline: 1px solid var(--hairline);
  forced-color-adjust: none;
}
.pair span {
  width: 24px;
  height: 40px;
}
.words {
  flex: 1;
}
</style>
