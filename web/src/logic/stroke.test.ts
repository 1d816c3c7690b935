import { describe, expect, it } from "vitest";
import { MOST_POINTS, type Place, thinned } from "./stroke";

const wave = (many: number): Place[] =>
  Array.from({ length: many }, (_, i) => [i * 0.3, 20 + 9 * Math.sin(i / 14)]);

describe("a stroke by hand", () => {
  it.each([2, 30, 400, 5000])("keeps its ends and few enough places of %i", (many) => {
    const places = wave(many);
    const kept = thinned(places);
    expect(kept.length).toBeLessThanOrEqual(MOST_POINTS);
    expect(kept[0]).toEqual(places[0]);
    if (kept.length > 1) expect(kept.at(-1)).toEqual(places.at(-1));
  });
  it("stays near where the hand went", () => {
    const kept = thinned(wave(400));
    for (const [x, y] of wave(400)) {
      const away = Math.min(...kept.map(([a, b]) => Math.hypot(a - x, b - y)));
      expect(away).toBeLessThan(3);
    }
  });
  it("of a mere tap nothing is left to draw", () => {
    expect(thinned([[4, 4]]).length).toBeLessThan(2);
    expect(thinned([])).toEqual([]);
  });
});
