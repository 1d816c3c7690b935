/** Prints that go with other prints: the same stamp once more, behind another, in front of it. */
import type { Brush, Step } from "../api/models";
import { regionOf, withAnother } from "./prints";

const PRINTED = ["print", "motifs", "words"];
const PALER = { second: "third", third: "third" } as const;
/** How far words that are printed once more stand below the first, in heights of their capitals. */
const BELOW = 2;

/** The steps that print, each with its number. */
export function printed(steps: readonly Step[]): { id: string; at: number }[] {
  return steps.flatMap((step, i) =>
    PRINTED.includes(regionOf(step)?.over ?? "") ? [{ id: step.id, at: i + 1 }] : [],
  );
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
    return { ...more, touch, region: { ...region, places: withAnother(region, panel).places.slice(-1) } };
  if (region.over === "words")
    return { ...more, touch, region: { ...region, y_mm: region.y_mm + BELOW * region.height_mm } };
  return { ...more, touch, seed: (step.seed ?? 0) + 1 };
}
