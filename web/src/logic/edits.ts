/** Every way a maker changes a card, by name: plain data that can be kept through a reload and done again on a newer plan. */
import type {
  Brush,
  CardPart,
  Cut,
  Focal,
  Hold,
  InkModel,
  Mask,
  PlanModel,
  Schemas,
  Step,
} from "../api/models";
import { merged } from "./merging";
import { newStepId, spellAgain, withoutStep, withStepAfter, withStepBefore, withWord } from "./steps";
import { withGiven } from "./given";
import { t } from "../words";

/**
 * Changes that are worked out here, and sent as the plan they lead to. Of a thing that is changed `was` is how it stood: only what is
 * otherwise than that is made anew, so that what another window changed of it meanwhile stays.
 */
export type PlanChange =
  | { do: "title"; title: string }
  | { do: "units"; units: PlanModel["units"] }
  | { do: "stock"; stock: PlanModel["stock"] }
  | { do: "card"; part: Partial<CardPart> }
  | { do: "schools"; part: Partial<PlanModel["schools"]> }
  | { do: "take-ink"; ink: InkModel }
  | { do: "put-ink-back"; key: string }
  /** Inks in the place of others, by the key of the one whose place each takes; on another stock where one is given. */
  | { do: "other-inks"; inks: Record<string, InkModel>; stock?: PlanModel["stock"] }
  /** Inks laid over each other, the first after a step. */
  | { do: "lay-recipe"; inks: InkModel[]; after: string | null; steps: Step[] }
  /** A step in another ink, touch and passes. */
  | { do: "lay-in"; step: string; ink: InkModel; touch: Touch; passes: number }
  /** All that is done while a mask lies, from the step that lays it, again with another. */
  | { do: "spell-again"; step: string; mask: Mask }
  /** A mask laid just before a step and lifted right after it. */
  | { do: "shield"; step: string; mask: Mask }
  | { do: "word"; step: string; path: string; value: unknown }
  | { do: "step"; step: Step; was?: Step }
  | { do: "add-step"; after: string | null; step: Step }
  | { do: "move-step"; step: string; before: string | null }
  | { do: "take-step-out"; step: string }
  | { do: "take-steps-out"; steps: string[] }
  | { do: "add-mask"; mask: Mask }
  | { do: "mask"; mask: Mask; was?: Mask }
  | { do: "mask-instead"; mask: Mask }
  | { do: "take-mask-out"; key: string }
  | { do: "hold"; hold: Hold; was?: Hold }
  | { do: "let-go"; key: string }
  | { do: "add-focal"; piece: Focal }
  | { do: "focal"; piece: Focal; was?: Focal }
  | { do: "take-focal-away"; key: string }
  | { do: "add-cut"; cut: Cut }
  | { do: "cut"; cut: Cut; was?: Cut }
  | { do: "drop-cut"; key: string }
  | { do: "wish"; first: string; then: string }
  | { do: "forget-wish"; first: string; then: string };

type Touch = Brush["touch"];

/** What is worked out for a mask where it lies. */
export type MaskAction =
  | { do: "centre" }
  | { do: "counterpart" }
  | { do: "bridges" }
  | { do: "hold-mask"; kind: "tape" | "magnet" }
  | { do: "strip"; motif: string; margin_mm: number };

/** Changes that the server works out. */
export type ServerChange =
  | { do: "gradient"; wish: Omit<Schemas["ProposeGradient"], "based_on" | "key" | "window"> }
  | { do: "ground"; ground: string }
  | { do: "resize"; card: CardPart; said: string }
  | { do: "print-design"; design: string; after: string | null }
  | { do: "print-drawing"; name: string; svg: string; after: string | null }
  | { do: "own-mask"; step: string }
  | { do: "spread"; step: string }
  | { do: "thread"; piece: string }
  | { do: "make-piece"; kind: Schemas["MakePiece"]["kind"]; stock: string }
  | {
      do: "put-piece";
      piece: string;
      put: Omit<Schemas["PutPiece"], "based_on" | "key" | "said" | "window">;
      said: string;
    }
  | { do: "take-piece-away"; piece: string }
  | { do: "stencil"; stencil: string }
  | { do: "drawing"; name: string; svg: string }
  | { do: "mask-action"; mask: string; action: MaskAction }
  | { do: "remedy"; code: string; step: string | null; remedy: string | null }
  | { do: "take-measured-in" }
  | { do: "order" }
  /** The card as it stood at one of its revisions. */
  | { do: "version"; number: number }
  /** What is taken back: the revision `based_on`; or the edit of the key `of`, that was still on its way. */
  | { do: "undo" | "redo"; based_on: number | null; of: string | null };

export type Change = PlanChange | ServerChange;

/** A change with the key by which it is done once however often it is sent, and what is said of it ("carry it further"). */
export interface Edit {
  key: string;
  said: string;
  change: Change;
}

/** What a change was for is not on the card any more. */
export class Gone extends Error {}

