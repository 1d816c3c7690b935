import { describe, expect, it } from "vitest";
import reference from "../../../tests/reference/screen_colours.json";
import { hexOf, isShown, labOf, type Lab, polarOf, withinScreen } from "./colour";
import { readColour } from "./colourText";

const asLab = (lab: number[]) => lab as Lab;
const parts = (hex: string) => [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16));

describe("colours on the screen", () => {
  it("are the server's own, to a step of 256", () => {
    for (const { lab, hex } of reference) {
      const mine = parts(hexOf(asLab(lab)));
      parts(hex).forEach((part, i) => expect(Math.abs(part - (mine[i] ?? 0)), hex).toBeLessThanOrEqual(1));
    }
  });

  it("are read back as they were written", () => {
    for (const { lab, hex } of reference) {
      const read = readColour(hex);
      lab.forEach((value, i) => expect(Math.abs(value - (read?.[i] ?? 999))).toBeLessThan(1.2));
    }
  });

  it("go round by hue, light and strength", () => {
    for (let hue = 0; hue < 360; hue += 7) {
      const { hue: back, light, strength } = polarOf(labOf(hue, 60, 25));
      expect(back).toBeCloseTo(hue, 6);
      expect([light, strength]).toEqual([60, expect.closeTo(25, 6)]);
    }
  });

  it("are brought within the screen at the same light and hue", () => {
    for (let hue = 0; hue < 360; hue += 15)
      for (let light = 5; light < 100; light += 10) {
        const lab = withinScreen(labOf(hue, light, 120));
        expect(isShown(lab)).toBe(true);
        expect(lab[0]).toBe(light);
        if (polarOf(lab).strength > 1) expect(polarOf(lab).hue).toBeCloseTo(hue, 4);
      }
  });
});

describe("a colour as typed", () => {
  it.each([
    ["#336699", true],
    [" #ABC ", true],
    ["50 20 -3", true],
    ["50; 20; -3", true],
    ["62,5 10 0", true],
    ["50, 20, -3", true],
    ["", false],
    ["#12345", false],
    ["101 0 0", false],
    ["50 20", false],
    ["50 200 0", false],
    ["deep teal", false],
  ])("%s", (text, good) => {
    expect(readColour(text) !== null).toBe(good);
  });
  it("may be written short", () => {
    expect(readColour("#abc")).toEqual(readColour("#aabbcc"));
  });
});
