/** How a chart of crossings is read: which square is which, what is said of it, what an ink looks like by itself. */
import type { ChartOut, CrossingOut } from "../api/models";
import { t } from "../words";

/** One word for a mark, to stand in a square. */
export const MARK_WORDS: Record<string, string> = {
  "seam-mud": t("logic.crossings.dull"),
  "primaries-brown": t("logic.crossings.brown"),
  "ink-invisible": t("logic.crossings.hidden"),
  "focal-lost": t("logic.crossings.faint"),
  surprise: t("logic.crossings.surprise"),
  shed: t("logic.crossings.sheds"),
};

export function crossingAt(
  chart: ChartOut,
  bottom: string,
  top: string,
  passes: number,
): CrossingOut | undefined {
  return chart.crossings.find((c) => c.bottom === bottom && c.top === top && c.passes === passes);
}

/** How far apart two colours look, in words; the number is CIEDE2000. */
export function sayApart(apart: number): string {
  if (apart < 1) return t("logic.crossings.noDifferenceToSee");
  if (apart < 2.5) return t("logic.crossings.hardlyADifference");
  if (apart < 6) return t("logic.crossings.aDifferenceSideBySide");
  return t("logic.crossings.clearlyAnotherColour");
}

/** How sure a prediction is, in words; the number is the half width of the 90 % band in CIEDE2000. */
export function saySure(band: number): string {
  if (band < 3) return "sure";
  if (band < 7) return t("logic.crossings.fairlySure");
  return t("logic.crossings.aRoughGuess");
}

/** How much of an ink lies at a place, in passes straight from the pad. */
export function sayStrength(strength: number): string {
  if (strength < 0.12) return t("logic.crossings.aBreath");
  if (strength < 0.38) return t("logic.crossings.aQuarterOfAStrong");
  if (strength < 0.63) return t("logic.crossings.halfAStrongPass");
  if (strength < 0.88) return t("logic.crossings.threeQuartersOfAStrong");
  if (strength < 1.25) return t("logic.crossings.oneStrongPass");
  const halves = Math.round(strength * 2);
  return t("logic.crossings.strongPasses", {
    halves: Math.floor(halves / 2),
    halves2: halves % 2 ? "½" : "",
  });
}

/** What being so sure means at the table. */
export function sayOff(band: number): string {
  if (band < 3) return t("logic.crossings.itWillLookLikeThis");
  if (band < 5) return t("logic.crossings.itMayBeAShade");
  return t("logic.crossings.tryItOnScrapFirst");
}

export interface Noted {
  bottom: string;
  top: string;
  code: string;
  words: string;
}

/** Everything marked on a chart, once for a pair and code: the square of one pass speaks for two as well. */
export function notes(chart: ChartOut): Noted[] {
  const seen = new Set<string>();
  const found: Noted[] = [];
  for (const { bottom, top, marks } of chart.crossings)
    for (const { code, words } of marks) {
      const id = `${code}:${[bottom, top].sort().join()}`;
      if (!seen.has(id)) found.push({ bottom, top, code, words });
      seen.add(id);
    }
  return found;
}

/** A sequence with one ink set at a place; the ink that stood there takes the other's. */
export function withInkAt(sequence: string[], place: number, ink: string): string[] {
  const there = sequence[place];
  return sequence.map((key, i) => (i === place ? ink : key === ink && there ? there : key));
}

/** A sequence after the choice of inks changed: those gone are left out, new ones come last. */
export function sequenceOf(sequence: string[], inks: string[]): string[] {
  return [...sequence.filter((key) => inks.includes(key)), ...inks.filter((key) => !sequence.includes(key))];
}

/** The inks to begin with where none was asked for: a few across the front of the shelf, light and dark. */
export function firstInks(shelf: string[]): string[] {
  return shelf.slice(0, 12).filter((_, i) => i % 3 === 0 || i === 10);
}