const SERVER = new Set<Change["do"]>([
  "gradient",
  "ground",
  "resize",
  "make-piece",
  "put-piece",
  "take-piece-away",
  "print-design",
  "print-drawing",
  "own-mask",
  "spread",
  "thread",
  "stencil",
  "drawing",
  "mask-action",
  "remedy",
  "take-measured-in",
  "order",
  "version",
  "undo",
  "redo",
]);
export function isPlanChange(change: Change): change is PlanChange {
  return !SERVER.has(change.do);
}

interface Keyed {
  key: string;
}
function replaced<T extends Keyed>(list: T[], item: T, called: string, was?: T): T[] {
  if (!list.some((other) => other.key === item.key))
    throw new Gone(t("logic.edits.theIsNotOnThe", { called }));
  return list.map((other) => (other.key === item.key ? (was ? merged(other, was, item) : item) : other));
}
function without<T extends Keyed>(list: T[], key: string): T[] {
  return list.filter((other) => other.key !== key);
}
/** With an item that may have come by another way already. */
function withItem<T extends Keyed>(list: T[], item: T): T[] {
  return [...without(list, item.key), item];
}
function mustHave(plan: PlanModel, step: string) {
  if (!plan.steps.some((other) => other.id === step)) throw new Gone(t("logic.edits.theStepItWasFor"));
}

/** Another sheet wherever one of the same key was laid; which of its openings were inked is not known of the new one. */
function withMaskInstead(plan: PlanModel, mask: Mask): PlanModel {
  const steps = plan.steps.map((step) =>
    step.do === "brush" && step.region.over === "inside" && step.region.mask === mask.key
      ? { ...step, region: { ...step.region, openings: [], covered: false } }
      : step,
  );
  const holds = plan.holds.filter((hold) => hold.mask !== mask.key);
  return { ...plan, masks: replaced(plan.masks, mask, mask.name), steps, holds };
}

/** Every laying of an ink by the one that takes its place, on the panel and on every piece. */
function withOtherInks(plan: PlanModel, inks: Record<string, InkModel>): PlanModel {
  const named = (key: string) => inks[key]?.key ?? key;
  const reinked = (steps: Step[]) =>
    steps.map((step) => (step.do === "brush" ? { ...step, ink: named(step.ink) } : step));
  const taken = plan.inks.map((ink) => inks[ink.key] ?? ink);
  return {
    ...plan,
    inks: taken.filter((ink, at) => taken.findIndex((other) => other.key === ink.key) === at),
    steps: reinked(plan.steps),
    focal: plan.focal.map((piece) => (piece.ink ? { ...piece, ink: named(piece.ink) } : piece)),
    pieces: plan.pieces.map((piece) => ({ ...piece, steps: reinked(piece.steps) })),
    crossings: [],
  };
}

/** Inks taken to the card and laid one after the other. */
function withRecipe(plan: PlanModel, inks: InkModel[], after: string | null, steps: Step[]): PlanModel {
  if (after !== null) mustHave(plan, after);
  const known = new Set(plan.inks.map((ink) => ink.key));
  let now: PlanModel = { ...plan, inks: [...plan.inks, ...inks.filter((ink) => !known.has(ink.key))] };
  let last = after;
  for (const step of steps) {
    const id = newStepId(now);
    now = withStepAfter(now, last, { ...step, id });
    last = id;
  }
  return now;
}

function withInk(plan: PlanModel, step: string, ink: InkModel, touch: Touch, passes: number): PlanModel {
  mustHave(plan, step);
  const was = plan.steps.find((other) => other.id === step);
  const steps = plan.steps.map((other) =>
    other.id === step && other.do === "brush" ? { ...other, ink: ink.key, touch, passes } : other,
  );
  const idle =
    was?.do === "brush" && was.ink !== ink.key && !steps.some((s) => s.do === "brush" && s.ink === was.ink);
  const focal = plan.focal.some((piece) => was?.do === "brush" && piece.ink === was.ink);
  const kept = plan.inks.filter((other) => !(idle && !focal && other.key === was.ink));
  return { ...plan, steps, inks: kept.some(({ key }) => key === ink.key) ? kept : [...kept, ink] };
}

/** A mask over part of the panel for the time of one step. */
function withShield(plan: PlanModel, step: string, mask: Mask): PlanModel {
  mustHave(plan, step);
  const at = plan.steps.findIndex((other) => other.id === step);
  const before = plan.steps[at - 1]?.id ?? null;
  const now = plan.masks.some(({ key }) => key === mask.key)
    ? plan
    : { ...plan, masks: [...plan.masks, mask] };
  const laid = withStepAfter(now, before, { do: "lay-mask", id: newStepId(now), mask: mask.key });
  return withStepAfter(laid, step, { do: "lift-mask", id: newStepId(laid), mask: mask.key });
}

