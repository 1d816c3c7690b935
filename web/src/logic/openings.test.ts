import { expect, it } from "vitest";
import type { Schemas } from "../api/models";
import { takesOn, togetherWith } from "./openings";

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
