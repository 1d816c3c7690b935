/** What every new step is made with: measures that suit the panel, and the inks that are meant. */
import type { Brush, CardOut, InkModel, Mask, Schemas, ShelfOut, Step } from "../../api/models";
import { onRuler } from "../length";
import { liesAfter } from "../steps";

export interface NewStep {
  value: string;
  label: string;
  hint?: string;
  /** What it is listed under. */
  group?: string;
  /** A picture of it: outlines within the unit disc. */
  path?: string;
  /** An ink of the shelf or a new mask that it takes, and that is not on the card yet. */
  ink?: InkModel;
  mask?: Mask;
  /** A stencil of the shelf that it lays; the server works that out. */
  design?: string;
  make: () => Step;
}

/** What lies on the shelf, to be taken by a step. */
export interface Shelved {
  inks: InkModel[];
  motifs: ShelfOut["motifs"];
  designs: Schemas["DesignOut"][];
}

/** Inks that no ground is blended with. */
export const ASIDE = new Set(["powder", "clear", "white", "paste"]);
export type Kit = ReturnType<typeof kitOf>;

export function kitOf(card: CardOut, after: Step | undefined, shelved: Shelved) {
  const { plan, reading } = card;
  const w = reading.panel_width_mm;
  const h = reading.panel_height_mm;
  const short = Math.min(w, h);
  const mark = (mm: number) => onRuler(mm, plan.units);
  const colours = plan.inks.filter((ink) => !ASIDE.has(ink.kind));
  /** With no colour beside the card yet the first of the shelf is taken: another is a tap away. */
  const first = colours.length ? undefined : shelved.inks.find((ink) => !ASIDE.has(ink.kind));
  const kindOf = (key: string) => plan.inks.find((ink) => ink.key === key)?.kind;
  const laid = new Set(plan.steps.map((step) => (step.do === "brush" ? step.ink : "")));
  const next = colours.find((ink) => !laid.has(ink.key))?.key;
  const before =
    after?.do === "brush" && colours.some((ink) => ink.key === after.ink) ? after.ink : undefined;
  /** She lays her inks one after another: the next that lies beside the card, and when all are laid, that of the step before. */
  const colour = next ?? before ?? colours[0]?.key ?? first?.key ?? plan.inks[0]?.key ?? "";
  const darkest =
    [...reading.inks]
      .filter((i) => colours.some((c) => c.key === i.key))
      .sort((a, b) => a.lightness - b.lightness)[0]?.key ?? colour;
  const powder = plan.inks.find((ink) => ["powder", "clear"].includes(ink.kind));
  const white = plan.inks.find((ink) => ["white", "paste"].includes(ink.kind));
  /** What the shelf has of a kind, where the card has none of it. */
  const shelvedOf = (kind: string) =>
    plan.inks.some((ink) => ink.kind === kind)
      ? []
      : shelved.inks.filter((ink) => ink.kind === kind).slice(0, 4);
  const lay = (ink: string, tool: string, region: Brush["region"], more: Partial<Brush> = {}): Brush => ({
    do: "brush",
    id: "",
    ink,
    tool,
    region,
    touch: "light",
    passes: 2,
    onto: "damp",
    fade: null,
    seed: 1,
    ...more,
  });
  const done = plan.steps.slice(0, plan.steps.findIndex((step) => step.id === after?.id) + 1);
  const liesHere = (mask: string) => liesAfter(done, mask);
  const whole = { over: "whole" as const };
  const print = { touch: "first" as const, passes: 1, onto: "dry" as const };
  return {
    plan,
    reading,
    shelved,
    w,
    h,
    short,
    mark,
    colour,
    darkest,
    powder,
    white,
    lay,
    whole,
    print,
    kindOf,
    liesHere,
    shelvedOf,
  };
}
