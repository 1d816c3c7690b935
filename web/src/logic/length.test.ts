import { describe, expect, it } from "vitest";
import said from "../testing/lengths.json";
import { newMask, NEW_MASKS } from "./masks";
import { onRuler, readLength, rulerMarks, sayLength, showLength, tapLength, unbroken } from "./length";

describe("lengths", () => {
  it("are shown in sixteenths, reduced, or in centimetres", () => {
    expect(showLength(34.925, "in")).toBe("1 3/8");
    expect(showLength(1.5875, "in")).toBe("1/16");
    expect(showLength(0, "in")).toBe("0");
    expect(showLength(177.8, "in")).toBe("7");
    expect(sayLength(35, "cm")).toBe("3.5 cm");
  });

  it("are said on the pages as on the sheets", () => {
    for (const [mm, words] of said) expect(sayLength(Number(mm), "in"), String(mm)).toBe(words);
  });

  it("of a new mask are on the marks of a ruler, on every panel", () => {
    for (const units of ["in", "cm"] as const)
      for (const [width, height] of [
        [101.6, 139.7],
        [127, 177.8],
        [95, 140],
        [57, 57],
      ] as const)
        for (const { value } of NEW_MASKS) {
          const mask = newMask(value, { masks: [], units } as never, width, height);
          for (const [name, mm] of Object.entries(mask))
            if (/^(diameter|size|pitch|height)_mm$/.test(name) && typeof mm === "number")
              expect(mm, `${value} ${name}`).toBeCloseTo(onRuler(mm, units), 6);
          expect([mask.x_mm, mask.y_mm]).toEqual([width / 2, height / 2]);
        }
  });

  it("are read as makers write them", () => {
    expect(readLength("1 3/8", "in")).toBeCloseTo(34.925);
    expect(readLength("3/4", "in")).toBeCloseTo(19.05);
    expect(readLength("3,5", "cm")).toBeCloseTo(35);
    expect(readLength("20 mm", "in")).toBeCloseTo(20);
    expect(readLength('2"', "cm")).toBeCloseTo(50.8);
    for (const text of [
      "3½",
      "3-1/2",
      '3 1/2"',
      "3 1/2 in",
      "3.5",
      "3,5 inches",
      "88.9 mm",
      "8.89cm",
      " 3 ½ ",
    ])
      expect(readLength(text, "in"), text).toBeCloseTo(88.9);
    expect(readLength("35 mm", "in")).toBeCloseTo(35);
    expect(readLength("⅜", "in")).toBeCloseTo(9.525);
  });

  it("that make no sense are refused", () => {
    for (const text of ["", "moon", "1/0", "-3", "1 2 3", "1e9x", "3.5 1/2", "1/2/3", "3 yd", "½½"])
      expect(readLength(text, "in")).toBeNull();
  });

  it("come back the same after showing and reading, for every sixteenth", () => {
    for (let i = 0; i < 200; i++) {
      const mm = (i * 25.4) / 16;
      expect(readLength(showLength(mm, "in"), "in")).toBeCloseTo(mm);
    }
  });

  it("go to the next mark of the ruler at a tap", () => {
    expect(tapLength(30, "in", 1)).toBeCloseTo(31.75);
    expect(tapLength(31.75, "in", 1)).toBeCloseTo(34.925);
    expect(tapLength(31.75, "in", -1)).toBeCloseTo(28.575);
    expect(tapLength(1, "cm", -1)).toBe(0);
  });
});

it("a measure stays together at the end of a line, and nothing else does", () => {
  const nb = "\u00a0";
  expect(unbroken("2 1/4 in up, in 3 passes, 4 inks")).toBe(`2${nb}1/4${nb}in up, in 3 passes, 4 inks`);
  expect(unbroken("from 1.5 cm to 12 mm")).toBe(`from 1.5${nb}cm to 12${nb}mm`);
  expect(unbroken("step 2 inks step 3")).toBe("step 2 inks step 3");
});

it("a ruler has whole marks with labels and ends within its length", () => {
  const marks = rulerMarks(127, "in");
  expect(marks.filter((m) => m.label).map((m) => m.label)).toEqual(["0", "1", "2", "3", "4", "5"]);
  expect(marks).toHaveLength(41);
  expect(rulerMarks(105, "cm").at(-1)?.mm).toBe(105);
});
