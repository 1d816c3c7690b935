/** A drying that ends is told where nobody looks: by a chime, and by the page's title, which counts. */
import { useTitle } from "@vueuse/core";
import { storeToRefs } from "pinia";
import { useSettings } from "../stores/settings";
import { computed, type Ref, watch } from "vue";
import { chime } from "../logic/chime";
import { sayClock } from "../logic/time";
import type { Running } from "./useBench";
import { t } from "../words";

/** A timer by what it is for. */
const nameOf = ({ number, part, step }: Running) => `${number} ${part} ${step}`;

export function useTimersTold(timers: Ref<Running[]>, title: () => string) {
  /** Whether she wants to hear it. */
  const { rings: aloud } = storeToRefs(useSettings());
  const soonest = computed(
    () => timers.value.filter(({ left }) => left > 0).sort((a, b) => a.left - b.left)[0],
  );
  const over = computed(() => timers.value.some(({ left }) => left <= 0));
  useTitle(
    computed(() =>
      soonest.value
        ? `${sayClock(soonest.value.left)} ${title()}`
        : over.value
          ? t("everywhere.useTimersTold.dry", { title: title() })
          : title(),
    ),
  );
  // Only what was seen to run rings when it is over: what was over before the page came is old news.
  watch(
    () => new Map(timers.value.map((timer) => [nameOf(timer), timer.left])),
    (now, before) => {
      const ended = [...now].some(([name, left]) => left <= 0 && (before?.get(name) ?? 0) > 0);
      if (ended && aloud.value) chime();
    },
  );
  return { aloud };
}
