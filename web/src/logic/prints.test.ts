import { describe, expect, it } from "vitest";
import type { Step } from "../api/models";
import {
  alongLine,
  centred,
  inARow,
  newPrint,
  placesOf,
  shapeOf,
  withAnother,
  withoutLast,
  withPlace,
} from "./prints";

const panel = { width: 120, height: 170 };
const snail = newPrint("snail", 40, 30, 50);

describe("prints", () => {
  it("stand at their places, one key each", () => {
    const step = { do: "brush", id: "s1", region: withAnother(snail, panel) } as Step;
    expect(placesOf(step)).toEqual([
      { key: "0", x_mm: 30, y_mm: 50 },
      { key: "1", x_mm: 62, y_mm: 50 },
    ]);
    expect(placesOf({ do: "dry", id: "d", way: "air", minutes: 5 } as Step)).toEqual([]);
  });
  it("are moved one by one", () => {
    const two = withAnother(snail, panel);
    const moved = withPlace(two, { key: "1", x_mm: 9, y_mm: 8 });
    expect(moved).toMatchObject({ places: [{ x_mm: 30 }, { x_mm: 9, y_mm: 8 }] });
  });
  it("never come to none", () => {
    expect(withoutLast(withAnother(snail, panel)).places).toHaveLength(1);
    expect(withoutLast(snail)).toBe(snail);
  });
  it("stand in a row on the bottom edge, evenly apart", () => {
    const row = inARow(snail, 3, panel);
    expect(row.places.map((at) => at.x_mm)).toEqual([20, 60, 100]);
    expect(new Set(row.places.map((at) => at.y_mm))).toEqual(new Set([150]));
  });
  it("keep to the panel when one more finds no room at the right", () => {
    const far = newPrint("snail", 40, 110, 50);
    expect(withAnother(far, panel).places[1]?.x_mm).toBe(78);
  });
  it("go to the middle", () => {
    expect(centred(snail, panel).places).toMatchObject([{ x_mm: 60, y_mm: 85 }]);
  });
});

it("sets prints evenly along a line, each turned as it goes", () => {
  const one = newPrint("star", 10, 5, 5);
  const { places } = alongLine(one, [[0, 0], [40, 0], [40, 40]], 4); // prettier-ignore
  expect(places.map(({ x_mm, y_mm, angle_deg }) => [x_mm, y_mm, angle_deg])).toEqual([
    [10, 0, 0],
    [30, 0, 0],
    [40, 10, 90],
    [40, 30, 90],
  ]);
});

it("stands wide images on the edge too", () => {
  const hills = newPrint("hill-pair", 60, 30, 50);
  const shape = shapeOf(hills.image, "M-0.50 0.15L0.00 -0.15L0.50 0.15");
  expect(shape.tall).toBeCloseTo(0.3);
  // Three of 60 mm do not fit on 120: they are made to.
  const row = inARow(hills, 3, panel, shape);
  expect(row.size_mm).toBe(40);
  expect(row.places.map(({ x_mm }) => x_mm)).toEqual([20, 60, 100]);
  expect(row.places[0]?.y_mm).toBeCloseTo(170 - 6, 1);
  expect(inARow({ ...hills, size_mm: 30 }, 3, panel, shape).size_mm).toBe(30);
  expect(shapeOf({ image: "own", name: "reed", rings: [[[-2, -50], [2, -50], [0, 50]]] })).toEqual({ wide: 0.04, tall: 1 }); // prettier-ignore
  expect(shapeOf(hills.image, "")).toEqual({ wide: 1, tall: 1 });
});
