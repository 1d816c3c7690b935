/** Where a step puts things on the panel: each print, the ends of a stroke, each thing stuck on, a piece. */
import type { PlanModel, Step } from "../api/models";

export interface PlaceHere {
  x: number;
  y: number;
  /** Its number in the order in which places are told. */
  said: string;
}

/** The middle of an outline, by its furthest points, mm; null where the path has no point. */
export function middleOf(path: string): { x: number; y: number } | null {
  const numbers = (path.match(/-?\d+(?:\.\d+)?(?:e-?\d+)?/g) ?? []).map(Number);
  const xs = numbers.filter((_, i) => i % 2 === 0);
  const ys = numbers.filter((_, i) => i % 2 === 1);
  if (!ys.length) return null;
  return {
    x: (Math.min(...xs) + Math.max(...xs)) / 2,
    y: (Math.min(...ys) + Math.max(...ys)) / 2,
  };
}

/** Every place of a step, numbered; none of one that goes over an area. ``prints``: the outlines of what it prints, as SVG paths. */
export function placesOf(step: Step, plan: PlanModel, prints: readonly string[]): PlaceHere[] {
  return points(step, plan, prints).map(({ x, y }, n) => ({ x, y, said: String(n + 1) }));
}

function points(step: Step, plan: PlanModel, prints: readonly string[]): { x: number; y: number }[] {
  if (step.do === "stick-on") return step.spots.map((spot) => ({ x: spot.x_mm, y: spot.y_mm }));
  if (step.do === "put-on") {
    const piece = plan.pieces?.find((one) => one.key === step.piece);
    return piece ? [{ x: piece.x_mm, y: piece.y_mm }] : [];
  }
  if (step.do !== "brush") return [];
  const region = step.region;
  if (region.over === "print") return region.places.map((at) => ({ x: at.x_mm, y: at.y_mm }));
  if (region.over === "stroke") {
    const ends = [region.points[0], region.points[region.points.length - 1]];
    return ends.flatMap((end) => (end ? [{ x: Number(end[0]), y: Number(end[1]) }] : []));
  }
  return prints.flatMap((path) => middleOf(path) ?? []);
}
