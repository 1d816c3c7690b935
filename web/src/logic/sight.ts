/** Whose eyes a picture is seen with. */
import type { Schemas } from "../api/models";
import { t } from "../words";

export const USUAL = "usual";

/** The sights there are to choose from, the usual one first. */
export function sightChoices(sights: readonly Schemas["SightOut"][]) {
  return [
    { value: USUAL, label: t("logic.sight.withUsualEyes") },
    ...sights.map(({ key, name }) => ({ value: key, label: t("logic.sight.byEyes", { name }) })),
  ];
}

/** The filter to see a picture through; none for usual eyes. */
export const throughEyes = (sight: string) =>
  sight === USUAL ? undefined : { filter: `url("#sight-${sight}")` };

/** A matrix of linear light, row by row, as an SVG filter takes it: with the row's alpha and constant. */
export function filterValues(matrix: readonly (readonly number[])[]): string {
  return [...matrix.map((row) => [...row, 0, 0]), [0, 0, 0, 1, 0]].map((row) => row.join(" ")).join("  ");
}
