/** How many of this screen's pixels make a millimetre: what a browser takes for granted until a card was held against it. */
import { useKept } from "./useKept";

/** A CSS pixel is 1/96 inch (CSS Values and Units, Level 4); no screen keeps to it. */
export const NOMINAL_PX_PER_MM = 96 / 25.4;

/** The longer side of a bank card, mm. Source: ISO/IEC 7810, ID-1. */
export const BANK_CARD_MM = 85.6;

const held = useKept<number | null>("cielo-px-per-mm", null, (text) =>
  Number(text) > 0 ? Number(text) : null,
);

export function useRealSize() {
  return held;
}
