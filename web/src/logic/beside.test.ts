import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/models";
import { pieceId, placedPiece, wholeOf } from "./beside";

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
  steps: 2,
  path: "",
};

describe("pieces beside the panel", () => {
  it("are of the card whose id theirs begins with", () => {
    expect(wholeOf(pieceId("0123456789ab", "piece-1"))).toBe("0123456789ab");
    expect(pieceId("0123456789ab~piece-1", "piece-2")).toBe("0123456789ab~piece-2");
    expect(wholeOf("0123456789ab")).toBe("0123456789ab");
  });
  it("are put on another way with all else as it was", () => {
    const put = placedPiece(piece, { angle_deg: 8 });
    expect(put).toMatchObject({ name: "strip", x_mm: 60, angle_deg: 8, raised_mm: 1.5 });
    expect(Object.keys(put)).not.toContain("steps");
  });
});
