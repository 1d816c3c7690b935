<script setup lang="ts">
/** The card as it stood and as it stands: side by side or under a line, with what is otherwise, what will go wrong and how long each takes. */
import { computed, ref, watch } from "vue";
import { ask } from "../../api/client";
import type { CardOut } from "../../api/models";
import LineAcross from "../../components/LineAcross.vue";
import WordMenu from "../../components/word/WordMenu.vue";
import { useAsked } from "../../composables/useAsked";
import { useDesk } from "../../composables/useDesk";
import { useDoing } from "../../composables/useDoing";
import { panelSize } from "../../logic/panelSize";
import { sayStanding } from "../../logic/versions";
import { useRouter } from "vue-router";

const props = defineProps<{
  card: CardOut;
  /** The version it is laid beside. */
  was: number;
  /** Whether she is only trying, and decides between the two. */
  trying: boolean;
}>();
const emit = defineEmits<{ leave: [] }>();
const desk = useDesk();
const router = useRouter();
const now = computed(() => desk.saved?.revision ?? props.card.revision);
const asked = useAsked(
  (signal) =>
    ask("get", "/api/cards/{card_id}/versions/{number}/compared", {
      params: { path: { card_id: props.card.id, number: props.was }, query: { now: now.value } },
      signal,
    }),
  () => [props.was, now.value],
);
const { value: compared } = asked;
const same = computed(() => compared.value !== undefined && !compared.value?.differences.length);
const size = computed<[number, number]>(() => {
  const panel = panelSize(props.card.plan.card);
  return [panel.width, panel.height];
});
const across = ref(false);
/** Which of the two is drawn already: what is not yet drawn never looks like bare stock. */
const drawn = ref({ was: false, now: false });

/** After which step each is shown; null when all is done. */
const after = ref<{ was: number | null; now: number | null }>({ was: null, now: null });
watch(
  () => props.was,
  () => (after.value = { was: null, now: null }),
);
const afters = computed(() => [
  { value: "all", label: "when all is done" },
  ...props.card.plan.steps.map((_, at) => ({ value: String(at + 1), label: `after step ${at + 1}` })),
]);
const sayAfter = (side: "was" | "now") =>
  after.value[side] === null ? "when all is done" : `after step ${after.value[side]}`;
const choose = (side: "was" | "now", value: string) =>
  (after.value = { ...after.value, [side]: value === "all" ? null : Number(value) });
function picture(side: "was" | "now") {
  const steps = after.value[side] === null ? "" : `&steps=${after.value[side]}`;
  return `/api/cards/${props.card.id}/picture.png?revision=${side === "was" ? props.was : now.value}&dpi=90${steps}`;
}
const sides = computed(() => [
  { side: "was" as const, called: "As it was", src: picture("was"), standing: compared.value?.was },
  { side: "now" as const, called: "As it is now", src: picture("now"), standing: compared.value?.now },
]);
function bringBack() {
  desk.push("bring an earlier version back", { do: "version", number: props.was });
  emit("leave");
}
const { busy, run } = useDoing("vary");
const vary = () =>
  run(async () => {
    const path = { card_id: props.card.id, number: props.was };
    const card = await ask("post", "/api/cards/{card_id}/versions/{number}/vary", { params: { path } });
    await router.push({ name: "desk", params: { id: card.id } });
  });
</script>

<template>
  <section class="beside" aria-label="As it was and as it is now">
    <p class="head">
      <template v-if="trying"
        ><b>Try what you like.</b> What you change is seen on the right; what it was stays on the left until
        you decide.</template
      >
      <b v-else>As it was, and as it is now.</b>
    </p>
    <p class="decide">
      <template v-if="trying">
        <el-button type="primary" :disabled="same" @click="emit('leave')">Take it</el-button>
        <el-button v-if="!same" @click="bringBack">Leave it as it was</el-button>
        <el-button v-else @click="emit('leave')">Back to the panel</el-button>
      </template>
      <template v-else>
        <el-button type="primary" :disabled="same" @click="bringBack">Bring this one back</el-button>
        <el-button :loading="busy" @click="vary">Begin another card from it</el-button>
        <el-button @click="emit('leave')">Back to the panel</el-button>
      </template>
      <button type="button" class="word" :aria-pressed="across" @click="across = !across">
        {{ across ? "Lay them side by side" : "Lay one over the other" }}
      </button>
    </p>
    <LineAcross
      v-if="across"
      class="over"
      :left="{ src: picture('was'), alt: 'The panel as it was' }"
      :right="{ src: picture('now'), alt: 'The panel as it is now' }"
      :size="size"
      label="As it was on the left of the line, as it is now on its right"
    />
    <div class="pair">
      <div v-for="one in sides" :key="one.side" class="one">
        <img
          v-if="!across"
          :src="one.src"
          :alt="one.side === 'was' ? 'The panel as it was' : 'The panel as it is now'"
          @load="drawn[one.side] = true"
        />
        <p v-if="!across && !drawn[one.side]" class="quiet">It is being drawn …</p>
        <p>
          <b>{{ one.called }}</b>,
          <WordMenu
            :text="sayAfter(one.side)"
            :label="`${one.called}, shown`"
            :choices="afters"
            @choose="(value) => choose(one.side, value)"
          />.
          <span v-if="one.standing" :data-test="`stands-${one.side}`">{{ sayStanding(one.standing) }}</span>
        </p>
      </div>
    </div>
    <p v-if="same" role="status">{{ trying ? "Nothing is changed yet." : "The two are the same." }}</p>
    <ul v-else-if="compared" aria-label="What is otherwise now">
      <li v-for="line in compared.differences" :key="line">{{ line }}</li>
    </ul>
  </section>
</template>

<style scoped>
.beside {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  padding: 10px 18px 24px;
  background: var(--surround);
}
p {
  margin: 0 0 8px;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 18px;
}
.one img {
  display: block;
  height: 46vh;
  max-width: 100%;
  margin-bottom: 8px;
  object-fit: contain;
  object-position: left;
}
.over {
  width: fit-content;
  max-width: 100%;
}
ul {
  margin: 0 0 10px;
  padding-left: 20px;
}
.decide {
  display: flex;
  align-items: center;
  flex-wrap: wrap;
  gap: 4px 12px;
}
</style>
