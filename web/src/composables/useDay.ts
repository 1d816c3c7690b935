/**
 * The day plan of a card: a first one at once, then a longer look for a shorter one, which can be stopped; then what one more of would
 * end it sooner. A later wish gives all of it up.
 */
import { computed, onScopeDispose, ref, shallowRef, watch } from "vue";
import { ask, isGivenUp, NoAnswer, Refusal } from "../api/client";
import type { Schemas } from "../api/models";
import { useServer } from "../stores/server";
import type { CardStore } from "../stores/card";

export type Counts = Record<
  "cards" | "makers" | "heat_tools" | "presses" | "cutters" | "stencils" | "masks",
  number
>;

export function useDay(desk: CardStore, counts: () => Counts) {
  const server = useServer();
  const day = shallowRef<Schemas["DayOut"] | null>(null);
  const sooner = shallowRef<Schemas["SoonerOut"][]>([]);
  const looking = ref(false);
  const refused = ref("");
  let current: AbortController | null = null;
  const path = { card_id: desk.id };

  async function plan() {
    current?.abort();
    const mine = new AbortController();
    current = mine;
    const { signal } = mine;
    const query = { ...counts() };
    sooner.value = [];
    refused.value = "";
    looking.value = true;
    try {
      for (const look of ["quick", "longer"] as const) {
        const found = await ask("get", "/api/cards/{card_id}/day", {
          params: { path, query: { ...query, look } },
          signal,
        });
        if (look === "quick" || found.length_s <= (day.value?.length_s ?? Infinity)) day.value = found;
        if (found.shortest) break;
      }
      looking.value = false;
      const length_s = day.value?.length_s ?? 0;
      const found = await ask("get", "/api/cards/{card_id}/day/sooner", {
        params: { path, query: { ...query, length_s } },
        signal,
      });
      if (!signal.aborted) sooner.value = found;
    } catch (error) {
      if (signal.aborted || isGivenUp(error)) return;
      if (error instanceof Refusal) refused.value = error.message;
      else if (!(error instanceof NoAnswer)) throw error;
    } finally {
      if (current === mine) looking.value = false;
    }
  }
  function stop() {
    current?.abort();
    looking.value = false;
  }
  watch(
    [() => desk.saved?.revision, counts, () => server.returns],
    ([revision]) => {
      if (revision !== undefined && desk.saved?.plan.steps.length) void plan();
    },
    { immediate: true, deep: true },
  );
  onScopeDispose(stop);
  return { day, sooner, looking, refused: computed(() => refused.value), stop };
}
