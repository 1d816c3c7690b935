/** Where a mask that is dragged comes to rest: on the panel's middle and thirds, in line with what lies there, or on the ruler. */
import type { PlanModel } from "../api/models";
import { t } from "../words";

export interface Line {
  mm: number;
  /** What it is in line with, in words. */
  name: string;
}

export interface Snapped {
  mm: number;
  /** The line it rests on; null on the ruler's marks alone. */
  on: Line | null;
}

/** Nearer than this, a place is pulled to a line. */
const REACH_MM = 2;

/** The lines a mask may rest on, one way across the panel. */
export function linesFor(plan: PlanModel, dragged: string, way: "x_mm" | "y_mm", size: number): Line[] {
  const others = [
    ...plan.masks
      .filter((mask) => mask.key !== dragged)
      .map((mask) => ({ mm: mask[way], name: t("logic.snapping.inLineWithThe", { name: mask.name }) })),
    ...plan.focal.map((piece) => ({
      mm: piece[way],
      name: t("logic.snapping.inLineWithThe", { name: piece.name }),
    })),
  ];
  return [
    { mm: size / 2, name: t("logic.snapping.theMiddle") },
    { mm: size / 3, name: t("logic.snapping.aThird") },
    { mm: (2 * size) / 3, name: t("logic.snapping.aThird") },
    ...others.filter((line) => line.mm > 0 && line.mm < size),
  ];
}

/** The nearest line within reach, the first of equals; else the nearest mark of the ruler, `step` mm apart. */
export function snap(mm: number, lines: Line[], step: number): Snapped {
  let best: Line | null = null;
  for (const line of lines)
    if (Math.abs(line.mm - mm) < REACH_MM && (!best || Math.abs(line.mm - mm) < Math.abs(best.mm - mm)))
      best = line;
  return best ? { mm: best.mm, on: best } : { mm: Math.round(mm / step) * step, on: null };
}
