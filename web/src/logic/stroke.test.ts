import { describe, expect, it } from "vitest";
import { bent, heldAt, MOST_POINTS, type Place, thinned } from "./stroke";

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

describe("a stroke held by hand or keys", () => {
  const straight: Place[] = [[0, 20], [40, 20]]; // prettier-ignore
  it("follows its end, less and less, and keeps its beginning", () => {
    const moved = bent(straight, "end", 0, 8);
    expect(moved[0]).toEqual([0, 20]);
    expect(moved[moved.length - 1]).toEqual([40, 28]);
    expect(heldAt(moved, "middle")[1]).toBeCloseTo(24, 0);
  });
  it("bends by its middle, both ends where they were", () => {
    const arc = bent(straight, "middle", 0, -10);
    expect(arc[0]).toEqual([0, 20]);
    expect(arc[arc.length - 1]).toEqual([40, 20]);
    expect(heldAt(arc, "middle")).toEqual([20, 10]);
    expect(arc.length).toBeLessThanOrEqual(MOST_POINTS);
  });
});
