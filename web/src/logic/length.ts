/** Lengths as a maker writes them: inches in eighths and sixteenths, or centimetres. Inside, millimetres. */
import type { Units } from "../api/models";
import { decimal, readNumber } from "./numbers";

export const MM_PER_INCH = 25.4;
const MM_OF: Record<string, number> = {
  in: MM_PER_INCH,
  inch: MM_PER_INCH,
  inches: MM_PER_INCH,
  '"': MM_PER_INCH,
  cm: 10,
  mm: 1,
};

/** How far one tap of + or - goes, in mm. */
export function tapStep(units: Units): number {
  return units === "in" ? MM_PER_INCH / 8 : 2;
}

/**
 * The nearest length that a ruler has a mark for: an eighth of an inch, or a millimetre; one shorter than a mark stays. What is new is
 * laid on one.
 */
export function onRuler(mm: number, units: Units): number {
  const step = units === "in" ? MM_PER_INCH / 8 : 1;
  return mm < step ? mm : Math.round(mm / step) * step;
}

/**
 * `34.9` to `1 3/8` or `3.5` (centimetres): to the nearest sixteenth of an inch, below an inch to the nearest thirty-second, as the
 * sheets say it (`core/units`); or in whole millimetres.
 */
export function showLength(mm: number, units: Units): string {
  if (units === "cm") return decimal(mm >= 1 ? Math.round(mm) / 10 : Math.round(mm * 2) / 20);
  const marks = mm < MM_PER_INCH ? 32 : 16;
  const many = Math.round((mm / MM_PER_INCH) * marks);
  const whole = Math.floor(many / marks);
  let [top, bottom] = [many % marks, marks];
  while (top > 0 && top % 2 === 0) [top, bottom] = [top / 2, bottom / 2];
  if (top === 0) return String(whole);
  return whole ? `${whole} ${top}/${bottom}` : `${top}/${bottom}`;
}

/** With its unit: `1 3/8 in`. */
export function sayLength(mm: number, units: Units): string {
  return `${showLength(mm, units)} ${units}`;
}

/**
 * `1 3/8`, `1-3/8`, `1⅜`, `1.375`, `3,5`, `35 mm`, `3 1/2"` to mm; null when it is not a length. A unit that is written wins over
 * `units`.
 */
export function readLength(text: string, units: Units): number | null {
  const match = /^(.*?)\s*(inches|inch|in|cm|mm|["″”])?\.?$/i.exec(text.trim());
  const number = readNumber(match?.[1] ?? "");
  if (number === null || number < 0) return null;
  const unit = (match?.[2] ?? units).toLowerCase().replace(/[″”]/, '"');
  return number * (MM_OF[unit] ?? 1);
}

/** The next length one tap away, on the marks of the ruler, never below `least`. */
export function tapLength(mm: number, units: Units, direction: 1 | -1, least = 0): number {
  const step = tapStep(units);
  const marks = direction > 0 ? Math.floor(mm / step + 1e-6) + 1 : Math.ceil(mm / step - 1e-6) - 1;
  return Math.max(least, marks * step);
}

export interface Mark {
  mm: number;
  /** 1 for a whole unit, smaller for its parts: how long the mark is drawn. */
  size: number;
  label: string;
}

/** The marks of a ruler of `length` mm: inches with eighths, or centimetres with halves. */
export function rulerMarks(length: number, units: Units): Mark[] {
  const parts = units === "in" ? 8 : 2;
  const step = (units === "in" ? MM_PER_INCH : 10) / parts;
  return Array.from({ length: Math.floor(length / step + 1e-6) + 1 }, (_, i) => {
    const whole = i % parts === 0;
    const size = whole ? 1 : i % (parts / 2) === 0 ? 0.6 : 0.35;
    return { mm: i * step, size, label: whole ? String(i / parts) : "" };
  });
}

/** A sentence in which no measure is broken at the end of a line: "2 1/4 in" stays together. */
export function unbroken(sentence: string): string {
  return sentence
    .replace(/(\d) (?=\d+\/\d)/g, "$1\u00a0")
    .replace(/(\d) (?=(in|cm|mm)(?![a-z]))/g, "$1\u00a0");
}
