import { expect, it } from "vitest";
import type { Schemas } from "../api/models";
import { enclosed, openingsOf, takesOn, togetherWith, withName } from "./openings";

const opening = (key: string, flower: string, shape: string, size: string) =>
  ({ key, called: key, path: "", flower, shape, size }) as Schemas["OpeningOut"];
const meadow = [
  opening("a", "a", "a", "a"),
  opening("b", "a", "a", "a"),
  opening("c", "c", "a", "c"),
  opening("d", "d", "d", "d"),
];

it("takes an opening alone or with those of its flower, shape or size, and of any of a group the same", () => {
  expect(togetherWith(meadow, "b", "one")).toEqual(["b"]);
  expect(togetherWith(meadow, "b", "flower")).toEqual(["a", "b"]);
  expect(togetherWith(meadow, "c", "shape")).toEqual(["a", "b", "c"]);
  expect(togetherWith(meadow, "c", "size")).toEqual(["c"]);
  expect(togetherWith(meadow, "gone", "shape")).toEqual(["gone"]);
});

it("offers only what takes more than one", () => {
  expect(takesOn(meadow)).toEqual(["one", "flower", "size", "shape"]);
  expect(takesOn([opening("a", "a", "a", "a"), opening("b", "b", "b", "b")])).toEqual(["one"]);
  expect(takesOn([opening("a", "a", "a", "a"), opening("b", "b", "a", "a")])).toEqual(["one", "size"]);
});

it("takes what a line drawn round encloses, and nothing by a line that does not come back", () => {
  const middles = new Map<string, readonly [number, number]>([
    ["a", [10, 10]],
    ["b", [20, 12]],
    ["c", [60, 60]],
  ]);
  const round = (x: number, y: number, r: number, share = 1) =>
    Array.from({ length: 40 }, (_, i) => {
      const turn = (i / 39) * 2 * Math.PI * share;
      return [x + r * Math.cos(turn), y + r * Math.sin(turn)] as const;
    });
  expect(enclosed(round(15, 11, 9), middles)).toEqual(["a", "b"]);
  expect(enclosed(round(60, 60, 5), middles)).toEqual(["c"]);
  expect(enclosed(round(15, 11, 9, 0.5), middles)).toEqual([]);
  expect(enclosed([], middles)).toEqual([]);
});

it("calls several openings by one name, another name replaces it, and none takes it away", () => {
  const petals = withName([{ opening: "z", name: "leaf", others: [] }], ["a", "b"], "petals");
  expect(petals.map(openingsOf)).toEqual([["z"], ["a", "b"]]);
  expect(withName(petals, ["b", "a"], "flower").map(({ name }) => name)).toEqual(["leaf", "flower"]);
  expect(withName(petals, ["a", "b"], "").map(({ name }) => name)).toEqual(["leaf"]);
});
