import { describe, expect, it } from "vitest";
import { isEqual, merged } from "./merging";

const disc = { shape: "disc", key: "moon", x_mm: 10, y_mm: 20, name: "moon", named: [] as string[] };

describe("a thing changed in two windows", () => {
  it("keeps what each of them changed, whichever comes last", () => {
    const [mine, theirs] = [
      { ...disc, x_mm: 30 },
      { ...disc, name: "sun" },
    ];
    expect(merged(theirs, disc, mine)).toEqual({ ...disc, x_mm: 30, name: "sun" });
    expect(merged(mine, disc, theirs)).toEqual({ ...disc, x_mm: 30, name: "sun" });
  });

  it("is merged field by field for every field, and every pair of fields", () => {
    const base = { shape: "disc", a: 1, b: "x", c: [1], d: { e: 1, f: 2 } };
    const other = { shape: "disc", a: 2, b: "y", c: [1, 2], d: { e: 3, f: 4 } };
    for (const here of ["a", "b", "c", "d"] as const)
      for (const there of ["a", "b", "c", "d"] as const) {
        const mine = { ...base, [here]: other[here] };
        const theirs = { ...base, [there]: other[there] };
        const both = { ...base, [there]: other[there], [here]: other[here] };
        expect(merged(theirs, base, mine)).toEqual(both);
      }
    const nested = merged({ ...base, d: { e: 9, f: 2 } }, base, { ...base, d: { e: 1, f: 8 } });
    expect(nested.d).toEqual({ e: 9, f: 8 });
  });

  it("is what was made of it here where it became another kind of thing", () => {
    const tapes = { shape: "tapes", key: "moon", x_mm: 1, width_mm: 5 };
    expect(merged<object>({ ...disc, name: "sun" }, disc, tapes)).toEqual(tapes);
  });

  it("is left as it stands where nothing was changed here", () => {
    expect(merged({ ...disc, x_mm: 5 }, disc, { ...disc })).toEqual({ ...disc, x_mm: 5 });
    expect(isEqual({ a: undefined }, {})).toBe(true);
  });
});
