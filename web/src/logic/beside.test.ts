import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/models";
import { cutOut, pieceId, placedPiece, wholeOf } from "./beside";

const piece: Schemas["BesideOut"] = {
  key: "piece-1",
  name: "strip",
  outline: "rectangle",
  stock: "Night",
  stock_hex: "#222222",
  width_mm: 90,
  height_mm: 16,
  x_mm: 60,
  y_mm: 140,
  angle_deg: 0,
  raised_mm: 1.5,
  flush: false,
  belongs: "panel",
  cuts: [],
  used: "whole",
  steps: 2,
  path: "",
};

describe("pieces beside the panel", () => {
  it("are of the card whose id theirs begins with", () => {
    expect(wholeOf(pieceId("0123456789ab", "piece-1"))).toBe("0123456789ab");
    expect(pieceId("0123456789ab~piece-1", "piece-2")).toBe("0123456789ab~piece-2");
    expect(wholeOf("0123456789ab")).toBe("0123456789ab");
  });
  it("are cut up into shapes of their own names, whole on the piece and clear of each other", () => {
    for (const [width_mm, height_mm] of [
      [90, 16],
      [121, 121],
      [110, 170],
      [30, 200],
    ] as const)
      for (const what of ["3 square", "3 round", "1 square", "1 round"] as const) {
        const of = { ...piece, width_mm, height_mm };
        const cuts = cutOut(of, what, "in");
        expect(cuts).toHaveLength(Number(what[0]));
        for (const { x_mm, y_mm, width_mm: w } of cuts) {
          expect(Math.min(x_mm, y_mm, width_mm - x_mm, height_mm - y_mm)).toBeGreaterThan(w / 2);
        }
        const apart = what.endsWith("round") ? Math.hypot : Math.max;
        cuts.slice(1).forEach((cut, i) => {
          const { x_mm, y_mm, width_mm: w } = cuts[i] ?? cut;
          expect(apart(Math.abs(cut.x_mm - x_mm), Math.abs(cut.y_mm - y_mm))).toBeGreaterThan(w);
        });
        // What more is cut overlaps nothing that is cut already; where there is no room it is fewer.
        const more = cutOut({ ...of, cuts }, what, "in");
        for (const one of more)
          for (const other of cuts) {
            const least = (one.width_mm + other.width_mm) / 2;
            const [across, down] = [Math.abs(one.x_mm - other.x_mm), Math.abs(one.y_mm - other.y_mm)];
            expect(apart(across, down)).toBeGreaterThan(least - 0.2);
          }
        expect(new Set([...cuts, ...more].map(({ key }) => key)).size).toBe(cuts.length + more.length);
      }
  });
  it("are put on another way by what is otherwise alone, so that nothing another window changed is written over", () => {
    const put = JSON.parse(JSON.stringify(placedPiece({ angle_deg: 8 })));
    expect(put).toEqual({ angle_deg: 8 });
  });
});
