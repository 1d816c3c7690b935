import { describe, expect, it } from "vitest";
import type { ChartOut } from "../api/models";
import { crossingAt, notes, sequenceOf, withInkAt } from "./crossings";

const crossing = (bottom: string, top: string, passes: number, code?: string) => ({
  bottom,
  top,
  passes,
  marks: code ? [{ code, words: code }] : [],
});
const chart = {
  crossings: [
    crossing("a", "b", 1, "seam-mud"),
    crossing("b", "a", 1, "seam-mud"),
    crossing("a", "b", 2, "surprise"),
  ],
} as unknown as ChartOut;

describe("a chart of crossings", () => {
  it("finds a square by both inks and the passes", () => {
    expect(crossingAt(chart, "b", "a", 1)?.bottom).toBe("b");
    expect(crossingAt(chart, "b", "a", 2)).toBeUndefined();
  });
  it("notes a pair once for each code, whatever the order", () => {
    expect(notes(chart).map((n) => n.code)).toEqual(["seam-mud", "surprise"]);
  });
});

describe("a sequence of inks", () => {
  it("swaps two when one is set where the other stood", () => {
    expect(withInkAt(["a", "b", "c"], 0, "c")).toEqual(["c", "b", "a"]);
  });
  it("keeps its order when inks come and go", () => {
    expect(sequenceOf(["c", "a", "b"], ["a", "c", "d"])).toEqual(["c", "a", "d"]);
  });
});
