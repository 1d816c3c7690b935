import { describe, expect, test } from "vitest";
import type { Mask } from "../api/models";
import { reachLines, type Region } from "./reaches";

const panel = { width: 100, height: 140 };
const band = (edge: "top" | "bottom" | "left" | "right", more = {}): Region => ({
  over: "band",
  edge,
  start_mm: 30,
  end_mm: 50,
  lead_in_mm: 10,
  carry_mm: 20,
  ...more,
});

describe("the lines of a band", () => {
  test.each([
    ["top", { x: 50, y: 30 }],
    ["bottom", { x: 50, y: 110 }],
    ["left", { x: 30, y: 70 }],
    ["right", { x: 70, y: 70 }],
  ] as const)("start from its %s edge", (edge, at) => {
    const lines = reachLines(band(edge), panel, []);
    expect(lines.map(({ key, mm }) => [key, mm])).toEqual([
      ["start", 30],
      ["lead", 20],
      ["end", 50],
      ["carry", 70],
    ]);
    expect(lines[0]?.at).toEqual(at);
  });

  test("moved, each changes what it stands for and nothing else", () => {
    const region = band("bottom");
    for (const line of reachLines(region, panel, [])) {
      const moved = line.moved(line.mm + 5);
      const after = reachLines(moved, panel, []).find(({ key }) => key === line.key);
      expect(after?.mm).toBeCloseTo(line.key === "start" ? 35 : line.mm + 5);
      const changed = Object.keys(region).filter((key) => (moved as never)[key] !== (region as never)[key]);
      expect(changed).toHaveLength(1);
    }
  });

  test("never cross: the start stays before the end, a fade is never less than none", () => {
    const [start, lead, end, carry] = reachLines(band("top"), panel, []);
    expect(start?.moved(90)).toMatchObject({ start_mm: 50 });
    expect(lead?.moved(90)).toMatchObject({ lead_in_mm: 0 });
    expect(end?.moved(0)).toMatchObject({ end_mm: 30 });
    expect(carry?.moved(0)).toMatchObject({ carry_mm: 0 });
  });

  test("are not drawn where it runs off the panel", () => {
    expect(reachLines(band("top", { start_mm: 0, end_mm: 140 }), panel, [])).toEqual([]);
  });

  test("slanting, are measured from the furthest corner along the way", () => {
    for (const angle of [0, 30, 90, 135, 200, 300]) {
      const region: Region = {
        over: "slant",
        angle_deg: angle,
        start_mm: 30,
        end_mm: 50,
        lead_in_mm: 0,
        carry_mm: 0,
      };
      const line = reachLines(region, panel, [])[0];
      if (!line) throw new Error("no line");
      const behind = [
        [0, 0],
        [100, 0],
        [0, 140],
        [100, 140],
      ].map(([x = 0, y = 0]) => (line.at.x - x) * line.way.x + (line.at.y - y) * line.way.y);
      expect(Math.max(...behind)).toBeCloseTo(30);
    }
  });
});

test("a halo round a disc is a circle so far outside it; one along an edge has none", () => {
  const halo: Region = { over: "halo", mask: "moon", reach_mm: 12 };
  const moon: Mask = {
    shape: "disc",
    key: "moon",
    name: "moon",
    x_mm: 40,
    y_mm: 50,
    diameter_mm: 30,
    keeps: "inside",
    named: [],
    part: "itself" as const,
  };
  expect(reachLines(halo, panel, [moon])[0]?.at).toEqual({ x: 40, y: 50 - 15 - 12 });
  expect(reachLines(halo, panel, [])).toEqual([]);
});
