/** A stroke by hand as the plan keeps it: few enough points, none nearer to the one before than the eye tells. */
export type Place = [number, number];

/** As many as a plan takes. */
export const MOST_POINTS = 80;
const NEAREST_MM = 1;

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
