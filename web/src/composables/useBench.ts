/**
 * The bench of one card: which card of the batch and which step is in hand, and timers that run by the server's clock, asleep or not.
 * The step in hand is kept here too, so that a server that is away, or late, never takes it out of the hand.
 */
import { useIntervalFn } from "@vueuse/core";
import { computed, ref, shallowRef, watch } from "vue";
import { ask } from "../api/client";
import type { BenchOut } from "../api/models";
import { aheadOfServer } from "../logic/time";
import { useServer } from "../stores/server";
import { useAsked } from "./useAsked";
import { useDoing } from "./useDoing";

export interface Running {
  number: number;
  /** The piece it is for; empty for the panel. */
  part: string;
  step: string;
  /** Which step of its part it is, from 1. */
  at: number;
  /** Milliseconds left; below 0 when it is over. */
  left: number;
}
type Way = "air" | "blot" | "heat";
const TICK_MS = 250;
const SLEPT_MS = 2000;
const ticks = () => performance.now();
/** How soon a step that was not answered is sent again. */
const AGAIN_MS = 2000;

export function useBench(id: string) {
  const server = useServer();
  const { attempt } = useDoing("bench");
  /** The card of the batch that is wanted in hand. */
  const taken = ref(1);
  /** Steps gone to that the server has not answered yet, by card. */
  const goingTo = shallowRef(new Map<number, string>());
  /** How many cards are wanted in rotation, while that is on its way. */
  const wanted = ref<number | null>(null);
  /** Counts the changes of the plan as it is made, and so of its pictures. */
  const pictured = ref(0);
  /** How far a clock that nobody sets is ahead of the server's; null until it is told. */
  let ahead: number | null = null;
  const passed = () => (ahead === null ? Date.now() : ticks() - ahead);
  const now = ref(passed());
  // Such a clock may stand while the machine sleeps: where the other has gone on much further, the server is asked.
  let apart = Date.now() - ticks();
  let anew = false;
  useIntervalFn(() => {
    now.value = passed();
    const slept = Math.abs(Date.now() - ticks() - apart);
    if (slept > SLEPT_MS) {
      apart = Date.now() - ticks();
      anew = true;
      void asked.again();
    }
  }, TICK_MS);

  const asked = useAsked(
    (signal) =>
      ask("get", "/api/cards/{card_id}/bench/{number}", {
        params: { path: { card_id: id, number: taken.value } },
        signal,
      }),
    taken,
  );
  const bench = asked.value;
  /** The card in hand is the one that is shown: what is done is done to that, also while another is on its way. */
  const inHand = computed(() => bench.value?.number ?? taken.value);
  watch(bench, (state, before) => {
    if (!state) return;
    ahead = aheadOfServer(anew ? null : ahead, ticks() - Date.parse(state.now));
    anew = false;
    now.value = passed();
    if (JSON.stringify(state.plan) !== JSON.stringify(before?.plan)) pictured.value++;
  });

  /** Takes an answer: of another card than the one shown only what concerns the whole batch. */
  function put(state: BenchOut) {
    if (state.number === taken.value) return asked.put(state);
    if (bench.value?.number === state.number) bench.value = state;
    else if (bench.value)
      bench.value = { ...bench.value, places: state.places, timers: state.timers, now: state.now };
    void asked.again(); // what is on its way was asked before this was done
  }
  let before: Promise<unknown> = Promise.resolve();
  /** One after the other, in the order they were done: a tap that takes long never undoes a later one. */
  function inTurn<T>(action: () => Promise<T>): Promise<T> {
    const now = before.then(action);
    before = now.catch(() => undefined);
    return now;
  }
  const perform = (action: () => Promise<BenchOut>) => attempt(async () => put(await action()));
  const act = (action: () => Promise<BenchOut>) => inTurn(() => perform(action));
  const path = (number = inHand.value) => ({ params: { path: { card_id: id, number } } });

  /** The step in hand: where she went, or where the server has it. */
  const step = computed(() => goingTo.value.get(inHand.value) ?? bench.value?.step ?? "");
  const places = computed<Record<number, string>>(() => ({
    ...bench.value?.places,
    ...Object.fromEntries(goingTo.value),
  }));
  const send = (number: number, to: string) =>
    inTurn(async () => {
      if (goingTo.value.get(number) !== to) return; // she went on since; going there books what lies between
      const sent = await perform(() =>
        ask("post", "/api/cards/{card_id}/bench/{number}/step", { ...path(number), body: { step: to } }),
      );
      // Without an answer it stays on its way and is sent again; one that was refused is told, and the place is the server's again.
      if (sent === "unanswered") setTimeout(() => void send(number, to), AGAIN_MS);
      else if (goingTo.value.get(number) === to) {
        const rest = new Map(goingTo.value);
        rest.delete(number);
        goingTo.value = rest;
      }
    });
  function go(to: string) {
    const number = inHand.value;
    goingTo.value = new Map(goingTo.value).set(number, to);
    void send(number, to);
  }

  let batching: Promise<unknown> = Promise.resolve();
  /** So many cards in rotation; taps count on from each other, and the last one wins. */
  function setBatch(cards: number) {
    wanted.value = cards;
    batching = batching.then(async () => {
      if (wanted.value !== cards) return;
      await act(() =>
        ask("post", "/api/cards/{card_id}/bench/batch", {
          params: { path: { card_id: id } },
          body: { cards },
        }),
      );
      if (wanted.value === cards) wanted.value = null;
      if (taken.value > cards) taken.value = 1;
    });
  }

  watch(
    () => server.returns,
    () => {
      for (const [number, to] of goingTo.value) void send(number, to);
    },
  );

  const timers = computed<Running[]>(() =>
    (bench.value?.timers ?? []).map((timer) => ({
      number: timer.number,
      part: timer.part,
      step: timer.step,
      at: timer.at,
      left: Date.parse(timer.ends_at) - now.value,
    })),
  );

  return {
    bench,
    state: asked.state,
    refusal: asked.refusal,
    again: asked.again,
    inHand,
    step,
    places,
    cards: computed(() => wanted.value ?? Object.keys(places.value).length),
    pictured,
    timers,
    /** The card that is wanted, where it is not shown yet. */
    coming: computed(() => (taken.value === inHand.value ? null : taken.value)),
    /** What was done so far is answered, or known to have no answer. */
    settled: () => before,
    take: (number: number) => (taken.value = number),
    setBatch,
    go,
    finish: () => act(() => ask("post", "/api/cards/{card_id}/bench/{number}/made", path())),
    makeAgain: () => act(() => ask("post", "/api/cards/{card_id}/bench/{number}/again", path())),
    startTimer: (step: string, way: Way) =>
      act(() => ask("post", "/api/cards/{card_id}/bench/{number}/timer", { ...path(), body: { step, way } })),
    stopTimer: (step: string) =>
      act(() =>
        ask("delete", "/api/cards/{card_id}/bench/{number}/timer/{step}", {
          params: { path: { card_id: id, number: inHand.value, step } },
        }),
      ),
    differently: (step: string, how: "skipped" | "passes" | "ink", value = "") =>
      act(() =>
        ask("post", "/api/cards/{card_id}/bench/{number}/differently", {
          ...path(),
          body: { step, how, value },
        }),
      ),
    asPlanned: (difference: number) =>
      act(() =>
        ask("delete", "/api/cards/{card_id}/bench/{number}/differently/{difference}", {
          params: { path: { card_id: id, number: inHand.value, difference } },
        }),
      ),
  };
}
export type Bench = ReturnType<typeof useBench>;
