import { describe, expect, it } from "vitest";
import { threeOf, withSpots } from "./stuck";

const sizes = [
  { width: 120, height: 171 },
  { width: 82, height: 209 },
];

describe("what is stuck on", () => {
  it.each(sizes)("begins as three on the panel", (size) => {
    for (const thing of ["sequins", "drops"] as const) {
      const { spots } = threeOf(thing, size);
      expect(spots).toHaveLength(3);
      for (const { x_mm, y_mm } of spots) {
        expect(x_mm).toBeGreaterThan(0);
        expect(x_mm).toBeLessThan(size.width);
        expect(y_mm).toBeGreaterThan(0);
        expect(y_mm).toBeLessThan(size.height);
      }
    }
  });
  it.each(sizes)("keeps the spots it has, and sets new ones apart on the panel", (size) => {
    const { spots } = threeOf("gems", size);
    const more = withSpots(spots, 12, size);
    expect(more.slice(0, 3)).toEqual(spots);
    expect(new Set(more.map((spot) => `${spot.x_mm} ${spot.y_mm}`)).size).toBe(12);
    expect(
      more.every(({ x_mm, y_mm }) => x_mm > 0 && x_mm < size.width && y_mm > 0 && y_mm < size.height),
    ).toBe(true);
    expect(withSpots(more, 2, size)).toEqual(spots.slice(0, 2));
  });
});
