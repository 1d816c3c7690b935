import { describe, expect, it } from "vitest";
import type { CardOut, Mask, PlanModel, Step } from "../api/models";
import { pushedOn } from "./masks";
import { doneBeside } from "./run";
import { lastOfGround } from "./steps";

const pieces = [
  { key: "p1", name: "strip" },
  { key: "p2", name: "circle" },
] as CardOut["pieces"];

describe("the run of a card", () => {
  it("tells what is done to pieces before each step of the panel, and after its last", () => {
    const run = ["s1", "p1~s1", "p1~s2", "p2~s1", "s2", "p1~s3", "s3", "p2~s2"];
    const found = doneBeside({ piece: null, pieces, run });
    expect([...found.keys()]).toEqual(["s2", "s3", ""]);
    expect(found.get("s2")).toEqual([
      { key: "p1", name: "strip", steps: 2 },
      { key: "p2", name: "circle", steps: 1 },
    ]);
    expect(found.get("")).toEqual([{ key: "p2", name: "circle", steps: 1 }]);
  });
  it("says nothing on a piece's own page, of a plain card, or before there is one", () => {
    expect(doneBeside({ piece: "p1", pieces, run: ["p1~s1", "s1"] }).size).toBe(0);
    expect(doneBeside({ piece: null, pieces: [], run: ["s1", "s2"] }).size).toBe(0);
    expect(doneBeside(null).size).toBe(0);
  });
});

describe("what comes last", () => {
  const step = (what: Partial<Step>) => ({ id: "x", ...what }) as Step;
  const ink = step({ do: "brush", id: "ink" } as Partial<Step>);
  it("is put on, trimmed and mounted: what is added comes before that", () => {
    const putOn = step({ do: "put-on", piece: "p1" } as Partial<Step>);
    const mount = step({ do: "prepare", act: "mount", tool: null } as Partial<Step>);
    expect(lastOfGround([ink, putOn, mount])).toBe(ink);
    expect(lastOfGround([ink, mount])).toBe(ink);
    expect(lastOfGround([putOn])).toBeUndefined();
    expect(lastOfGround([ink])).toBe(ink);
  });
});

describe("a sheet pushed on", () => {
  it("is the same sheet under another key, and a sheet pushed on from there is of the first", () => {
    const sheet = { key: "repeat", name: "leaf", shape: "stencil", y_mm: 80, keeps: "outside" } as Mask;
    const plan = { masks: [sheet] } as unknown as PlanModel;
    const once = pushedOn(plan, sheet);
    expect([once.key, once.sheet, once.y_mm]).toEqual(["repeat-2", "repeat", 76]);
    const twice = pushedOn({ masks: [sheet, once] } as unknown as PlanModel, once);
    expect([twice.key, twice.sheet, twice.y_mm]).toEqual(["repeat-2-2", "repeat", 72]);
  });
});
