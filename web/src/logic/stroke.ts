/** A stroke by hand as the plan keeps it: few enough points, none nearer to the one before than the eye tells. */
export type Place = [number, number];

/** As many as a plan takes. */
export const MOST_POINTS = 80;
const NEAREST_MM = 1;

/** What of a stroke can be taken hold of. */
export const HOLDS = [
  { key: "beginning", weight: (t: number) => 1 - t },
  { key: "middle", weight: (t: number) => Math.sin(Math.PI * t) },
  { key: "end", weight: (t: number) => t },
] as const;
export type StrokeHold = (typeof HOLDS)[number]["key"];

/** How far along a stroke each of its places lies, 0 to 1. */
function sharesOf(places: readonly Place[]): number[] {
  let gone = 0;
  const way = places.map((place, i) => {
    const [x, y] = places[i - 1] ?? place;
    return (gone += Math.hypot(place[0] - x, place[1] - y));
  });
  return way.map((mm) => (gone ? mm / gone : 0));
}
/** Where a stroke is held. */
export function heldAt(places: readonly Place[], hold: StrokeHold): Place {
  const at = hold === "beginning" ? 0 : hold === "end" ? places.length - 1 : Math.floor(places.length / 2);
  return places[at] ?? [0, 0];
}
/** A stroke with its beginning or end moved, the rest following less and less, or bent by its middle; a straight one gets places to bend at. */
export function bent(places: readonly Place[], hold: StrokeHold, dx: number, dy: number): Place[] {
  const [first, last] = [heldAt(places, "beginning"), heldAt(places, "end")];
  const step = (i: number): Place => placeAlong(places, i / 16) ?? (i ? last : first);
  const fine: readonly Place[] = places.length > 8 ? places : Array.from({ length: 17 }, (_, i) => step(i));
  const shares = sharesOf(fine);
  const weight = HOLDS.find(({ key }) => key === hold)?.weight ?? (() => 1);
  const tenth = (mm: number) => Math.max(0, Math.round(mm * 10) / 10);
  return fine.map(([x, y], i): Place => {
    const by = weight(shares[i] ?? 0);
    return [tenth(x + dx * by), tenth(y + dy * by)];
  });
}
function placeAlong(places: readonly Place[], share: number): Place | undefined {
  const shares = sharesOf(places);
  const next = shares.findIndex((at) => at >= share - 1e-9);
  const [a, b] = [places[Math.max(0, next - 1)], places[next]];
  if (!a || !b) return b ?? a;
  const [from, to] = [shares[Math.max(0, next - 1)] ?? 0, shares[next] ?? 1];
  const part = to > from ? (share - from) / (to - from) : 0;
  return [a[0] + part * (b[0] - a[0]), a[1] + part * (b[1] - a[1])];
}

/** The places of a stroke, further apart the longer it is; its ends stay. */
export function thinned(places: readonly Place[]): Place[] {
  const far = (a: Place, b: Place) => Math.hypot(a[0] - b[0], a[1] - b[1]);
  const long = places.slice(1).reduce((sum, place, i) => sum + far(places[i] ?? place, place), 0);
  const apart = Math.max(NEAREST_MM, long / (MOST_POINTS - 2));
  const kept: Place[] = [];
  places.forEach((place, i) => {
    const last = kept.at(-1);
    if (!last || far(last, place) >= apart) kept.push(place);
    else if (i === places.length - 1 && kept.length > 1) kept[kept.length - 1] = place;
  });
  return kept;
}
