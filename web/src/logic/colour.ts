/** CIE Lab of D50 to what a screen shows (CIE 15; D50 to D65 by Bradford; IEC 61966-2-1). */
export type Lab = [number, number, number];

const D50 = [0.96422, 1, 0.82521] as const;
// XYZ of D50 to linear sRGB, Bradford adapted: from memory, held against the server's own colours in the tests.
const TO_RGB = [
  [3.1338561, -1.6168667, -0.4906146],
  [-0.9787684, 1.9161415, 0.033454],
  [0.0719453, -0.2289914, 1.4052427],
] as const;

function unfold(t: number): number {
  return t > 6 / 29 ? t ** 3 : 3 * (6 / 29) ** 2 * (t - 4 / 29);
}
/** Linear sRGB; outside 0..1 where a screen cannot show it. */
export function linearOf([l, a, b]: Lab): [number, number, number] {
  const y = (l + 16) / 116;
  const xyz = [unfold(y + a / 500) * D50[0], unfold(y), unfold(y - b / 200) * D50[2]] as const;
  const row = (m: readonly number[]) => (m[0] ?? 0) * xyz[0] + (m[1] ?? 0) * xyz[1] + (m[2] ?? 0) * xyz[2];
  return [row(TO_RGB[0]), row(TO_RGB[1]), row(TO_RGB[2])];
}
export function isShown(lab: Lab): boolean {
  return linearOf(lab).every((value) => value > -0.002 && value < 1.002);
}
/** `#rrggbb`, clipped to what a screen shows. */
export function hexOf(lab: Lab): string {
  const part = (linear: number) => {
    const v = Math.min(1, Math.max(0, linear));
    const encoded = v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055;
    return Math.round(255 * encoded)
      .toString(16)
      .padStart(2, "0");
  };
  return `#${linearOf(lab).map(part).join("")}`;
}
/** By hue angle in degrees, lightness 0..100 and strength of colour. */
export function labOf(hue: number, light: number, strength: number): Lab {
  const angle = (hue * Math.PI) / 180;
  return [light, strength * Math.cos(angle), strength * Math.sin(angle)];
}
export function polarOf([l, a, b]: Lab): { hue: number; light: number; strength: number } {
  return { hue: ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360, light: l, strength: Math.hypot(a, b) };
}
/** The same colour, only so strong as a screen can show it. */
export function withinScreen(lab: Lab): Lab {
  if (isShown(lab)) return lab;
  const at = (share: number): Lab => [lab[0], lab[1] * share, lab[2] * share];
  let [shows, hidden] = [0, 1];
  for (let i = 0; i < 12; i++) {
    const between = (shows + hidden) / 2;
    if (isShown(at(between))) shows = between;
    else hidden = between;
  }
  return at(shows);
}
/** How far two colours of the screen lie apart in Lab. */
export function apart(one: Lab, other: Lab): number {
  return Math.hypot(one[0] - other[0], one[1] - other[1], one[2] - other[2]);
}

/** How light a colour of the screen is, 0..1: its luminance by the weights of sRGB (IEC 61966-2-1). */
export function lightnessOf(hex: string): number {
  const [r = 0, g = 0, b = 0] = [1, 3, 5].map((at) => {
    const part = parseInt(hex.slice(at, at + 2), 16) / 255;
    return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}
