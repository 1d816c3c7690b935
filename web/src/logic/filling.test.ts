import { describe, expect, it } from "vitest";
import type { InkModel, Step } from "../api/models";
import { dryAfter, filling, inksFor, paints } from "./filling";

const ink = (key: string, kind: InkModel["kind"]) => ({ key, name: key, kind }) as InkModel;
const SHELF = [
  ink("dark", "dye"),
  ink("white", "white"),
  ink("pale", "dye"),
  ink("middle", "pigment"),
  ink("powder", "powder"),
];
const L: Record<string, number> = { dark: 30, white: 96, pale: 88, middle: 60, powder: 95 };
const light = paints(SHELF, (key) => L[key] ?? 0);

describe("painting inside a print", () => {
  it("takes the inks that paint, light to dark", () => {
    expect(light.map(({ key }) => key)).toEqual(["pale", "middle", "dark"]);
  });
  it.each(["one", "foot", "sides", "rim", "three"] as const)(
    "lays %s from light to dark into what is damp",
    (how) => {
      const steps = filling("s4", how, light, true).flatMap((step) => (step.do === "brush" ? [step] : []));
      expect(steps).toHaveLength({ one: 1, foot: 2, sides: 2, rim: 2, three: 3 }[how]);
      const lightness = steps.map((step) => L[step.ink] ?? 0);
      expect(lightness).toEqual([...lightness].sort((one, other) => other - one));
      expect(steps.map((step) => step.onto)).toEqual(["dry", ...steps.slice(1).map(() => "damp")]);
      expect(steps.every(({ region }) => region.over === "in-print" && region.step === "s4")).toBe(true);
      expect(inksFor(how)).toBe(new Set(steps.map((step) => step.ink)).size);
    },
  );
  it("lets the outline dry first, unless it is dried already", () => {
    const [wait, ...rest] = filling("s4", "foot", light, false);
    expect(wait?.do).toBe("dry");
    expect(rest).toEqual(filling("s4", "foot", light, true));
    const print = { do: "brush", id: "s4" } as Step;
    const dry: Step = { do: "dry", id: "s5", way: "air", minutes: 5 };
    expect(dryAfter([print, dry], "s4")).toBe(true);
    expect(dryAfter([dry, print], "s4")).toBe(false);
    expect(dryAfter([print], "s9")).toBe(false);
  });
});
