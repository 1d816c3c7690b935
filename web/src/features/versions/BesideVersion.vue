<script setup lang="ts">
/** The card as it stood and as it stands: side by side or under a line, with what is otherwise, what will go wrong and how long each takes. */
import PictureHere from "../../components/PictureHere.vue";
import { computed, ref, watch } from "vue";
import { ask, once } from "../../api/client";
import type { CardOut } from "../../api/models";
import LineAcross from "../../components/LineAcross.vue";
import WordMenu from "../../components/word/WordMenu.vue";
import { useAsked } from "../../composables/useAsked";
import { useDesk } from "../../composables/useDesk";
import { useDoing } from "../../composables/useDoing";
import { panelSize } from "../../logic/panelSize";
import { sayStanding } from "../../logic/versions";
import { useRouter } from "vue-router";
import { t } from "../../words";

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
  { value: "all", label: t("versions.besideVersion.whenAllIsDone") },
  ...props.card.plan.steps.map((_, at) => ({
    value: String(at + 1),
    label: t("versions.besideVersion.afterStepChoice", { at: at + 1 }),
  })),
]);
const sayAfter = (side: "was" | "now") =>
  after.value[side] === null
    ? t("versions.besideVersion.whenAllIsDone")
    : t("versions.besideVersion.afterStepShown", { after: after.value[side] });
const choose = (side: "was" | "now", value: string) =>
  (after.value = { ...after.value, [side]: value === "all" ? null : Number(value) });
function picture(side: "was" | "now") {
  const steps = after.value[side] === null ? "" : `&steps=${after.value[side]}`;
  return `/api/cards/${props.card.id}/picture.png?revision=${side === "was" ? props.was : now.value}&dpi=90${steps}`;
}
const sides = computed(() => [
  {
    side: "was" as const,
    called: t("versions.besideVersion.before"),
    src: picture("was"),
    standing: compared.value?.was,
  },
  {
    side: "now" as const,
    called: t("versions.besideVersion.now"),
    src: picture("now"),
    standing: compared.value?.now,
  },
]);
function bringBack() {
  desk.push(t("versions.besideVersion.bringAnEarlierVersionBack"), { do: "version", number: props.was });
  emit("leave");
}
const { busy, make } = useDoing("vary");
const vary = () =>
  make(`vary ${props.was}`, async (request) => {
    const params = { path: { card_id: props.card.id, number: props.was } };
    const card = await ask("post", "/api/cards/{card_id}/versions/{number}/vary", {
      params,
      ...once(request),
    });
    await router.push({ name: "desk", params: { id: card.id } });
  });
</script>

<template>
  <section class="beside" :aria-label="t('versions.besideVersion.label')">
    <p class="head">
      <i18n-t v-if="trying" keypath="versions.besideVersion.whatYouChangeIsSeen" scope="global">
        <template #tryWhat>
          <b>{{ t("versions.besideVersion.tryWhatYouLike") }}</b>
        </template>
      </i18n-t>
      <b v-else>{{ t("versions.besideVersion.intro") }}</b>
    </p>
    <p class="decide">
      <template v-if="trying">
        <el-button type="primary" :disabled="same" @click="emit('leave')">{{
          t("versions.besideVersion.keep")
        }}</el-button>
        <el-button v-if="!same" @click="bringBack">{{ t("everywhere.action.cancel") }}</el-button>
        <el-button v-else @click="emit('leave')">{{ t("everywhere.action.close") }}</el-button>
      </template>
      <template v-else>
        <el-button type="primary" :disabled="same" @click="bringBack">{{
          t("versions.besideVersion.bringBack")
        }}</el-button>
        <el-button :loading="busy" @click="vary">{{ t("versions.besideVersion.copy") }}</el-button>
        <el-button @click="emit('leave')">{{ t("everywhere.action.close") }}</el-button>
      </template>
      <button type="button" class="word" :aria-pressed="across" @click="across = !across">
        {{ across ? t("versions.besideVersion.sideBySide") : t("versions.besideVersion.overlaid") }}
      </button>
    </p>
    <LineAcross
      v-if="across"
      class="over"
      :left="{ src: picture('was'), alt: t('versions.besideVersion.altBefore') }"
      :right="{ src: picture('now'), alt: t('versions.besideVersion.altNow') }"
      :size="size"
      :label="t('versions.besideVersion.divider')"
    />
    <div class="pair">
      <div v-for="one in sides" :key="one.side" class="one">
        <PictureHere
          v-if="!across"
          :src="one.src"
          :alt="
            one.side === 'was' ? t('versions.besideVersion.altBefore') : t('versions.besideVersion.altNow')
          "
          @load="drawn[one.side] = true"
        />
        <p v-if="!across && !drawn[one.side]" class="quiet">
          {{ t("everywhere.common.drawing") }}
        </p>
        <p>
          <b>{{ one.called }}</b>,
          <WordMenu
            :text="sayAfter(one.side)"
            :label="t('versions.besideVersion.shown', { called: one.called })"
            :choices="afters"
            @choose="(value) => choose(one.side, value)"
          />.
          <span v-if="one.standing" :data-test="`stands-${one.side}`">{{ sayStanding(one.standing) }}</span>
        </p>
      </div>
    </div>
    <p v-if="same" role="status">
      {{ trying ? t("versions.besideVersion.unchanged") : t("versions.besideVersion.theTwoAreTheSame") }}
    </p>
    <ul v-else-if="compared" :aria-label="t('versions.besideVersion.changes')">
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
