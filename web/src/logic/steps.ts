/** Changes to a plan's steps, as plain functions on plain data. */
import type { PlanModel, StepModel } from "../api/client";

/** A copy of a plan with one word of one step changed; `path` as in the sentence's part ("region.carry_mm"). */
export function withWord(plan: PlanModel, stepId: string, path: string, value: unknown): PlanModel {
  return {
    ...plan,
    steps: plan.steps.map((step) =>
      step.id === stepId ? (setPath(step, path.split("."), value) as StepModel) : step,
    ),
  };
}

function setPath(target: unknown, [key, ...rest]: string[], value: unknown): unknown {
  if (key === undefined) return value;
  const object = (target ?? {}) as Record<string, unknown>;
  return { ...object, [key]: setPath(object[key], rest, value) };
}

/** What stands at a path of a step. */
export function wordAt(step: StepModel, path: string): unknown {
  return path
    .split(".")
    .reduce<unknown>((at, key) => (at as Record<string, unknown> | null | undefined)?.[key], step);
}

/** A copy with a step moved to the place `to` (an index in the order before the move). */
export function withStepMoved(plan: PlanModel, stepId: string, to: number): PlanModel {
  const from = plan.steps.findIndex((step) => step.id === stepId);
  const steps = [...plan.steps];
  const [step] = steps.splice(from, 1);
  if (!step) return plan;
  steps.splice(to > from ? to - 1 : to, 0, step);
  return { ...plan, steps };
}

export function withoutStep(plan: PlanModel, stepId: string): PlanModel {
  return { ...plan, steps: plan.steps.filter((step) => step.id !== stepId) };
}

/** A copy with a step set after another, or first; the step gets an id no other has. */
export function withStepAfter(plan: PlanModel, after: string | null, step: StepModel): PlanModel {
  const taken = new Set(plan.steps.map((other) => other.id));
  let number = taken.size + 1;
  while (taken.has(`s${number}`)) number++;
  const at = after === null ? 0 : plan.steps.findIndex((other) => other.id === after) + 1;
  const steps = [...plan.steps];
  steps.splice(at, 0, { ...step, id: `s${number}` });
  return { ...plan, steps };
}

/** What changes hands before a step: the tool or ink that was not in use before it; empty when nothing does. */
export function changeOver(before: StepModel | undefined, step: StepModel): "" | "ink" | "tool" {
  if (!before || before.do !== "brush" || step.do !== "brush") return "";
  if (before.tool !== step.tool) return "tool";
  return before.ink === step.ink ? "" : "ink";
}
