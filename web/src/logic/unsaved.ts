/** A plan with the changes made to it that the server has not answered yet. */
import type { PlanModel } from "../api/client";

type Make = (plan: PlanModel) => PlanModel;

/**
 * The changed plan, as long as it has the same steps and pieces as the saved one: what is said of a plan comes from the server, and
 * of a step that is new it has nothing to say yet.
 */
export function withUnsaved(saved: PlanModel, unsaved: Make[]): PlanModel {
  const changed = unsaved.reduce((plan, make) => make(plan), saved);
  return piecesOf(changed) === piecesOf(saved) ? changed : saved;
}

function piecesOf(plan: PlanModel): string {
  const keys = (pieces: readonly { key: string }[]) => pieces.map((piece) => piece.key);
  return JSON.stringify([
    plan.steps.map((step) => step.id),
    keys(plan.inks),
    keys(plan.masks),
    keys(plan.focal),
    keys(plan.holds),
    keys(plan.cuts),
  ]);
}
