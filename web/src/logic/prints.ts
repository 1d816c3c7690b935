/** Prints of a step: where they stand, and how they are moved, added and taken away. */
import type { At, Print, Schemas, Step, Words } from "../api/models";

const UPRIGHT = { angle_deg: 0, flipped: false, size_mm: null };
type Region = Extract<Step, { do: "brush" }>["region"];

/** One print of a step as a thing on the panel; its key is its place in the row. */
export interface PlacedPrint {
  key: string;
  x_mm: number;
  y_mm: number;
}

export function regionOf(step: Step | undefined): Region | null {
  return step?.do === "brush" ? step.region : null;
}
/** The prints of a step, or what it sticks on, at places of their own. */
export function placesOf(step: Step | undefined): PlacedPrint[] {
  if (step?.do === "stick-on") return step.spots.map((spot, i) => ({ key: String(i), ...spot }));
  const region = regionOf(step);
  if (region?.over === "print")
    return region.places.map(({ x_mm, y_mm }, i) => ({ key: String(i), x_mm, y_mm }));
  return region?.over === "words" ? [{ key: "0", x_mm: region.x_mm, y_mm: region.y_mm }] : [];
}
/** A region with one of its prints at another place. */
export function withPlace(region: Print | Words, { key, x_mm, y_mm }: PlacedPrint): Print | Words {
  if (region.over === "words") return { ...region, x_mm, y_mm };
  const places = region.places.map((at, i) => (String(i) === key ? { ...at, x_mm, y_mm } : at));
  return { ...region, places };
}
/** One print more, beside the last and as that is, or where it is wanted. */
export function withAnother(
  region: Print,
  panel: { width: number; height: number },
  at?: Partial<At>,
): Print {
  const last = region.places[region.places.length - 1] ?? {
    ...UPRIGHT,
    x_mm: panel.width / 2,
    y_mm: panel.height / 2,
  };
  const right = last.x_mm + region.size_mm * 0.8;
  const x_mm = right < panel.width ? right : Math.max(0, last.x_mm - region.size_mm * 0.8);
  return { ...region, places: [...region.places, { ...last, x_mm: Math.round(x_mm * 10) / 10, ...at }] };
}
export function withoutLast(region: Print): Print {
  return region.places.length > 1 ? { ...region, places: region.places.slice(0, -1) } : region;
}
export interface Shape {
  wide: number;
  tall: number;
}
/** How wide and tall an image is, as shares of its longer side: by its own outlines, or for a built-in one by its path. */
export function shapeOf(image: Print["image"], path = ""): Shape {
  const points =
    image.image === "own"
      ? image.rings.flat()
      : [...path.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)]);
  if (!points.length) return { wide: 1, tall: 1 };
  const span = (axis: 0 | 1) => {
    const along = points.map((point) => point[axis] ?? 0);
    return Math.max(...along) - Math.min(...along);
  };
  const longer = Math.max(span(0), span(1)) || 1;
  return { wide: span(0) / longer, tall: span(1) / longer };
}
/** So many of them in a row along the bottom, evenly apart, standing on it; smaller where they would not fit beside each other. */
export function inARow(
  region: Print,
  many: number,
  panel: { width: number; height: number },
  { wide, tall }: Shape = { wide: 1, tall: 1 },
): Print {
  const room = panel.width / many;
  const size_mm = Math.floor(Math.min(region.size_mm, room / wide) * 10) / 10;
  const y_mm = Math.round((panel.height - (size_mm * tall) / 2) * 10) / 10;
  const first = region.places[0] ?? UPRIGHT;
  const places = Array.from({ length: many }, (_, i) => ({
    ...first,
    x_mm: Math.round((panel.width * (2 * i + 1) * 10) / (2 * many)) / 10,
    y_mm,
  }));
  return { ...region, size_mm, places };
}
const NO_LEG = { x0: 0, y0: 0, dx: 0, dy: 0, long: 0 };
/** So many of them along a line, evenly apart, each turned as the line goes where it stands. */
export function alongLine(
  region: Print,
  points: readonly (readonly [number, number])[],
  many: number,
): Print {
  const first = region.places[0] ?? UPRIGHT;
  const legs = points.slice(1).map(([x, y], i) => {
    const [x0, y0] = points[i] ?? [x, y];
    return { x0, y0, dx: x - x0, dy: y - y0, long: Math.hypot(x - x0, y - y0) };
  });
  const long = legs.reduce((sum, leg) => sum + leg.long, 0);
  const places = Array.from({ length: many }, (_, i) => {
    let to = (long * (2 * i + 1)) / (2 * many);
    const leg = legs.find((one) => (to -= one.long) <= 0) ?? legs[legs.length - 1] ?? NO_LEG;
    const share = leg.long ? 1 + to / leg.long : 0;
    const tenth = (mm: number) => Math.round(mm * 10) / 10;
    return {
      ...first,
      x_mm: tenth(leg.x0 + share * leg.dx),
      y_mm: tenth(leg.y0 + share * leg.dy),
      angle_deg: Math.round((Math.atan2(leg.dy, leg.dx) * 180) / Math.PI),
    };
  });
  return { ...region, places };
}
export function centred(region: Print, panel: { width: number; height: number }): Print {
  const at = region.places[0] ?? UPRIGHT;
  const place = { ...at, x_mm: Math.round(panel.width * 5) / 10, y_mm: Math.round(panel.height * 5) / 10 };
  return { ...region, places: [place] };
}
export function newPrint(
  motif: Schemas["BuiltIn"]["motif"],
  size_mm: number,
  x_mm: number,
  y_mm: number,
): Print {
  return {
    over: "print",
    image: { image: "built-in", motif },
    size_mm,
    places: [{ ...UPRIGHT, x_mm, y_mm }],
    line_mm: null,
    stands: null,
    front: false,
    texture: false,
  };
}
