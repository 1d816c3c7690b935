import { useIntervalFn } from "@vueuse/core";
import { computed, ref } from "vue";
import { api, type BenchOut, take } from "../api/client";
import { aheadOfServer } from "../logic/time";
import { useNotice } from "./useNotice";

export interface Running {
  number: number;
  step: string;
  /** Milliseconds left; below 0 when it is over. */
  left: number;
}

/** One card of a batch at the bench: which step is in hand, and timers that run by the server's clock, asleep or not. */
export function useBench(id: string) {
  const bench = ref<BenchOut | null>(null);
  /** Counts the changes of the plan as it is made, and so of its pictures. */
  const pictured = ref(0);
  const { attempt } = useNotice();
  const now = ref(Date.now());
  let ahead: number | null = null;
  useIntervalFn(() => (now.value = Date.now()), 250);

  async function took(action: () => Promise<{ data?: unknown }>) {
    const state = await attempt(() => take<BenchOut>(action()));
    if (!state) return;
    ahead = aheadOfServer(ahead, Date.now() - Date.parse(state.now));
    now.value = Date.now();
    if (JSON.stringify(state.plan) !== JSON.stringify(bench.value?.plan)) pictured.value++;
    bench.value = state;
  }
  const path = (number = bench.value?.number ?? 1) => ({ params: { path: { card_id: id, number } } });

  const timers = computed<Running[]>(() =>
    (bench.value?.timers ?? []).map((timer) => ({
      number: timer.number,
      step: timer.step,
      left: Date.parse(timer.ends_at) - (now.value - (ahead ?? 0)),
    })),
  );

  return {
    bench,
    pictured,
    timers,
    take: (number: number) => took(() => api.GET("/api/cards/{card_id}/bench/{number}", path(number))),
    setBatch: (cards: number) =>
      took(() =>
        api.POST("/api/cards/{card_id}/bench/batch", { params: { path: { card_id: id } }, body: { cards } }),
      ),
    go: (step: string) =>
      took(() => api.POST("/api/cards/{card_id}/bench/{number}/step", { ...path(), body: { step } })),
    startTimer: (step: string, way: "air" | "blot" | "heat") =>
      took(() => api.POST("/api/cards/{card_id}/bench/{number}/timer", { ...path(), body: { step, way } })),
    stopTimer: (step: string) =>
      took(() =>
        api.DELETE("/api/cards/{card_id}/bench/{number}/timer/{step}", {
          params: { path: { ...path().params.path, step } },
        }),
      ),
    differently: (step: string, how: "skipped" | "passes" | "ink", value = "") =>
      took(() =>
        api.POST("/api/cards/{card_id}/bench/{number}/differently", {
          ...path(),
          body: { step, how, value },
        }),
      ),
    asPlanned: (difference: number) =>
      took(() =>
        api.DELETE("/api/cards/{card_id}/bench/{number}/differently/{difference}", {
          params: { path: { ...path().params.path, difference } },
        }),
      ),
  };
}
