<script setup lang="ts">
/** The run of proofs at the foot of the Desk: shown one after another, as the card grows, and taken along as a film or a page. */
import ToPrint from "../card/ToPrint.vue";
import { useIntervalFn } from "@vueuse/core";
import type { Finding, Step } from "../../api/models";
import { wholeOf } from "../../logic/beside";
import RunOfProofs from "./RunOfProofs.vue";
import { NoAnswer } from "../../api/client";
import { useDoing } from "../../composables/useDoing";
import { useNotices } from "../../stores/notices";
import { t } from "../../words";

const props = defineProps<{
  id: string;
  steps: Step[];
  chosen: string | null;
  findings: Map<string, Finding[]>;
  /** After how many steps the panel is that is seen; null while none is. */
  seen: number | null;
}>();
const emit = defineEmits<{
  /** A proof was tapped. */
  choose: [id: string | null];
  /** The one that is shown while they are played. */
  show: [id: string | null];
}>();
const A_PROOF_MS = 900;
const {
  isActive: playing,
  pause,
  resume,
} = useIntervalFn(
  () => {
    const at = props.steps.findIndex((step) => step.id === props.chosen);
    if (props.seen !== at + 1) return; // its picture is still on its way
    const next = props.steps[at + 1];
    if (next) emit("show", next.id);
    else pause();
  },
  A_PROOF_MS,
  { immediate: false },
);
const notices = useNotices();
const { run, busy } = useDoing("share");
/** The card as a page, by whatever the device shares with; where it has nothing for that, a link to the page. */
async function share() {
  const address = `/api/cards/${wholeOf(props.id)}/page.html`;
  await run(async () => {
    const answer = await fetch(address);
    if (!answer.ok) throw new NoAnswer();
    const named = /filename="?([^";]+)/.exec(answer.headers.get("content-disposition") ?? "")?.[1];
    const file = new File([await answer.blob()], named ?? "card.html", { type: "text/html" });
    if (navigator.canShare?.({ files: [file] })) {
      await navigator.share({ files: [file] }).catch(() => undefined); // she thought better of it
      return;
    }
    await navigator.clipboard.writeText(new URL(address, window.location.href).href);
    notices.say("share", t("step.runRow.linkCopied"));
  });
}
function play() {
  if (playing.value) return pause();
  emit("show", props.steps[0]?.id ?? null);
  resume();
}
</script>

<template>
  <section class="run" :aria-label="t('step.runRow.theRunOfProofs')">
    <RunOfProofs :chosen="chosen" :findings="findings" @choose="(to) => emit('choose', to)" />
    <div class="moving">
      <el-button :disabled="!steps.length" :aria-pressed="playing" @click="play">
        {{ playing ? t("everywhere.action.stop") : t("step.runRow.playIt") }}
      </el-button>
      <div v-if="steps.length" class="taken">
        <el-button tag="a" :href="`/api/cards/${id}/run-of-proofs.png`" download>{{
          t("step.runRow.animation")
        }}</el-button>
        <el-button tag="a" :href="`/api/cards/${wholeOf(id)}/page.html`" download>{{
          t("everywhere.common.saveWebPage")
        }}</el-button>
        <el-button :disabled="busy" @click="share">{{ t("step.runRow.share") }}</el-button>
        <ToPrint :id="id" />
      </div>
    </div>
  </section>
</template>

<style scoped>
.run {
  flex: none;
  display: flex;
  align-items: center;
  border-top: 1px solid var(--hairline);
}
.run > :first-child {
  flex: 1;
  min-width: 0;
}
.moving {
  flex: none;
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  padding: 0 12px 0 6px;
  border-left: 1px solid var(--hairline);
}
.taken {
  display: flex;
  align-items: baseline;
}
.moving :deep(.el-button) {
  padding: 6px;
}
@media (max-width: 620px) {
  .taken {
    flex-direction: column;
  }
}
</style>
