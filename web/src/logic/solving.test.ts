import { describe, expect, test } from "vitest";
import type { InkModel, PlanModel, Schemas } from "../api/models";
import { changed } from "./edits";
import { sayEvened, sayNear, sayRecipe, simplest, stepsOf } from "./solving";

const ink = (key: string) => ({ key, name: key.toUpperCase(), kind: "dye" }) as InkModel;
const recipe: Schemas["RecipeOut"] = {
  layers: [
    { ink: ink("a"), touch: "light", passes: 2, strength: 0.6 },
    { ink: ink("b"), touch: "full", passes: 1, strength: 1 },
  ],
  hex: "#112233",
  difference: 0.4,
  band: 2,
};
const plan = {
  inks: [ink("a"), ink("c")],
  steps: [{ do: "brush", id: "s1", ink: "c", region: { over: "whole" } }],
  focal: [{ key: "f", ink: "c" }],
  pieces: [{ key: "p", steps: [{ do: "brush", id: "s1", ink: "c" }] }],
  crossings: [{ bottom: "a", top: "c" }],
} as unknown as PlanModel;

describe("words", () => {
  test("of a recipe, from the bottom up", () =>
    expect(sayRecipe(recipe)).toBe("A, 2 light passes; dry; then B, 1 strong pass"));
  test("of how near it is", () => expect([0.4, 2, 5, 20].map(sayNear)).toHaveLength(4));
  test("of an evened gradient", () => {
    expect(sayEvened(2, 1)).toContain("50 %");
    expect(sayEvened(2, 1.99)).toContain("as even as it gets");
  });
});

test("of recipes as near by the eye the simplest come first, and a nearer one before a simple one", () => {
  const of = (difference: number, count: number) => ({
    ...recipe,
    difference,
    layers: Array.from({ length: count }, () => recipe.layers[0] as (typeof recipe.layers)[0]),
  });
  const order = simplest([of(0.2, 3), of(0.9, 1), of(4, 1), of(2, 2)]);
  expect(order.map(({ difference }) => difference)).toEqual([0.9, 0.2, 2, 4]);
});

test("a recipe is laid after a step, its inks taken once, dry between", () => {
  const laid = changed(plan, {
    do: "lay-recipe",
    inks: recipe.layers.map((layer) => layer.ink),
    after: "s1",
    steps: stepsOf(recipe),
  });
  expect(laid.inks.map(({ key }) => key)).toEqual(["a", "c", "b"]);
  expect(laid.steps.map((step) => (step.do === "brush" ? step.ink : step.do))).toEqual([
    "c",
    "a",
    "dry",
    "b",
  ]);
  expect(new Set(laid.steps.map(({ id }) => id)).size).toBe(4);
});

test("other inks take the place of inks everywhere, and what was measured of the old is left", () => {
  const other = changed(plan, { do: "other-inks", inks: { c: ink("d") } });
  expect(other.inks.map(({ key }) => key)).toEqual(["a", "d"]);
  expect(JSON.stringify([other.steps, other.focal, other.pieces])).not.toContain('"c"');
  expect(other.crossings).toEqual([]);
});
