/** How the plan is worked over by changes that touch more than one thing of it, and what they share. */
import type { Brush, InkModel, Mask, PlanModel, Step } from "../api/models";
import { t } from "../words";
import { merged } from "./merging";
import { newStepId, withStepAfter } from "./steps";

type Touch = Brush["touch"];

/** What a change was for is not on the card any more. */
export class Gone extends Error {}

interface Keyed {
  key: string;
}
export function replaced<T extends Keyed>(list: T[], item: T, called: string, was?: T): T[] {
  if (!list.some((other) => other.key === item.key))
    throw new Gone(t("logic.edits.theIsNotOnThe", { called }));
  return list.map((other) => (other.key === item.key ? (was ? merged(other, was, item) : item) : other));
}
export function without<T extends Keyed>(list: T[], key: string): T[] {
  return list.filter((other) => other.key !== key);
}
/** With an item that may have come by another way already. */
export function withItem<T extends Keyed>(list: T[], item: T): T[] {
  return [...without(list, item.key), item];
}
export function mustHave(plan: PlanModel, step: string) {
  if (!plan.steps.some((other) => other.id === step)) throw new Gone(t("logic.edits.theStepItWasFor"));
}

/** Another sheet wherever one of the same key was laid; which of its openings were inked is not known of the new one. */
export function withMaskInstead(plan: PlanModel, mask: Mask): PlanModel {
  const steps = plan.steps.map((step) =>
    step.do === "brush" && step.region.over === "inside" && step.region.mask === mask.key
      ? { ...step, region: { ...step.region, openings: [], covered: false } }
      : step,
  );
  const holds = plan.holds.filter((hold) => hold.mask !== mask.key);
  return { ...plan, masks: replaced(plan.masks, mask, mask.name), steps, holds };
}

/** Every laying of an ink by the one that takes its place, on the panel and on every piece. */
export function withOtherInks(plan: PlanModel, inks: Record<string, InkModel>): PlanModel {
  const named = (key: string) => inks[key]?.key ?? key;
  const reinked = (steps: Step[]) =>
    steps.map((step) => (step.do === "brush" ? { ...step, ink: named(step.ink) } : step));
  const taken = plan.inks.map((ink) => inks[ink.key] ?? ink);
  return {
    ...plan,
    inks: taken.filter((ink, at) => taken.findIndex((other) => other.key === ink.key) === at),
    steps: reinked(plan.steps),
    focal: plan.focal.map((piece) => (piece.ink ? { ...piece, ink: named(piece.ink) } : piece)),
    pieces: plan.pieces.map((piece) => ({ ...piece, steps: reinked(piece.steps) })),
    crossings: [],
  };
}

/** Inks taken to the card and laid one after the other. */
export function withRecipe(
  plan: PlanModel,
  inks: InkModel[],
  after: string | null,
  steps: Step[],
): PlanModel {
  if (after !== null) mustHave(plan, after);
  const known = new Set(plan.inks.map((ink) => ink.key));
  let now: PlanModel = { ...plan, inks: [...plan.inks, ...inks.filter((ink) => !known.has(ink.key))] };
  let last = after;
  for (const step of steps) {
    const id = newStepId(now);
    now = withStepAfter(now, last, { ...step, id });
    last = id;
  }
  return now;
}

export function withInk(
  plan: PlanModel,
  step: string,
  ink: InkModel,
  touch: Touch,
  passes: number,
): PlanModel {
  mustHave(plan, step);
  const was = plan.steps.find((other) => other.id === step);
  const steps = plan.steps.map((other) =>
    other.id === step && other.do === "brush" ? { ...other, ink: ink.key, touch, passes } : other,
  );
  const idle =
    was?.do === "brush" && was.ink !== ink.key && !steps.some((s) => s.do === "brush" && s.ink === was.ink);
  const focal = plan.focal.some((piece) => was?.do === "brush" && piece.ink === was.ink);
  const kept = plan.inks.filter((other) => !(idle && !focal && other.key === was.ink));
  return { ...plan, steps, inks: kept.some(({ key }) => key === ink.key) ? kept : [...kept, ink] };
}

/** A mask over part of the panel for the time of one step. */
export function withShield(plan: PlanModel, step: string, mask: Mask): PlanModel {
  mustHave(plan, step);
  const at = plan.steps.findIndex((other) => other.id === step);
  const before = plan.steps[at - 1]?.id ?? null;
  const now = plan.masks.some(({ key }) => key === mask.key)
    ? plan
    : { ...plan, masks: [...plan.masks, mask] };
  const laid = withStepAfter(now, before, { do: "lay-mask", id: newStepId(now), mask: mask.key });
  return withStepAfter(laid, step, { do: "lift-mask", id: newStepId(laid), mask: mask.key });
}
