import { expect, test } from "vitest";
import { PLENTY, readLeft, sayLeft, sayWanted, tapLeft } from "./supplies";

test("what is said of the shelf reads back", () => {
  for (const left of [0, 1, 20, 9999, PLENTY]) expect(readLeft(sayLeft(left))).toBe(left);
  for (const wrong of ["", "-1", "2.5", "many", "10000", "1e3"]) expect(readLeft(wrong)).toBeNull();
});

test("a tap counts from what the batch takes, and stops at none", () => {
  const ink = { kind: "ink" as const, wanted: 24 };
  expect(tapLeft(ink, PLENTY, -1)).toBe(24);
  expect(tapLeft(ink, PLENTY, 1)).toBe(PLENTY);
  expect(tapLeft(ink, 0, -1)).toBe(0);
  expect(tapLeft(ink, 23, 1)).toBe(24);
  const tool = { kind: "tool" as const, wanted: 1 };
  expect(tapLeft(tool, PLENTY, -1)).toBe(0);
  expect(tapLeft(tool, 0, 1)).toBe(PLENTY);
});

test("panels and passes are counted in words", () => {
  expect(sayWanted({ kind: "stock", wanted: 1 })).toBe(", 1 panel");
  expect(sayWanted({ kind: "ink", wanted: 48 })).toBe(", 48 passes");
});
