/** The one way to ask for something that a page shows: its state is all that the page may say about it. */
import { computed, getCurrentScope, onScopeDispose, ref, shallowRef, watch, type WatchSource } from "vue";
import { isForNow, isGivenUp, NoAnswer, Refusal } from "../api/client";
import { useServer } from "../stores/server";

/**
 * asking: on its way, nothing to show yet. ready: here. absent: there is no such thing. away: the server does not answer; it is
 * asked again when it does. refused: it answered with a refusal.
 */
export type State = "asking" | "ready" | "absent" | "away" | "refused";

/** How soon it is asked again after an answer that did not come, or not to the end. */
const AGAIN_MS = 3000;

/** Asks with a signal that gives it up, or null where nothing is wanted now. */
type Ask<T> = (signal: AbortSignal) => Promise<T> | null;

/**
 * Asks at once, and again whenever `on` changes; the latest question wins, and earlier ones are given up. While a newer answer is on
 * its way the old one stands (`busy`).
 */
export function useAsked<T>(question: Ask<T>, on?: WatchSource) {
  const server = useServer();
  const state = ref<State>("asking");
  const value = shallowRef<T | null>(null);
  const refusal = shallowRef<Refusal | null>(null);
  const busy = ref(false);
  let current: AbortController | null = null;
  let missed = false;
  let later: ReturnType<typeof setTimeout> | undefined;

  async function again(): Promise<void> {
    current?.abort();
    clearTimeout(later);
    const mine = new AbortController();
    current = mine;
    const answer = question(mine.signal);
    if (!answer) {
      [value.value, busy.value, state.value] = [null, false, "absent"];
      return;
    }
    busy.value = true;
    if (value.value === null) state.value = "asking";
    try {
      const found = await answer;
      if (mine.signal.aborted) return;
      value.value = found;
      refusal.value = null;
      state.value = "ready";
    } catch (error) {
      if (mine.signal.aborted || isGivenUp(error)) return;
      if (error instanceof NoAnswer || isForNow(error)) {
        state.value = value.value === null ? "away" : "ready";
        missed = true;
        later = setTimeout(() => missed && void again(), AGAIN_MS);
        return;
      }
      if (error instanceof Refusal) {
        refusal.value = error;
        // An address that cannot be one names nothing either.
        state.value = error.status === 404 ? "absent" : "refused";
      } else throw error;
      missed = false;
    } finally {
      if (current === mine) busy.value = false;
    }
  }

  /** Gives up what is on its way; what is here stays. */
  function stop() {
    current?.abort();
    busy.value = false;
  }

  if (on) watch(on, () => void again());
  watch(
    () => server.returns,
    () => {
      if (missed) {
        missed = false;
        void again();
      }
    },
  );
  if (getCurrentScope())
    onScopeDispose(() => {
      current?.abort();
      clearTimeout(later);
    });
  void again();

  return {
    state,
    value,
    refusal,
    busy,
    again,
    stop,
    /** Put a newer answer in, got by another way. */
    put(newer: T) {
      current?.abort();
      [value.value, state.value, busy.value] = [newer, "ready", false];
    },
    ready: computed(() => state.value === "ready"),
  };
}
