/** Embossing, water and drying, what is stuck on, care and finishing. */
import type { Schemas } from "../../api/models";
import { STUCK_CHOICES, threeOf } from "../stuck";
import { t } from "../../words";
import type { Kit, NewStep } from "./kit";

export function embossingSteps(kit: Kit): NewStep[] {
  const { plan, powder, lay, whole, kindOf, shelvedOf } = kit;
  const list: NewStep[] = [];
  if (powder)
    list.push({
      value: "emboss",
      label: t("logic.newSteps.emboss"),
      hint: t("logic.newSteps.shedsTheInkLaid", { name: powder.name }),
      make: () => lay(powder.key, "dauber", whole, { touch: "full", passes: 1 }),
    });
  for (const ink of [...shelvedOf("powder"), ...shelvedOf("clear")])
    list.push({
      value: `emboss-${ink.key}`,
      label: t("logic.newSteps.embossWith", { name: ink.name }),
      hint: t("logic.newSteps.fromTheShelf"),
      ink,
      make: () => lay(ink.key, "dauber", whole, { touch: "full", passes: 1 }),
    });
  if (plan.steps.some((step) => step.do === "brush" && ["powder", "clear"].includes(kindOf(step.ink) ?? "")))
    list.push({
      value: "wipe-beads",
      label: t("logic.newSteps.wipeTheBeadsOff"),
      make: () => ({ do: "wipe-beads", id: "" }),
    });
  list.push(
    prepared("anti-static", t("logic.newSteps.useTheAntiStaticBag"), t("logic.newSteps.beforePowder")),
  );
  return list;
}

export function waterSteps({ whole }: Kit): NewStep[] {
  return [
    {
      value: "water",
      label: t("logic.newSteps.splatterWater"),
      hint: t("logic.newSteps.dropsBlottedOrLeftTo"),
      make: () => ({
        do: "water",
        id: "",
        tool: "coarse-splatter",
        region: whole,
        amount: "medium",
        blot: true,
        seed: 1,
      }),
    },
    {
      value: "dry",
      label: t("logic.newSteps.letItDry"),
      make: () => ({ do: "dry", id: "", way: "air", minutes: 5 }),
    },
  ];
}

export function stuckSteps({ w, h }: Kit): NewStep[] {
  return STUCK_CHOICES.map(({ value, label, hint }) => ({
    value: `stick-${value}`,
    label: t("everywhere.common.stickOn", { what: label }),
    hint: hint ?? t("logic.newSteps.whenAllElseIsDone"),
    make: () => threeOf(value, { width: w, height: h }),
  }));
}

function prepared(
  act: Schemas["Prepare"]["act"],
  label: string,
  hint: string,
  tool: string | null = null,
): NewStep {
  return { value: `prepare-${act}`, label, hint, make: () => ({ do: "prepare", id: "", act, tool }) };
}
export function careSteps(): NewStep[] {
  return [
    prepared("clean-tool", t("logic.newSteps.cleanATool"), t("logic.newSteps.beforeAnInkItWould"), "sponge"),
    prepared("sweep", t("logic.newSteps.sweepACleanBrushOver"), t("logic.newSteps.evensHybridInk")),
    prepared("register", t("logic.newSteps.markTheCorners"), t("logic.newSteps.beforeAPrintThatComes")),
    prepared("orient", t("logic.newSteps.decideWhichWayIsUp"), t("logic.newSteps.andTryItOnScrap")),
    prepared("turn", t("logic.newSteps.turnThePanelRound"), t("logic.newSteps.whatFollowsIsSaidSo")),
    prepared("cut", t("logic.newSteps.cutItOut"), t("logic.newSteps.whenItIsDry")),
    prepared("trim-down", t("logic.newSteps.trimItDown"), t("logic.newSteps.toGoOnSmaller")),
    prepared("trim", t("logic.newSteps.trimThePanel"), t("logic.newSteps.whenAllInkIsLaid")),
    prepared("mount", t("logic.newSteps.mountIt"), t("logic.newSteps.whenAllIsDry")),
  ];
}
