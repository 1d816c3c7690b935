import { describe, expect, it } from "vitest";
import type { InkModel } from "../api/models";
import { filling, inksFor, paints } from "./filling";

const ink = (key: string, kind: InkModel["kind"]) => ({ key, name: key, kind }) as InkModel;
const SHELF = [
  ink("dark", "dye"),
  ink("white", "white"),
  ink("pale", "dye"),
  ink("middle", "pigment"),
  ink("powder", "powder"),
];
const L: Record<string, number> = { dark: 30, white: 96, pale: 88, middle: 60, powder: 95 };

describe("painting inside a print", () => {
  it("takes the inks that paint, light to dark", () => {
    expect(paints(SHELF, (key) => L[key] ?? 0).map(({ key }) => key)).toEqual(["pale", "middle", "dark"]);
  });
  it.each(["one", "foot", "sides", "rim", "three"] as const)(
    "lays %s from light to dark into what is damp",
    (how) => {
      const steps = filling(
        "s4",
        how,
        paints(SHELF, (key) => L[key] ?? 0),
      );
      expect(steps).toHaveLength(how === "three" ? 3 : how === "one" ? 1 : 2);
      const light = steps.map((step) => L[step.ink] ?? 0);
      expect(light).toEqual([...light].sort((one, other) => other - one));
      expect(steps.map((step) => step.onto)).toEqual(["dry", ...steps.slice(1).map(() => "damp")]);
      expect(steps.every(({ region }) => region.over === "in-print" && region.step === "s4")).toBe(true);
      expect(inksFor(how)).toBe(new Set(steps.map((step) => step.ink)).size);
    },
  );
});
