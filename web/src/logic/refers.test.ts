import { describe, expect, it } from "vitest";
import type { Brush } from "../api/models";
import { newPrint } from "./prints";
import { onceMore, printed } from "./refers";

const leaf: Brush = {
  do: "brush",
  id: "s1",
  ink: "blue",
  tool: "stamp",
  region: newPrint("leaf", 20, 30, 40),
  touch: "first",
  passes: 1,
  onto: "dry",
  fade: null,
  seed: 1,
};
const panel = { width: 100, height: 140 };

describe("a print once more", () => {
  it("lies in the same place, and says of which it is", () => {
    const again = onceMore(leaf, "again", panel);
    expect(again.region).toEqual(leaf.region);
    expect(again.refers).toEqual({ step: "s1", how: "again" });
  });
  it("without inking is paler each time, and beside the first on the panel", () => {
    let step = leaf;
    for (const touch of ["second", "third", "third"]) {
      step = { ...onceMore(step, "uninked", panel), id: `after ${step.id}` };
      expect(step.touch).toBe(touch);
      if (step.region.over !== "print") throw new Error("it is a print no more");
      expect(step.region.places).toHaveLength(1);
      const x = step.region.places[0]?.x_mm ?? -1;
      expect(x).toBeGreaterThanOrEqual(0);
      expect(x).toBeLessThan(panel.width);
    }
  });
  it("knows which steps print", () => {
    const ground: Brush = { ...leaf, id: "s2", region: { over: "whole" } };
    expect(printed([ground, leaf])).toEqual([{ id: "s1", at: 2 }]);
  });
});
