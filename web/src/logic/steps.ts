/** Changes to a plan's steps, as plain functions on plain data. */
import { highestGiven } from "./given";
import type { Mask, PlanModel, Schemas, Step } from "../api/models";

/** A copy of a plan with one word of one step changed; `path` as in the sentence's part ("region.carry_mm"). */
export function withWord(plan: PlanModel, stepId: string, path: string, value: unknown): PlanModel {
  return {
    ...plan,
    steps: plan.steps.map((step) => (step.id === stepId ? wordSet(step, path, value) : step)),
  };
}

/** Words that say two measures of a band at once: where its heart lies, and how far it fades each way. */
const BAND_WORDS: Record<
  string,
  { read: (band: BandMeasures) => number; write: (band: BandMeasures, mm: number) => BandMeasures }
> = {
  "region.middle_mm": {
    read: (band) => (band.start_mm + band.end_mm) / 2,
    write: (band, mm) => {
      const half = Math.min(mm, (band.end_mm - band.start_mm) / 2);
      return { ...band, start_mm: mm - half, end_mm: mm + half };
    },
  },
  "region.each_way_mm": {
    read: (band) => band.carry_mm ?? 0,
    write: (band, mm) => ({ ...band, lead_in_mm: mm, carry_mm: mm }),
  },
};
type BandMeasures = Pick<Schemas["Band"], "start_mm" | "end_mm" | "lead_in_mm" | "carry_mm">;

function bandOf(step: Step): BandMeasures | null {
  return step.do === "brush" && (step.region.over === "band" || step.region.over === "slant")
    ? step.region
    : null;
}

function wordSet(step: Step, path: string, value: unknown): Step {
  const band = bandOf(step);
  const both = BAND_WORDS[path];
  if (band && both) return { ...step, region: both.write(band, Number(value)) } as Step;
  return setPath(step, path.split("."), value) as Step;
}

function setPath(target: unknown, [key, ...rest]: string[], value: unknown): unknown {
  if (key === undefined) return value;
  const object = (target ?? {}) as Record<string, unknown>;
  return { ...object, [key]: setPath(object[key], rest, value) };
}

/** What stands at a path of a step. */
export function wordAt(step: Step, path: string): unknown {
  const band = bandOf(step);
  const both = BAND_WORDS[path];
  if (band && both) return both.read(band);
  return path
    .split(".")
    .reduce<unknown>((at, key) => (at as Record<string, unknown> | null | undefined)?.[key], step);
}

/** A copy with a step moved to stand before another, or last where that is null or gone. */
export function withStepBefore(plan: PlanModel, stepId: string, before: string | null): PlanModel {
  const step = plan.steps.find((other) => other.id === stepId);
  if (!step || before === stepId) return plan;
  const steps = plan.steps.filter((other) => other !== step);
  const at = steps.findIndex((other) => other.id === before);
  steps.splice(at < 0 ? steps.length : at, 0, step);
  return { ...plan, steps };
}

export function withoutStep(plan: PlanModel, stepId: string): PlanModel {
  return {
    ...plan,
    steps: plan.steps.filter((step) => step.id !== stepId),
    wishes: plan.wishes.filter((wish) => wish.first !== stepId && wish.then !== stepId),
  };
}

/** The last step before pieces are put on and the panel is trimmed and mounted: what is added to the picture comes after it. */
export function lastOfGround(steps: readonly Step[]): Step | undefined {
  const end = steps.findIndex(
    (step) =>
      step.do === "put-on" ||
      step.do === "stick-on" ||
      (step.do === "prepare" && (step.act === "trim" || step.act === "mount")),
  );
  return end < 0 ? steps[steps.length - 1] : steps[end - 1];
}

/** An id that no step of the plan has or ever had. */
export function newStepId(plan: PlanModel): string {
  return `s${Math.max(highestGiven(plan), plan.steps.length) + 1}`;
}

/**
 * A copy with a step set after another, or first; it keeps its id unless another step has taken it meanwhile. A mask it is worked
 * round or inside of, and that does not lie there yet, is laid first.
 */
export function withStepAfter(plan: PlanModel, after: string | null, step: Step): PlanModel {
  const at = after === null ? 0 : plan.steps.findIndex((other) => other.id === after) + 1;
  const id = !step.id || plan.steps.some((other) => other.id === step.id) ? newStepId(plan) : step.id;
  const steps = [...plan.steps];
  steps.splice(at, 0, { ...step, id });
  const now = { ...plan, steps };
  const mask = maskOf(step);
  if (mask === null || liesAfter(plan.steps.slice(0, at), mask)) return now;
  // Where it is laid further on, it is laid sooner, and not twice.
  const next = steps.find((other, i) => i > at && isPut(other, mask));
  if (next?.do === "lay-mask") steps.splice(steps.indexOf(next), 1);
  steps.splice(at, 0, next?.do === "lay-mask" ? next : { do: "lay-mask", id: newStepId(now), mask });
  return now;
}

const isPut = (step: Step, mask: string) =>
  (step.do === "lay-mask" || step.do === "lift-mask") && step.mask === mask;

