import { useIntervalFn } from "@vueuse/core";
import { computed, ref } from "vue";
import { api, type BenchOut, type CardOut, take } from "../api/client";
import { useNotice } from "./useNotice";

/** The card at the bench: which step is in hand, and a timer that runs by the server's clock, asleep or not. */
export function useBench(id: string) {
  const card = ref<CardOut | null>(null);
  const bench = ref<BenchOut | null>(null);
  const { attempt } = useNotice();
  const path = { params: { path: { card_id: id } } };
  const now = ref(Date.now());
  let ahead = 0; // how far this page's clock is ahead of the server's, ms
  useIntervalFn(() => (now.value = Date.now()), 250);

  function took(state: BenchOut | undefined) {
    if (!state) return;
    ahead = Date.now() - Date.parse(state.now);
    now.value = Date.now();
    bench.value = state;
  }

  const left = computed(() =>
    bench.value?.timer_ends_at ? Date.parse(bench.value.timer_ends_at) - (now.value - ahead) : null,
  );

  return {
    card,
    bench,
    left,
    async load() {
      await attempt(async () => {
        card.value = await take(api.GET("/api/cards/{card_id}", path));
        took(await take<BenchOut>(api.GET("/api/cards/{card_id}/bench", path)));
      });
    },
    go: async (step: string) =>
      took(
        await attempt(() =>
          take<BenchOut>(api.POST("/api/cards/{card_id}/bench/step", { ...path, body: { step } })),
        ),
      ),
    startTimer: async (step: string) =>
      took(
        await attempt(() =>
          take<BenchOut>(api.POST("/api/cards/{card_id}/bench/timer", { ...path, body: { step } })),
        ),
      ),
    stopTimer: async () =>
      took(await attempt(() => take<BenchOut>(api.DELETE("/api/cards/{card_id}/bench/timer", path)))),
  };
}