/** A change with how its thing stands where it is made, so that it can be made on a newer plan. */
export function withWas(plan: PlanModel, change: Change): Change {
  switch (change.do) {
    case "step":
      return { ...change, was: plan.steps.find(({ id }) => id === change.step.id) };
    case "mask":
      return { ...change, was: plan.masks.find(({ key }) => key === change.mask.key) };
    case "hold":
      return { ...change, was: plan.holds.find(({ key }) => key === change.hold.key) };
    case "focal":
      return { ...change, was: plan.focal.find(({ key }) => key === change.piece.key) };
    case "cut":
      return { ...change, was: plan.cuts.find(({ key }) => key === change.cut.key) };
    default:
      return change;
  }
}

/** The plan with a change made; it knows every id that was given. Throws Gone. */
export function changed(plan: PlanModel, change: PlanChange): PlanModel {
  return withGiven(plan, after(plan, change));
}
function after(plan: PlanModel, change: PlanChange): PlanModel {
  switch (change.do) {
    case "title":
      return { ...plan, title: change.title };
    case "units":
      return { ...plan, units: change.units };
    case "stock":
      return onStock(plan, change.stock);
    case "card":
      return { ...plan, card: { ...plan.card, ...change.part } };
    case "schools":
      return { ...plan, schools: { ...plan.schools, ...change.part } };
    case "take-ink":
      return { ...plan, inks: withItem(plan.inks, change.ink) };
    case "put-ink-back":
      return { ...plan, inks: without(plan.inks, change.key) };
    case "other-inks": {
      const reinked = withOtherInks(plan, change.inks);
      return change.stock ? onStock(reinked, change.stock) : reinked;
    }
    case "lay-recipe":
      return withRecipe(plan, change.inks, change.after, change.steps);
    case "lay-in":
      return withInk(plan, change.step, change.ink, change.touch, change.passes);
    case "shield":
      return withShield(plan, change.step, change.mask);
    case "spell-again":
      mustHave(plan, change.step);
      return spellAgain(plan, change.step, change.mask);
    case "word":
      mustHave(plan, change.step);
      return withWord(plan, change.step, change.path, change.value);
    case "step":
      mustHave(plan, change.step.id);
      return {
        ...plan,
        steps: plan.steps.map((step) =>
          step.id !== change.step.id
            ? step
            : change.was
              ? merged(step, change.was, change.step)
              : change.step,
        ),
      };
    case "add-step":
      if (change.after !== null) mustHave(plan, change.after);
      return withStepAfter(plan, change.after, change.step);
    case "move-step":
      mustHave(plan, change.step);
      return withStepBefore(plan, change.step, change.before);
    case "take-step-out":
      return withoutStep(plan, change.step);
    case "take-steps-out":
      return change.steps.reduce(withoutStep, plan);
    case "add-mask":
      return { ...plan, masks: withItem(plan.masks, change.mask) };
    case "mask":
      return { ...plan, masks: replaced(plan.masks, change.mask, change.mask.name, change.was) };
    case "mask-instead":
      return withMaskInstead(plan, change.mask);
    case "take-mask-out":
      return {
        ...plan,
        masks: without(plan.masks, change.key),
        holds: plan.holds.filter((hold) => hold.mask !== change.key),
      };
    case "hold":
      return { ...plan, holds: replaced(plan.holds, change.hold, change.hold.kind, change.was) };
    case "let-go":
      return { ...plan, holds: without(plan.holds, change.key) };
    case "add-focal":
      return { ...plan, focal: withItem(plan.focal, change.piece) };
    case "focal":
      return { ...plan, focal: replaced(plan.focal, change.piece, change.piece.name, change.was) };
    case "take-focal-away":
      return { ...plan, focal: without(plan.focal, change.key) };
    case "add-cut":
      return { ...plan, cuts: withItem(plan.cuts, change.cut) };
    case "cut":
      return { ...plan, cuts: replaced(plan.cuts, change.cut, change.cut.name, change.was) };
    case "drop-cut":
      return { ...plan, cuts: without(plan.cuts, change.key) };
    case "wish":
      return { ...plan, wishes: [...plan.wishes, { first: change.first, then: change.then }] };
    case "forget-wish":
      return {
        ...plan,
        wishes: plan.wishes.filter((wish) => wish.first !== change.first || wish.then !== change.then),
      };
  }
}

/**
 * A plan with changes that are not saved yet. Left out are those whose thing is gone, those the server works out, and any that cannot be
 * made at all: what is wrong with one is told when it is sent, and never keeps the card from being shown.
 */
export function withChanges(plan: PlanModel, changes: Change[]): PlanModel {
  return changes.reduce((now, change) => {
    if (!isPlanChange(change)) return now;
    try {
      return changed(now, change);
    } catch {
      return now;
    }
  }, plan);
}

/** The plan on another stock; what was measured of its inks over each other is so on the stock it was measured on alone. */
function onStock(plan: PlanModel, stock: PlanModel["stock"]): PlanModel {
  return { ...plan, stock, crossings: stock.key === plan.stock.key ? plan.crossings : [] };
}