/** The mask a step is worked round or inside of. */
const maskOf = (step: Step): string | null =>
  step.do === "brush" && (step.region.over === "halo" || step.region.over === "inside")
    ? step.region.mask
    : null;

/** Whether a mask lies on the panel when these steps are done. */
export function liesAfter(steps: readonly Step[], mask: string): boolean {
  return [...steps].reverse().find((step) => isPut(step, mask))?.do === "lay-mask";
}

/** What changes hands before a step: the tool or ink that was not in use before it; empty when nothing does. */
export function changeOver(before: Step | undefined, step: Step): "" | "ink" | "tool" {
  if (!before || before.do !== "brush" || step.do !== "brush") return "";
  if (before.tool !== step.tool) return "tool";
  return before.ink === step.ink ? "" : "ink";
}

/** A step done once more, with nothing of what the first was for. */
export function againOf(step: Step, id: string): Step {
  return { ...step, id, purpose: null };
}

/** A step of another kind in the place of one. Between two layings of ink the ink, the strength and what it was for stay. */
export function inPlaceOf(step: Step, other: Step): Step {
  if (step.do !== "brush" || other.do !== "brush") return { ...other, id: step.id, purpose: null };
  const { id, ink, touch, passes, onto, purpose } = step;
  const print = (of: string) => ["first", "second", "third"].includes(of);
  const strength = print(touch) === print(other.touch) ? { touch, passes, onto } : {};
  return { ...other, id, ink, ...strength, purpose };
}

/** The spell of a mask: the step that lays it, those that lift and wipe it, and the layings planned with it; null for other steps. */
export function spellOf(steps: readonly Step[], id: string) {
  const lay = steps.find((step) => step.id === id);
  if (lay?.do !== "lay-mask") return null;
  const at = steps.indexOf(lay);
  const lift = steps.find(
    (step, i) => step.do === "lift-mask" && step.mask === lay.mask && (step.purpose?.to === id || i > at),
  );
  const end = lift ? steps.indexOf(lift) : steps.length;
  return {
    lay: id,
    lift: lift ? [lift.id] : [],
    wipes: steps
      .filter((step, i) => step.do === "wipe" && step.mask === lay.mask && i > at && i < end)
      .map((step) => step.id),
    inside: steps.filter(
      (step) => (step.do === "brush" || step.do === "water") && step.purpose?.under?.includes(id),
    ),
  };
}

/** All that is done while a mask lies, done again after it with another: laid, worked round or inside of, lifted. */
export function spellAgain(plan: PlanModel, layId: string, mask: Mask): PlanModel {
  const spell = spellOf(plan.steps, layId);
  const lay = plan.steps.find((step) => step.id === layId);
  const liftId = spell?.lift[0];
  if (lay?.do !== "lay-mask" || liftId === undefined) return plan;
  const at = plan.steps.indexOf(lay);
  const end = plan.steps.findIndex((step) => step.id === liftId);
  let now = plan.masks.some(({ key }) => key === mask.key) ? plan : { ...plan, masks: [...plan.masks, mask] };
  let last = liftId;
  for (const step of plan.steps.slice(at, end + 1)) {
    // Other masks that came and went meanwhile stay where they are.
    if ("mask" in step && step.mask !== lay.mask) continue;
    const id = newStepId(now);
    now = withStepAfter(now, last, { ...inOther(step, lay.mask, mask.key), id, purpose: null });
    last = id;
  }
  return now;
}

/** The steps that have to do with one sheet and with nothing else: that lay, wipe and lift it, and ink laid round it or inside it. */
export function stepsOf(steps: readonly Step[], mask: string): string[] {
  return steps
    .filter(
      (step) =>
        ("mask" in step && step.mask === mask) ||
        (step.do === "brush" && "mask" in step.region && step.region.mask === mask),
    )
    .map((step) => step.id);
}

/** Another sheet laid by a step, and wiped, worked round, through and lifted until it comes off. */
export function sheetInstead(plan: PlanModel, layId: string, mask: Mask): PlanModel {
  const spell = spellOf(plan.steps, layId);
  const lay = plan.steps.find((step) => step.id === layId);
  if (!spell || lay?.do !== "lay-mask") return plan;
  const at = plan.steps.indexOf(lay);
  const off = plan.steps.findIndex((step) => step.id === spell.lift[0]);
  const end = off < 0 ? plan.steps.length : off;
  const masks = plan.masks.some(({ key }) => key === mask.key) ? plan.masks : [...plan.masks, mask];
  const steps = plan.steps.map((step, i) =>
    i < at || i > end || ("mask" in step && step.mask !== lay.mask)
      ? step
      : inOther(step, lay.mask, mask.key),
  );
  return { ...plan, masks, steps };
}

/** A step that has to do with one mask, with another in its place; openings of the one are none of the other. */
function inOther(step: Step, was: string, mask: string): Step {
  if ("mask" in step) return { ...step, mask };
  if (step.do !== "brush" || !("mask" in step.region) || step.region.mask !== was) return step;
  const region = { ...step.region, mask };
  return { ...step, region: "openings" in region ? { ...region, openings: [] } : region };
}
