/** Prints that go with other prints: the same stamp once more, behind another, in front of it. */
import type { At, Brush, Print, Step } from "../api/models";
import { regionOf } from "./prints";

const PRINTED = ["print", "motifs", "words"];
const PALER = { second: "third", third: "third" } as const;
/** How far words that are printed once more stand below the first, in heights of their capitals. */
const BELOW = 2;
/** How far a second print stands from the first, in sizes of it, so that it does not touch it. */
const CLEAR = 1.05;

/** The steps that print, each with its number. */
export function printed(steps: readonly Step[]): { id: string; at: number }[] {
  return steps.flatMap((step, i) =>
    PRINTED.includes(regionOf(step)?.over ?? "") ? [{ id: step.id, at: i + 1 }] : [],
  );
}

/** Where a print lies clear of the last: to its right, its left, below or above it, whichever has room. */
function clearOf(region: Print, { width, height }: { width: number; height: number }): At {
  const middle: At = { x_mm: width / 2, y_mm: height / 2, angle_deg: 0, flipped: false, size_mm: null };
  const last = region.places[region.places.length - 1] ?? middle;
  const size = last.size_mm ?? region.size_mm;
  const step = CLEAR * size;
  const ways = [
    { x_mm: last.x_mm + step, y_mm: last.y_mm },
    { x_mm: last.x_mm - step, y_mm: last.y_mm },
    { x_mm: last.x_mm, y_mm: last.y_mm + step },
    { x_mm: last.x_mm, y_mm: last.y_mm - step },
  ];
  const room = ({ x_mm, y_mm }: { x_mm: number; y_mm: number }) =>
    Math.min(x_mm, width - x_mm, y_mm, height - y_mm) - size / 2;
  const best = ways.reduce((one, other) => (room(one) >= 0 || room(one) >= room(other) ? one : other));
  const tenth = (mm: number) => Math.round(mm * 10) / 10;
  return { ...last, x_mm: tenth(best.x_mm), y_mm: tenth(best.y_mm) };
}

/** The same print once more: in the same place, or beside it with what is left on the block. Its id is still to be given. */
export function onceMore(
  step: Brush,
  how: "again" | "uninked",
  panel: { width: number; height: number },
): Brush {
  const refers = { step: step.id, how };
  const more = { ...step, id: "", refers, purpose: null };
  if (how === "again") return more;
  const { region } = step;
  const touch = PALER[step.touch as keyof typeof PALER] ?? "second";
  if (region.over === "print")
    return { ...more, touch, region: { ...region, places: [clearOf(region, panel)] } };
  if (region.over === "words")
    return { ...more, touch, region: { ...region, y_mm: region.y_mm + BELOW * region.height_mm } };
  return { ...more, touch, seed: (step.seed ?? 0) + 1 };
}
