import { expect, it } from "vitest";
import { filterValues, sightChoices, throughEyes } from "./sight";

it("a filter has four rows of five, and leaves what is seen through as opaque as it was", () => {
  const rows = filterValues([
    [1, 2, 3],
    [4, 5, 6],
    [7, 8, 9],
  ]).split("  ");
  expect(rows).toEqual(["1 2 3 0 0", "4 5 6 0 0", "7 8 9 0 0", "0 0 0 1 0"]);
});
it("usual eyes want no filter and come first", () => {
  const [first, second] = sightChoices([{ key: "weak-red", name: "weak in red", matrix: [] }]);
  expect(throughEyes(first?.value ?? "")).toBeUndefined();
  expect(throughEyes(second?.value ?? "")).toEqual({ filter: 'url("#sight-weak-red")' });
  expect(second?.label).toBe("by eyes weak in red");
});
