import { describe, expect, it } from "vitest";
import type { CardPart } from "../api/models";
import { panelSize } from "./panelSize";

const all = (mm: number) => ({ left_mm: mm, top_mm: mm, right_mm: mm, bottom_mm: mm });
const card = (part: Partial<CardPart>): CardPart => ({
  width_mm: 127,
  height_mm: 178,
  fold: "left",
  reveals: all(3),
  mats: [],
  base_stock: "plain card",
  trim_mm: 0,
  raised_mm: 0,
  envelope: "folded",
  turned_deg: 0,
  ...part,
});

describe("panelSize", () => {
  it("is what the reveals leave", () => {
    expect(panelSize(card({}))).toEqual({ width: 121, height: 172 });
  });
  it("takes every mat off too, each side by itself", () => {
    const reveals = { ...all(2), left_mm: 10 };
    expect(panelSize(card({ mats: [{ stock: "gold", reveals }] }))).toEqual({ width: 109, height: 168 });
  });
});
