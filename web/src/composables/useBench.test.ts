import { createPinia, setActivePinia } from "pinia";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { effectScope, nextTick } from "vue";
import { until } from "../testing/server";
import { type Bench, useBench } from "./useBench";

/** A bench at the server: a batch of cards of three steps, whose answers can be held and let go one by one. */
class FakeBench {
  at: Record<number, string> = { 1: "s1", 2: "s1" };
  said: string[] = [];
  held: (() => void)[] = [];
  holds: (path: string) => boolean = () => false;
  answers: "well" | "torn" | "away" = "well";
  clock = Date.parse("2026-12-01T10:00:00Z");

  async answer(request: Request): Promise<Response> {
    const path = new URL(request.url).pathname;
    const asked = `${request.method} ${path}`;
    this.said.push(asked);
    const body = request.method === "POST" ? await request.json().catch(() => ({})) : {};
    if (this.holds(asked))
      await new Promise<void>((go, giveUp) => {
        this.held.push(go);
        request.signal.addEventListener("abort", () => giveUp(new DOMException("given up", "AbortError")));
      });
    if (this.answers === "away") throw new TypeError("Failed to fetch");
    const number = Number(/bench\/(\d+)/.exec(path)?.[1] ?? 1);
    if (path.endsWith("/step")) this.at[number] = body.step;
    if (this.answers === "torn")
      return new Response('{"number": 1, "st', { headers: { "content-type": "application/json" } });
    return new Response(JSON.stringify(this.state(number)), {
      headers: { "content-type": "application/json" },
    });
  }
  state(number: number) {
    return {
      number,
      step: this.at[number],
      places: this.at,
      part: "",
      parts: [],
      timers: [
        { number: 1, part: "", step: "s2", at: 2, ends_at: new Date(this.clock + 300_000).toISOString() },
      ],
      differences: [],
      ways: {},
      plan: { steps: ["s1", "s2", "s3"].map((id) => ({ id, do: "dry" })), stock: { key: "white" } },
      made: false,
      reading: { steps: [], findings: [] },
      now: new Date(this.clock).toISOString(),
    };
  }
  let() {
    this.holds = () => false;
    for (const go of this.held.splice(0)) go();
  }
}

let server: FakeBench;
let scope = effectScope();
let bench: Bench;
beforeEach(async () => {
  setActivePinia(createPinia());
  server = new FakeBench();
  globalThis.fetch = (input) => server.answer(input as Request);
  scope = effectScope();
  const made = scope.run(() => useBench("c1"));
  if (!made) throw new Error("no scope");
  bench = made;
  await until(() => bench.bench.value !== null);
});
afterEach(() => {
  scope.stop();
  vi.restoreAllMocks();
});

describe("the card in hand", () => {
  it("is the one that is shown: what is done while another is late is done to that", async () => {
    server.holds = (asked) => asked.endsWith("/bench/2");
    bench.take(2);
    await until(() => server.held.length === 1);
    expect(bench.inHand.value).toBe(1);
    expect(bench.coming.value).toBe(2);
    bench.go("s2");
    await until(() => server.said.some((one) => one.endsWith("/bench/1/step")));
    await until(() => server.at[1] === "s2");
    server.let();
    await until(() => bench.inHand.value === 2);
    expect(server.at).toEqual({ 1: "s2", 2: "s1" });
    expect(bench.step.value).toBe("s1");
    expect(bench.places.value).toEqual({ 1: "s2", 2: "s1" });
  });

  it("goes to the last of many taps, each in its turn", async () => {
    for (const step of ["s2", "s3", "s1", "s3"]) bench.go(step);
    expect(bench.step.value).toBe("s3");
    await until(() => server.at[1] === "s3");
    expect(bench.step.value).toBe("s3");
    expect(server.at[2]).toBe("s1");
  });

  it("stays where she went though an answer is torn or missing, and is sent again", async () => {
    vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"] });
    try {
      for (const how of ["torn", "away"] as const) {
        server.answers = how;
        server.at[1] = "s1";
        bench.go("s3");
        await vi.advanceTimersByTimeAsync(50);
        expect(bench.step.value).toBe("s3");
        server.answers = "well";
        server.at[1] = "s1";
        await vi.advanceTimersByTimeAsync(8000);
        expect(server.at[1]).toBe("s3");
        bench.go("s1");
        await vi.advanceTimersByTimeAsync(50);
      }
    } finally {
      vi.useRealTimers();
    }
  });
});

describe("the timers", () => {
  it("run by the server's clock: one of this page that is set forward makes nothing dry", async () => {
    const left = () => Math.round((bench.timers.value[0]?.left ?? 0) / 1000);
    expect(left()).toBe(300);
    const real = Date.now;
    vi.spyOn(Date, "now").mockImplementation(() => real() + 3_600_000);
    await new Promise((go) => setTimeout(go, 400));
    await nextTick();
    expect(left()).toBeGreaterThan(295);
    expect(left()).toBeLessThanOrEqual(300);
  });
});
