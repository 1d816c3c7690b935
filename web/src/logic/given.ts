/** Numbers in ids of steps and keys of pieces, of which none is given twice. As the server's core.plan.edits counts them. */
import type { PlanModel } from "../api/models";

const NUMBERED = /^(?:s|piece-)([0-9]{1,6})$/;

function standing(plan: PlanModel): number {
  const pieces = plan.pieces ?? [];
  const steps = [...plan.steps, ...pieces.flatMap((piece) => piece.steps ?? [])];
  const named = [...steps.map(({ id }) => id), ...pieces.map(({ key }) => key)];
  return Math.max(0, ...named.map((one) => Number(NUMBERED.exec(one)?.[1] ?? 0)));
}

/** The highest number that stands, or ever stood, in an id of a step or a key of a piece. */
export function highestGiven(plan: PlanModel): number {
  return Math.max(plan.given ?? 0, standing(plan));
}

/** A plan that knows of every id that was given before it was changed. */
export function withGiven(before: PlanModel, plan: PlanModel): PlanModel {
  const highest = Math.max(highestGiven(before), highestGiven(plan));
  const given = highest > standing(plan) ? highest : 0;
  return (plan.given ?? 0) === given ? plan : { ...plan, given };
}
