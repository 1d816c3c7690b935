/** What is cut from the panel or for it. */
import type { Cut, PlanModel } from "../api/models";
import { onRuler } from "./length";
import { t } from "../words";

export const USES: { value: Cut["use"]; label: string; short: string; hint: string }[] = [
  {
    value: "window",
    label: t("logic.cuts.aWindow"),
    short: t("logic.cuts.window"),
    hint: t("logic.cuts.cutOutOfThePanel"),
  },
  {
    value: "frame",
    label: t("logic.cuts.aFrame"),
    short: t("logic.cuts.frame"),
    hint: t("logic.cuts.aRimOfTheMats"),
  },
  {
    value: "spotlight",
    label: t("logic.cuts.aSpotlight"),
    short: t("logic.cuts.spotlight"),
    hint: t("logic.cuts.cutOutLaidOnA"),
  },
  {
    value: "strip",
    label: t("logic.beside.aStrip"),
    short: t("logic.cuts.strip"),
    hint: t("logic.cuts.ofInkedCardMountedOn"),
  },
  {
    value: "sentiment",
    label: t("logic.cuts.aSentimentStrip"),
    short: t("logic.cuts.sentimentStrip"),
    hint: t("logic.cuts.wordsOnTheirOwnStrip"),
  },
];

/** A new cut of a use, with a key that no other has, in a place and size that suit the panel. */
export function newCut(use: Cut["use"], plan: PlanModel, width: number, height: number): Cut {
  const taken = new Set(plan.cuts.map((cut) => cut.key));
  let number = 1;
  while (taken.has(`${use}-${number}`)) number++;
  const short = USES.find((u) => u.value === use)?.short ?? use;
  const mark = (mm: number) => onRuler(mm, plan.units);
  const strip = use === "strip" || use === "sentiment";
  return {
    key: `${use}-${number}`,
    name: number === 1 ? short : `${short} ${number}`,
    use,
    outline: use === "spotlight" ? "round" : "rectangle",
    x_mm: width / 2,
    y_mm: mark(height * (strip ? 0.85 : 0.42)),
    width_mm: mark(width * (strip ? 0.7 : 0.4)),
    height_mm: strip ? mark(12) : mark(width * 0.4),
    angle_deg: 0,
    rim_mm: mark(6),
  };
}

export const ENVELOPES: { value: PlanModel["card"]["envelope"]; label: string; hint?: string }[] = [
  { value: "folded", label: t("logic.cuts.oneFoldedToMeasure"), hint: t("logic.cuts.fromASquareSheet") },
  { value: "quarter", label: t("logic.cuts.of534438") },
  { value: "five-seven", label: t("logic.cuts.of714514") },
  { value: "six-square", label: t("logic.cuts.of612InSquare") },
  { value: "slim", label: t("logic.cuts.of878378") },
  { value: "c6", label: t("logic.cuts.c6"), hint: t("logic.cuts.of162114Cm") },
  { value: "dl", label: t("logic.cuts.dl"), hint: t("logic.cuts.of2211Cm") },
  { value: "c5", label: t("logic.cuts.c5"), hint: t("logic.cuts.of229162Cm") },
];
