import { describe, expect, it } from "vitest";
import type { PlanModel } from "../api/models";
import { PLAN } from "../testing/server";
import { newCut, USES } from "./cuts";
import { changed, type PlanChange, withChanges } from "./edits";
import { Gone } from "./reworking";
import { newFocal } from "./focal";
import { NEW_MASKS, newMask } from "./masks";
import { stepsOf } from "./steps";

const [moon] = PLAN.masks;
if (!moon) throw new Error("no moon");
const keys = (list: { key: string }[]) => list.map((one) => one.key);

describe("changes", () => {
  it("cover part of the panel for the time of one step, and no longer", () => {
    const at = PLAN.steps.length - 1;
    const step = PLAN.steps[at]?.id ?? "";
    const { steps, masks } = changed(PLAN, { do: "shield", step, mask: moon });
    expect(steps.slice(at).map((one) => one.do)).toEqual(["lay-mask", PLAN.steps[at]?.do, "lift-mask"]);
    expect(new Set(steps.map(({ id }) => id)).size).toBe(steps.length);
    expect(masks).toEqual(PLAN.masks);
  });

  it("are plain data: kept and read back they do the same", () => {
    const changes: PlanChange[] = [
      { do: "title", title: "Night" },
      { do: "word", step: "s2", path: "minutes", value: 9 },
      { do: "mask", mask: { ...moon, x_mm: 10 } },
      { do: "move-step", step: "s2", before: "s1" },
      { do: "wish", first: "s1", then: "s2" },
    ];
    const read = JSON.parse(JSON.stringify(changes)) as PlanChange[];
    expect(withChanges(PLAN, read)).toEqual(withChanges(PLAN, changes));
    expect(withChanges(PLAN, read).steps.map((step) => step.id)).toEqual(["s2", "s1"]);
  });

  it("take no crossing to a stock that it was not measured on", () => {
    const crossings = [
      { inks: ["yucca-1", "sage-8"] as [string, string], lab: [50, 0, 0] as [number, number, number] },
    ];
    const known = { ...PLAN, crossings };
    const other = { ...PLAN.stock, key: "another" };
    expect(changed(known, { do: "stock", stock: other }).crossings).toEqual([]);
    expect(changed(known, { do: "stock", stock: PLAN.stock }).crossings).toEqual(crossings);
  });

  it("leave the plan they are made from alone", () => {
    const before = JSON.stringify(PLAN);
    changed(PLAN, { do: "card", part: { trim_mm: 5 } });
    changed(PLAN, { do: "take-mask-out", key: "moon" });
    expect(JSON.stringify(PLAN)).toBe(before);
  });

  it("made twice add a thing once", () => {
    const mask = newMask("hills", PLAN, 100, 140);
    const once = changed(PLAN, { do: "add-mask", mask });
    expect(changed(once, { do: "add-mask", mask })).toEqual(once);
  });

  it("of what is gone are told, and left out of what is shown", () => {
    const gone: PlanChange[] = [
      { do: "word", step: "s9", path: "minutes", value: 1 },
      { do: "mask", mask: { ...moon, key: "sun" } },
      { do: "add-step", after: "s9", step: { do: "wipe-beads", id: "s3" } },
    ];
    for (const change of gone) {
      expect(() => changed(PLAN, change)).toThrow(Gone);
      expect(withChanges(PLAN, [change, { do: "title", title: "Night" }]).title).toBe("Night");
    }
  });

  it("taking a mask out takes what holds it", () => {
    const held = { ...PLAN, holds: [{ key: "t1", mask: "moon", kind: "tape" }] } as unknown as PlanModel;
    expect(changed(held, { do: "take-mask-out", key: "moon" }).holds).toEqual([]);
  });
});

describe("new things", () => {
  it("masks, focal pieces and cuts of every kind have keys of their own, lie on the panel, and are in use by nothing", () => {
    let plan = PLAN;
    for (let twice = 0; twice < 2; twice++) {
      for (const { value } of NEW_MASKS)
        plan = changed(plan, { do: "add-mask", mask: newMask(value, plan, 100, 140) });
      for (const kind of ["image", "sentiment"] as const)
        plan = changed(plan, { do: "add-focal", piece: newFocal(kind, plan, 100, 140, "a") });
      for (const { value } of USES)
        plan = changed(plan, { do: "add-cut", cut: newCut(value, plan, 100, 140) });
    }
    for (const list of [plan.masks, plan.focal, plan.cuts])
      expect(new Set(keys(list)).size).toBe(list.length);
    expect([plan.masks.length, plan.focal.length, plan.cuts.length]).toEqual([1 + 18, 4, 10]);
    for (const { key, x_mm, y_mm } of [...plan.masks, ...plan.focal, ...plan.cuts]) {
      expect(x_mm > 0 && x_mm < 100 && y_mm > 0 && y_mm < 140, key).toBe(true);
    }
    expect(plan.masks.filter((mask) => stepsOf(plan.steps, mask.key).length).map((mask) => mask.key)).toEqual(
      ["moon"],
    );
  });
  it("a mask goes with all that has to do with it, and with nothing else", () => {
    const gone = stepsOf(PLAN.steps, "moon");
    const now = changed(PLAN, { do: "take-mask-out", key: "moon" });
    expect(now.masks.map((mask) => mask.key)).not.toContain("moon");
    expect(gone.length).toBeGreaterThan(0);
    expect(now.steps.map(({ id }) => id)).toEqual(
      PLAN.steps.map(({ id }) => id).filter((id) => !gone.includes(id)),
    );
    expect(stepsOf(now.steps, "moon")).toEqual([]);
  });
  it("a focal piece never has the name of a step", () => {
    const plan = { ...PLAN, steps: [{ do: "wipe-beads" as const, id: "focal-1" }] } as unknown as PlanModel;
    expect(newFocal("image", plan, 100, 100, null).key).toBe("focal-2");
  });
});
