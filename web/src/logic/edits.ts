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
import {
  withMaskInstead,
  withOtherInks,
  withRecipe,
  withInk,
  withShield,
  replaced,
  without,
  withItem,
  mustHave,
} from "./reworking";
import {
  sheetInstead,
  spellAgain,
  stepsOf,
  withoutStep,
  withStepAfter,
  withStepBefore,
  withWord,
} from "./steps";
import { withGiven } from "./given";

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
  /** A step with what it takes that is not on the card yet. */
  | { do: "add-step"; after: string | null; step: Step; ink?: InkModel; mask?: Mask }
  /** An ink of the shelf laid by a step, and the tool that goes with it. */
  | { do: "ink-word"; step: string; ink: InkModel; tool: string }
  /** Another sheet laid by a step, and wiped, worked round, through and lifted until it comes off. */
  | { do: "sheet-instead"; lay: string; mask: Mask }
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
  | { do: "stencil"; stencil: string; lay?: boolean; after?: string | null; instead?: string | null }
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
      return withStepAfter(
        {
          ...plan,
          inks: change.ink ? withItem(plan.inks, change.ink) : plan.inks,
          masks: change.mask ? withItem(plan.masks, change.mask) : plan.masks,
        },
        change.after,
        change.step,
      );
    case "ink-word": {
      mustHave(plan, change.step);
      const taken = { ...plan, inks: withItem(plan.inks, change.ink) };
      return withWord(withWord(taken, change.step, "ink", change.ink.key), change.step, "tool", change.tool);
    }
    case "sheet-instead":
      mustHave(plan, change.lay);
      return sheetInstead(plan, change.lay, change.mask);
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
    case "take-mask-out": {
      const rest = stepsOf(plan.steps, change.key).reduce(withoutStep, plan);
      return {
        ...rest,
        masks: without(plan.masks, change.key),
        holds: plan.holds.filter((hold) => hold.mask !== change.key),
      };
    }
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
