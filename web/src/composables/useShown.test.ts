import { createPinia, setActivePinia } from "pinia";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { effectScope, nextTick, ref } from "vue";
import { useServer } from "../stores/server";
import { type Pictured, useShown } from "./useShown";

/** Pictures that come, or do not, when the test says so. */
class HeldImage {
  static asked: HeldImage[] = [];
  onload: () => void = () => undefined;
  onerror: () => void = () => undefined;
  src = "";
  constructor() {
    HeldImage.asked.push(this);
  }
}
const asked = () => HeldImage.asked.map(({ src }) => src);
const come = (at: number) => HeldImage.asked[at]?.onload();
const fail = (at: number) => HeldImage.asked[at]?.onerror();

const picture = (n: number): Pictured<number> => ({ url: `/p/${n}`, of: n });
let scope = effectScope();
function shownOf(first: number) {
  const wanted = ref<Pictured<number> | null>(picture(first));
  const made = scope.run(() => useShown(wanted));
  if (!made) throw new Error("no scope");
  return { wanted, ...made };
}

beforeEach(() => {
  setActivePinia(createPinia());
  HeldImage.asked = [];
  vi.stubGlobal("Image", HeldImage);
  vi.useFakeTimers();
  scope = effectScope();
});
afterEach(() => {
  scope.stop();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe("a picture and what it is of", () => {
  it("says of what is seen what it is of, however late it comes", async () => {
    const { wanted, shown, settled } = shownOf(1);
    expect(shown.value).toBeNull();
    wanted.value = picture(2);
    await nextTick();
    come(0);
    expect(shown.value?.of).toBe(1);
    expect(settled.value).toBe(false);
    come(1);
    expect(shown.value?.of).toBe(2);
    expect(settled.value).toBe(true);
  });

  it("asks for the first and the newest of many taps", async () => {
    const { wanted, shown } = shownOf(0);
    for (let n = 1; n <= 12; n++) {
      wanted.value = picture(n);
      await nextTick();
    }
    come(0);
    come(1);
    expect(asked()).toEqual(["/p/0", "/p/12"]);
    expect(shown.value?.of).toBe(12);
  });

  it("asks again for one that did not come, after a while and when the server is back", async () => {
    const { shown, missed } = shownOf(1);
    fail(0);
    expect(missed.value).toBe(true);
    await vi.advanceTimersByTimeAsync(1600);
    expect(asked()).toHaveLength(2);
    fail(1);
    useServer().returns++;
    await nextTick();
    expect(asked()).toHaveLength(3);
    come(2);
    expect(shown.value?.of).toBe(1);
    expect(missed.value).toBe(false);
    await vi.advanceTimersByTimeAsync(60_000);
    expect(asked()).toHaveLength(3);
  });

  it("goes on to the newest where the one before it did not come", async () => {
    const { wanted, shown } = shownOf(1);
    wanted.value = picture(2);
    await nextTick();
    fail(0);
    come(1);
    expect(shown.value?.of).toBe(2);
    expect(asked()).toEqual(["/p/1", "/p/2"]);
  });

  it("holds: in any order of answers, what is said is of what came last, and the newest is reached", async () => {
    let seed = 7;
    const random = (most: number) => (seed = (seed * 48271) % 2147483647) % most;
    for (let run = 0; run < 40; run++) {
      HeldImage.asked = [];
      const { wanted, shown, settled } = shownOf(0);
      let answered = 0;
      for (let step = 0; step < 12; step++) {
        if (random(2)) {
          wanted.value = picture(random(6));
          await nextTick();
        } else if (answered < HeldImage.asked.length) {
          const url = HeldImage.asked[answered]?.src;
          if (random(3)) {
            come(answered++);
            expect(shown.value?.url).toBe(url);
          } else fail(answered++);
        } else await vi.advanceTimersByTimeAsync(20_000);
        if (shown.value) expect(shown.value.url).toBe(`/p/${shown.value.of}`);
      }
      for (let turn = 0; turn < 10 && !settled.value; turn++) {
        if (answered < HeldImage.asked.length) come(answered++);
        await vi.advanceTimersByTimeAsync(20_000);
      }
      expect(shown.value?.of).toBe(wanted.value?.of);
    }
  });

  it("asks for nothing once nobody looks any more", async () => {
    shownOf(1);
    fail(0);
    scope.stop();
    await vi.advanceTimersByTimeAsync(60_000);
    expect(asked()).toHaveLength(1);
  });
});
