import { describe, expect, it } from "vitest";
import type { PlanModel, Step } from "../api/models";
import { middleOf, placesOf } from "./places";

const plan = { pieces: [{ key: "strip", x_mm: 30, y_mm: 90 }] } as unknown as PlanModel;
const brush = (region: unknown) => ({ do: "brush", region }) as unknown as Step;

describe("where a step puts things", () => {
  it("numbers prints in the order they are told", () => {
    const at = [
      { x_mm: 10, y_mm: 20 },
      { x_mm: 30, y_mm: 40 },
    ];
    expect(placesOf(brush({ over: "print", places: at }), plan, [])).toEqual([
      { x: 10, y: 20, said: "1" },
      { x: 30, y: 40, said: "2" },
    ]);
  });
  it("takes the ends of a stroke, the middles of thrown prints, the spots of what is stuck on, and a piece's middle", () => {
    const stroke = brush({
      over: "stroke",
      points: [
        [1, 2],
        [5, 9],
        [7, 8],
      ],
    });
    expect(placesOf(stroke, plan, []).map(({ x, y }) => [x, y])).toEqual([
      [1, 2],
      [7, 8],
    ]);
    expect(placesOf(brush({ over: "motifs" }), plan, ["M0 0L10 0L10 4Z"]).map(({ x, y }) => [x, y])).toEqual([
      [5, 2],
    ]);
    const stuck = { do: "stick-on", spots: [{ x_mm: 3, y_mm: 4 }] } as unknown as Step;
    expect(placesOf(stuck, plan, [])).toEqual([{ x: 3, y: 4, said: "1" }]);
    expect(placesOf({ do: "put-on", piece: "strip" } as unknown as Step, plan, [])).toEqual([
      { x: 30, y: 90, said: "1" },
    ]);
  });
  it("has none for what goes over an area, and survives a path without points", () => {
    expect(placesOf(brush({ over: "whole" }), plan, [])).toEqual([]);
    expect(placesOf({ do: "dry" } as unknown as Step, plan, [])).toEqual([]);
    expect(middleOf("")).toBeNull();
  });
});
