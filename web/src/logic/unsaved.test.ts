import { expect, test } from "vitest";
import type { PlanModel } from "../api/client";
import { withUnsaved } from "./unsaved";

const saved = {
  title: "Dusk",
  inks: [{ key: "yucca-1" }],
  masks: [],
  focal: [],
  holds: [],
  cuts: [],
  steps: [{ id: "s1", passes: 2 }],
} as unknown as PlanModel;
const passes = (plan: PlanModel) => (plan.steps[0] as { passes: number }).passes;
const onePass = (plan: PlanModel) =>
  ({ ...plan, steps: plan.steps.map((step) => ({ ...step, passes: passes(plan) + 1 })) }) as PlanModel;
const addStep = (plan: PlanModel) =>
  ({ ...plan, steps: [...plan.steps, { ...plan.steps[0], id: "s2" }] }) as PlanModel;

test("every tap counts from what the one before made of it", () => {
  expect(withUnsaved(saved, [])).toEqual(saved);
  expect(passes(withUnsaved(saved, [onePass, onePass]))).toBe(4);
});

test("a step that is new is shown when the server has something to say of it", () => {
  expect(withUnsaved(saved, [onePass, addStep])).toBe(saved);
});
