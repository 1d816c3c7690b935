/** Focal pieces that can be laid on a panel. */
import type { Focal, PlanModel } from "../api/models";

/** A new one in a place and size that suit the panel, with a key that neither a piece nor a step of the plan has. */
export function newFocal(
  kind: Focal["kind"],
  plan: PlanModel,
  width: number,
  height: number,
  ink: string | null,
): Focal {
  const taken = new Set([...plan.focal.map((piece) => piece.key), ...plan.steps.map((step) => step.id)]);
  let number = 1;
  while (taken.has(`focal-${number}`)) number++;
  const size =
    kind === "image"
      ? { y_mm: height * 0.4, width_mm: width * 0.5, height_mm: height * 0.35 }
      : { y_mm: height * 0.85, width_mm: width * 0.7, height_mm: 12 };
  return {
    key: `focal-${number}`,
    name: kind,
    kind,
    x_mm: width / 2,
    ...size,
    ink: kind === "sentiment" ? ink : null,
    stands: false,
  };
}
