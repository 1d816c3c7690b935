import { describe, expect, it } from "vitest";
import type { Mask, PlanModel, Step } from "../api/models";
import {
  againOf,
  changeOver,
  inPlaceOf,
  sheetInstead,
  spellAgain,
  spellOf,
  withoutStep,
  withStepAfter,
  withStepBefore,
  withWord,
  wordAt,
} from "./steps";

const dry = (id: string) => ({ do: "dry", id, way: "air", minutes: 5 }) as Step;
const brush = {
  do: "brush",
  id: "b",
  ink: "a",
  tool: "large-brush",
  region: { over: "band", edge: "top", start_mm: 0, end_mm: 10, carry_mm: 3, lead_in_mm: 0 },
  touch: "light",
  passes: 2,
  onto: "damp",
} as Step;
const plan = { steps: [dry("s1"), brush, dry("s3")], wishes: [] } as unknown as PlanModel;
const ids = (of: PlanModel) => of.steps.map((step) => step.id);

describe("steps", () => {
  it("take a new word deep inside and leave the plan they came from alone", () => {
    const changed = withWord(plan, "b", "region.carry_mm", 9);
    expect(wordAt(changed.steps[1] as Step, "region.carry_mm")).toBe(9);
    expect(wordAt(changed.steps[1] as Step, "region.end_mm")).toBe(10);
    expect(wordAt(brush, "region.carry_mm")).toBe(3);
    expect(changed.steps[0]).toBe(plan.steps[0]);
  });

  it("move forwards and backwards, and to both ends", () => {
    expect(ids(withStepBefore(plan, "s1", "s3"))).toEqual(["b", "s1", "s3"]);
    expect(ids(withStepBefore(plan, "s3", "s1"))).toEqual(["s3", "s1", "b"]);
    expect(ids(withStepBefore(plan, "s1", null))).toEqual(["b", "s3", "s1"]);
    expect(ids(withStepBefore(plan, "b", "b"))).toEqual(["s1", "b", "s3"]);
    expect(ids(withStepBefore(plan, "b", "gone"))).toEqual(["s1", "s3", "b"]);
  });

  it("come and go, each with an id of its own", () => {
    expect(ids(withStepAfter(plan, "s1", dry("")))).toEqual(["s1", "s4", "b", "s3"]);
    expect(ids(withStepAfter(plan, null, dry("")))).toEqual(["s4", "s1", "b", "s3"]);
    expect(ids(withStepAfter(plan, "s1", dry("s9")))).toEqual(["s1", "s9", "b", "s3"]);
    expect(ids(withStepAfter(plan, "s1", dry("s3")))).toEqual(["s1", "s4", "b", "s3"]);
    expect(ids(withoutStep(plan, "b"))).toEqual(["s1", "s3"]);
  });

  it("lay the mask they need first, and only where it does not lie yet", () => {
    const round = { ...brush, id: "r", region: { over: "halo" as const, mask: "moon", reach_mm: 9 } };
    const first = withStepAfter(plan, "b", round);
    expect(ids(first)).toEqual(["s1", "b", "s5", "r", "s3"]);
    expect(first.steps[2]).toEqual({ do: "lay-mask", id: "s5", mask: "moon" });
    expect(ids(withStepAfter(first, "r", { ...round, id: "q" }))).toEqual(["s1", "b", "s5", "r", "q", "s3"]);
    expect(ids(withStepAfter(first, "s1", { ...round, id: "q" }))).toEqual(["s1", "s5", "q", "b", "r", "s3"]);
    const lifted = withStepAfter(first, "r", { do: "lift-mask", id: "up", mask: "moon" });
    expect(ids(withStepAfter(lifted, "up", { ...round, id: "q" })).slice(3, 7)).toEqual([
      "r",
      "up",
      "s8",
      "q",
    ]);
  });

  it("do all again with another mask, after the first is lifted, and leave what is not of the mask", () => {
    const round = {
      ...brush,
      id: "r",
      region: { over: "inside" as const, mask: "moon", openings: ["1"] },
    } as Step;
    const steps: Step[] = [
      { do: "lay-mask", id: "l", mask: "moon" },
      { do: "lay-mask", id: "o", mask: "other" },
      round,
      { do: "dry", id: "d", way: "air", minutes: 3 },
      { do: "lift-mask", id: "up", mask: "moon" },
      { do: "wipe-beads", id: "w" },
    ];
    const sun = { key: "sun", name: "sun" } as Mask;
    const now = spellAgain({ ...plan, masks: [], steps }, "l", sun);
    expect(now.masks).toEqual([sun]);
    expect(ids(now).slice(0, 5)).toEqual(["l", "o", "r", "d", "up"]);
    expect(now.steps.slice(5, 9).map((step) => step.do)).toEqual(["lay-mask", "brush", "dry", "lift-mask"]);
    expect(now.steps[6]).toMatchObject({ region: { over: "inside", mask: "sun", openings: [] } });
    expect(now.steps[9]?.id).toBe("w");
    expect(new Set(ids(now)).size).toBe(10);
    expect(spellAgain({ ...plan, masks: [], steps: steps.slice(0, 4) }, "l", sun).steps).toHaveLength(4);
  });

  it("swap a sheet from where it is laid until it comes off, and nothing before or after", () => {
    const inside = (id: string, mask: string) =>
      ({ ...brush, id, region: { over: "inside", mask, openings: ["a"], covered: false } }) as Step;
    const put = (id: string, act: "lay-mask" | "lift-mask" | "wipe", mask: string) =>
      ({ do: act, id, mask }) as Step;
    const steps = [
      put("l0", "lay-mask", "moon"),
      put("u0", "lift-mask", "moon"),
      put("l1", "lay-mask", "moon"),
      put("l2", "lay-mask", "land"),
      inside("i", "moon"),
      inside("j", "land"),
      put("w", "wipe", "moon"),
      put("u1", "lift-mask", "moon"),
      inside("k", "moon"),
    ];
    const sun = { key: "sun", name: "sun" } as Mask;
    const now = sheetInstead({ ...plan, masks: [], steps }, "l1", sun);
    const masks = now.steps.map((step) =>
      "mask" in step ? step.mask : "region" in step && "mask" in step.region ? step.region.mask : "",
    );
    expect(masks).toEqual(["moon", "moon", "sun", "land", "sun", "land", "sun", "sun", "moon"]);
    expect(now.steps[4]).toMatchObject({ region: { openings: [] } });
    expect(now.masks).toEqual([sun]);
    expect(ids(now)).toEqual(ids({ ...plan, steps }));
    expect(sheetInstead({ ...plan, masks: [], steps }, "i", sun).steps).toBe(steps);
  });

  it("take wishes about them along when they go", () => {
    const wished = { ...plan, wishes: [{ first: "s1", then: "b" }] };
    expect(withoutStep(wished, "b").wishes).toEqual([]);
    expect(withoutStep(wished, "s3").wishes).toHaveLength(1);
  });

  it("done again know nothing of what the first was for", () => {
    const meant = { ...brush, purpose: { under: ["s1"] } } as Step;
    expect(againOf(meant, "s7")).toEqual({ ...brush, id: "s7", purpose: null });
  });

  it("give way to another kind, and keep the ink and what it was for between two layings", () => {
    const meant = { ...brush, ink: "plum", touch: "full", passes: 3, purpose: { under: ["s1"] } } as Step;
    const other = { ...brush, id: "", ink: "a", tool: "sponge", region: { over: "whole" } } as Step;
    expect(inPlaceOf(meant, other)).toMatchObject({
      id: "b",
      ink: "plum",
      tool: "sponge",
      passes: 3,
      purpose: { under: ["s1"] },
    });
    expect(inPlaceOf(meant, { ...other, touch: "first", passes: 1 } as Step)).toMatchObject({
      touch: "first",
    });
    expect(inPlaceOf(meant, dry(""))).toEqual({ ...dry("b"), purpose: null });
  });

  it("tell the spell of a mask: what lays, wipes and lifts it, and what was planned with it", () => {
    const mask = (what: string, id: string, more = {}) => ({ do: what, id, mask: "moon", ...more }) as Step;
    const inside = { ...brush, id: "in", purpose: { under: ["l1"] } } as Step;
    const moved = { ...brush, id: "moved", purpose: { under: ["l1"] } } as Step;
    const steps = [
      mask("lay-mask", "l1"),
      inside,
      mask("wipe", "w1"),
      mask("lift-mask", "u1"),
      brush,
      mask("lay-mask", "l2"),
      mask("lift-mask", "u2", { purpose: { to: "l2" } }),
      moved,
    ];
    const spell = spellOf(steps, "l1");
    expect(spell).toMatchObject({ lay: "l1", lift: ["u1"], wipes: ["w1"] });
    expect(spell?.inside.map((step) => step.id)).toEqual(["in", "moved"]);
    expect(spellOf(steps, "l2")).toMatchObject({ lift: ["u2"], inside: [] });
    expect(spellOf(steps, "in")).toBeNull();
  });

  it("say what changes hands", () => {
    expect(changeOver(brush, { ...brush, ink: "c" } as Step)).toBe("ink");
    expect(changeOver(brush, { ...brush, tool: "small-brush" } as Step)).toBe("tool");
    expect(changeOver(brush, brush)).toBe("");
    expect(changeOver(undefined, brush)).toBe("");
  });
});
