import { createPinia, setActivePinia } from "pinia";
import { beforeEach, expect, it } from "vitest";
import { effectScope, nextTick, ref } from "vue";
import { NoAnswer, Refusal } from "../api/client";
import { useServer } from "../stores/server";
import { until } from "../testing/server";
import { useAsked } from "./useAsked";

beforeEach(() => setActivePinia(createPinia()));

/** A question whose answers are given by hand. */
function byHand<T>() {
  const open: { answer: (value: T) => void; fail: (error: Error) => void; signal: AbortSignal }[] = [];
  const question = (signal: AbortSignal) =>
    new Promise<T>((answer, fail) => {
      open.push({ answer, fail, signal });
    });
  return { open, question };
}

it("is asking, then ready; the latest question wins and the earlier one is given up", async () => {
  const { open, question } = byHand<string>();
  const on = ref(1);
  const asked = useAsked(question, on);
  expect(asked.state.value).toBe("asking");
  on.value = 2;
  await nextTick();
  expect(open[0]?.signal.aborted).toBe(true);
  open[1]?.answer("new");
  open[0]?.answer("old");
  await until(() => asked.state.value === "ready");
  expect(asked.value.value).toBe("new");
});

it("tells a refusal from an absence and from silence", async () => {
  for (const [error, state] of [
    [new Refusal(422, "No.", "", ""), "refused"],
    [new Refusal(404, "There is none.", "", ""), "absent"],
    [new NoAnswer(), "away"],
  ] as const) {
    const { open, question } = byHand<string>();
    const asked = useAsked(question);
    open[0]?.fail(error);
    await until(() => asked.state.value !== "asking");
    expect(asked.state.value).toBe(state);
    expect(asked.value.value).toBeNull();
  }
});

it("what is here stays while the server is away, and is asked for again when it is back", async () => {
  const { open, question } = byHand<string>();
  const asked = useAsked(question);
  open[0]?.answer("here");
  await until(() => asked.state.value === "ready");
  void asked.again();
  open[1]?.fail(new NoAnswer());
  await until(() => !asked.busy.value);
  expect([asked.state.value, asked.value.value]).toEqual(["ready", "here"]);
  useServer().returns++;
  await until(() => open.length === 3);
  open[2]?.answer("newer");
  await until(() => asked.value.value === "newer");
});

it("asks nothing where nothing is wanted", async () => {
  const asked = useAsked<string>(() => null);
  await nextTick();
  expect([asked.state.value, asked.busy.value]).toEqual(["absent", false]);
});

it("gives up when the page is left", () => {
  const { open, question } = byHand<string>();
  const page = effectScope();
  page.run(() => useAsked(question));
  page.stop();
  expect(open[0]?.signal.aborted).toBe(true);
});
