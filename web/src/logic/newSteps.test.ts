import { expect, it } from "vitest";
import type { CardOut } from "../api/models";
import { PLAN } from "../testing/server";
import { newSteps, type Shelved } from "./newSteps";

const ink = (key: string, kind: string) => ({ key, name: key, kind });
const card = (inks: { key: string; kind: string }[], steps: unknown[] = []) =>
  ({
    plan: { ...PLAN, inks, steps },
    reading: {
      panel_width_mm: 100,
      panel_height_mm: 140,
      inks: inks.map(({ key }, i) => ({ key, hex: "#000", lightness: 90 - 20 * i })),
      masks: [{ key: "moon", called: "moon mask" }],
    },
  }) as unknown as CardOut;
const inkOf = (of: CardOut, value: string, after?: unknown) => {
  const step = newSteps(of, after as never)
    .find((one) => one.value === value)
    ?.make();
  return step && "ink" in step ? step.ink : undefined;
};

it("takes the next ink not laid yet, that of the step before when all are, darkest for prints, white for splatter, powder for embossing", () => {
  const all = card([ink("a", "dye"), ink("b", "dye"), ink("w", "white"), ink("p", "powder")]);
  expect(inkOf(all, "whole")).toBe("a");
  const laid = (...keys: string[]) =>
    keys.map((key) => ({ do: "brush", ink: key, region: { over: "whole" } }));
  const inks = [ink("a", "dye"), ink("b", "dye"), ink("p", "powder")];
  expect(inkOf(card(inks, laid("a")), "whole", laid("a")[0])).toBe("b");
  expect(inkOf(card(inks, laid("a", "b")), "whole", laid("b")[0])).toBe("b");
  expect(inkOf(card(inks, laid("b", "a")), "whole", laid("a")[0])).toBe("a");
  expect(inkOf(card(inks, laid("a", "b")), "whole")).toBe("a");
  expect(inkOf(all, "stamp")).toBe("b");
  expect(inkOf(all, "splatter")).toBe("w");
  expect(inkOf(all, "emboss")).toBe("p");
});

it("offers only what the plan can bear", () => {
  const values = (of: CardOut) => newSteps(of, undefined).map((one) => one.value);
  const plain = values(card([ink("a", "dye")]));
  for (const missing of ["emboss", "wet-area", "wipe-beads"]) expect(plain).not.toContain(missing);
  const wet = card(
    [ink("a", "dye"), ink("p", "clear")],
    [{ do: "water" }, { do: "brush", ink: "p", region: { over: "whole" } }],
  );
  for (const there of ["emboss", "wet-area", "wipe-beads", "lay-moon", "lift-moon"])
    expect(values(wet)).toContain(there);
  expect(new Set(plain).size).toBe(plain.length);
});

it("stands in groups, with what lies on the shelf: its images by name, its powders where the card has none, its stencils", () => {
  const shelved = {
    inks: [ink("p", "powder"), ink("d", "dye")],
    motifs: [{ key: "fern", name: "fern", path: "M0 0", stands: true }],
    designs: [{ key: "agave", name: "agave stencil", hint: "" }],
  } as unknown as Shelved;
  const all = newSteps(card([ink("a", "dye")]), undefined, shelved);
  const groups = all.map((one) => one.group);
  expect(groups.filter((group, i) => i === 0 || group !== groups[i - 1])).toEqual([...new Set(groups)]);
  const of = (value: string) => all.find((one) => one.value === value);
  expect(of("print-fern")).toMatchObject({ label: "Stamp the fern", path: "M0 0" });
  expect(of("print-fern")?.make()).toMatchObject({ region: { stands: "stands" } });
  expect(of("emboss-p")?.ink).toMatchObject({ key: "p" });
  expect(of("emboss-d")).toBeUndefined();
  expect(of("shelf-agave")?.design).toBe("agave");
  expect(of("new-moon")?.make()).toMatchObject({ do: "lay-mask", mask: of("new-moon")?.mask?.key });
  const bare = newSteps(card([]), undefined, shelved).find((one) => one.value === "whole");
  expect(bare?.ink?.key).toBe("d");
  expect(bare?.make()).toMatchObject({ ink: "d" });
  const has = newSteps(card([ink("a", "dye"), ink("q", "powder")]), undefined, shelved);
  expect(has.find((one) => one.value === "emboss-p")).toBeUndefined();
});
