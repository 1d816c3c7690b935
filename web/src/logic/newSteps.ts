/** Steps that can be added to a plan, group by group: with what is on the card, and with what is on the shelf. */
import type { CardOut, Step } from "../api/models";
import { t } from "../words";
import { inkSteps } from "./newSteps/ink";
import { ASIDE, kitOf, type NewStep, type Shelved } from "./newSteps/kit";
import { careSteps, embossingSteps, stuckSteps, waterSteps } from "./newSteps/others";
import { printSteps } from "./newSteps/prints";
import { sheetSteps } from "./newSteps/sheets";

export type { NewStep, Shelved } from "./newSteps/kit";

const NOTHING: Shelved = { inks: [], motifs: [], designs: [] };
const GROUPS = [
  { group: t("logic.newSteps.groupInk"), of: inkSteps },
  { group: t("logic.newSteps.groupMasks"), of: sheetSteps },
  { group: t("logic.newSteps.groupPrints"), of: printSteps },
  { group: t("logic.newSteps.groupPowder"), of: embossingSteps },
  { group: t("logic.newSteps.groupWater"), of: waterSteps },
  { group: t("logic.newSteps.groupStuck"), of: stuckSteps },
  { group: t("logic.newSteps.groupCare"), of: careSteps },
];

/** What can be added after a step. */
export function newSteps(card: CardOut, after: Step | undefined, shelved: Shelved = NOTHING): NewStep[] {
  const kit = kitOf(card, after, shelved);
  return GROUPS.flatMap(({ group, of }) =>
    of(kit).map((one) => ({ ...withItsInk(one, card, shelved), group })),
  );
}

/** A step with the ink of the shelf that it lays, where that is not on the card. */
function withItsInk(one: NewStep, card: CardOut, shelved: Shelved): NewStep {
  if (one.ink || card.plan.inks.some(({ kind }) => !ASIDE.has(kind))) return one;
  const step = one.make();
  const key = step.do === "brush" ? step.ink : null;
  const ink = shelved.inks.find((other) => other.key === key);
  return ink && !card.plan.inks.some((other) => other.key === key) ? { ...one, ink } : one;
}
