import { createPinia, setActivePinia } from "pinia";
import { beforeEach, describe, expect, it } from "vitest";
import { NoAnswer, Refusal } from "../api/client";
import { useNotices } from "../stores/notices";
import { useDoing } from "./useDoing";

beforeEach(() => setActivePinia(createPinia()));

describe("what makes something", () => {
  it("is done once by a double tap", async () => {
    const { make, busy } = useDoing("journal");
    let go: () => void = () => undefined;
    const held = new Promise<void>((done) => (go = done));
    let made = 0;
    const tap = () => make("record", async () => (made++, held));
    const [first, second] = [tap(), tap()];
    expect(busy.value).toBe(true);
    go();
    expect(await Promise.all([first, second])).toEqual([true, false]);
    expect(made).toBe(1);
    expect(busy.value).toBe(false);
  });

  it("is asked again by the same key after an answer was lost, and by another once it is known", async () => {
    const { make } = useDoing("card");
    const keys: string[] = [];
    const tap = (how?: Error) =>
      make("copy", async (request) => {
        keys.push(request);
        if (how) throw how;
      });
    expect(await tap(new NoAnswer())).toBe(false);
    expect(await tap()).toBe(true);
    await tap();
    expect(await tap(new Refusal(422, "No.", "", ""))).toBe(false);
    await tap();
    expect(keys[0]).toBe(keys[1]);
    expect(new Set(keys).size).toBe(4);
    expect(useNotices().said.has("card")).toBe(false);
  });

  it("has a key of its own for each thing that is made", async () => {
    const { make } = useDoing("card");
    const keys: string[] = [];
    for (const what of ["copy a", "copy b"])
      await make(what, async (request) => {
        keys.push(request);
        throw new NoAnswer();
      });
    expect(keys[0]).not.toBe(keys[1]);
  });
});
