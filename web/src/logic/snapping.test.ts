import { expect, it } from "vitest";
import type { PlanModel } from "../api/models";
import { linesFor, snap } from "./snapping";

const plan = {
  masks: [
    { key: "moon", name: "moon", x_mm: 30, y_mm: 40 },
    { key: "hill", name: "hill", x_mm: 80, y_mm: 200 },
  ],
  focal: [{ key: "f", name: "egret", x_mm: 50, y_mm: 60 }],
} as unknown as PlanModel;

it("offers the middle, the thirds and what else lies on the panel, but never the mask itself", () => {
  const lines = linesFor(plan, "moon", "x_mm", 120);
  expect(lines.map((line) => line.mm)).toEqual([60, 40, 80, 80, 50]);
  expect(linesFor(plan, "moon", "y_mm", 120).map((line) => line.mm)).toEqual([60, 40, 80, 60]);
});

it("rests on the nearest line within reach, and else on the ruler", () => {
  const lines = linesFor(plan, "moon", "x_mm", 120);
  expect(snap(59.1, lines, 1)).toEqual({ mm: 60, on: { mm: 60, name: "the middle" } });
  expect(snap(51.4, lines, 1).on?.name).toBe("in line with the egret");
  expect(snap(55.3, lines, 25.4 / 16)).toEqual({ mm: 35 * (25.4 / 16), on: null });
});
