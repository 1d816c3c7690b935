/** Numbers as they are written at a table: fractions of every hand, the decimal mark of the maker's own language. */

const VULGAR: Record<string, string> = {
  "½": "1/2",
  "⅓": "1/3",
  "⅔": "2/3",
  "¼": "1/4",
  "¾": "3/4",
  "⅕": "1/5",
  "⅖": "2/5",
  "⅗": "3/5",
  "⅘": "4/5",
  "⅙": "1/6",
  "⅚": "5/6",
  "⅛": "1/8",
  "⅜": "3/8",
  "⅝": "5/8",
  "⅞": "7/8",
};
const MARK =
  new Intl.NumberFormat(globalThis.navigator?.language)
    .formatToParts(1.5)
    .find((part) => part.type === "decimal")?.value ?? ".";

/** A number with the decimal mark of the browser's language. */
export function decimal(value: number): string {
  return String(value).replace(".", MARK);
}

/** `3`, `3.5`, `3,5`, `1/2`, `3 1/2`, `3-1/2`, `3½`, `-4`; null for anything else. */
export function readNumber(text: string): number | null {
  const plain = text
    .trim()
    .replace(/[½⅓⅔¼¾⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞]/g, (sign) => ` ${VULGAR[sign]}`)
    .replace(/⁄/g, "/")
    .replace(/[−–]/g, "-")
    .trim();
  const match = /^(-)?(?:(\d+(?:[.,]\d*)?|[.,]\d+)(?:(?:\s+|-)(\d+)\s*\/\s*(\d+))?|(\d+)\s*\/\s*(\d+))$/.exec(
    plain,
  );
  if (!match) return null;
  const [, sign, whole, top, bottom, topAlone, bottomAlone] = match;
  if (top && /[.,]/.test(whole ?? "")) return null;
  const over = Number(top ?? topAlone ?? 0);
  const under = Number(bottom ?? bottomAlone ?? 1);
  const value = Number((whole ?? "0").replace(",", ".")) + over / under;
  return Number.isFinite(value) ? (sign ? -value : value) : null;
}

/** As `readNumber`, for a whole number. */
export function readCount(text: string): number | null {
  const value = readNumber(text);
  return value !== null && Number.isInteger(value) ? value : null;
}

/** `2.4 MB`, `310 kB`. */
export function sayBytes(bytes: number): string {
  return bytes >= 1e6 ? `${decimal(Math.round(bytes / 1e5) / 10)} MB` : `${Math.ceil(bytes / 1000)} kB`;
}
