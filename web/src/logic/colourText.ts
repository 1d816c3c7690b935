/** Colours as they are typed. */
import type { Lab } from "./colour";
import { readNumber } from "./numbers";

// Linear sRGB to XYZ of D50, Bradford adapted: the other way round of logic/colour.
const TO_XYZ = [
  [0.4360747, 0.3850649, 0.1430804],
  [0.2225045, 0.7168786, 0.0606169],
  [0.0139322, 0.0971045, 0.7141733],
] as const;
const D50 = [0.96422, 1, 0.82521] as const;

/** `#a0b1c2`, `#abc`, or three numbers of Lab; null for anything else. */
export function readColour(text: string): Lab | null {
  const plain = text.trim();
  const short = /^#([0-9a-f])([0-9a-f])([0-9a-f])$/i.exec(plain);
  const hex = short
    ? `#${short
        .slice(1)
        .map((d) => d + d)
        .join("")}`
    : plain;
  if (/^#[0-9a-f]{6}$/i.test(hex)) {
    const rgb = [1, 3, 5].map((i) => decode(parseInt(hex.slice(i, i + 2), 16) / 255));
    const f = TO_XYZ.map((row, i) =>
      fold(row.reduce((sum, m, j) => sum + m * (rgb[j] ?? 0), 0) / (D50[i] ?? 1)),
    );
    const [x = 0, y = 0, z = 0] = f;
    return [116 * y - 16, 500 * (x - y), 200 * (y - z)].map((v) => Math.round(v * 10) / 10) as Lab;
  }
  const parts = plain.split(/[\s;]+/).map(readNumber);
  const [l, a, b] = parts;
  if (parts.length !== 3 || l == null || a == null || b == null) return null;
  return l >= 0 && l <= 100 && Math.abs(a) <= 160 && Math.abs(b) <= 160 ? [l, a, b] : null;
}
function decode(v: number): number {
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
}
function fold(t: number): number {
  return t > (6 / 29) ** 3 ? Math.cbrt(t) : t / (3 * (6 / 29) ** 2) + 4 / 29;
}
