/** The words that can stand in a sentence, with what they mean. */
import type { Brush, Edge, Schemas } from "../api/models";
import { t } from "../words";

export interface Choice<T extends string> {
  value: T;
  label: string;
  hint?: string;
}

export const EDGE_CHOICES: Choice<Edge>[] = [
  { value: "top", label: t("logic.words.topEdge") },
  { value: "bottom", label: t("logic.words.bottomEdge") },
  { value: "left", label: t("logic.words.leftEdge") },
  { value: "right", label: t("logic.words.rightEdge") },
];

export const TOUCH_CHOICES: Choice<NonNullable<Brush["touch"]>>[] = [
  { value: "pale", label: t("logic.words.pale"), hint: t("logic.words.brushOffLoadedUntilItHardly") },
  { value: "light", label: t("logic.words.light"), hint: t("logic.words.offLoadedBuildsUpSlowly") },
  { value: "medium", label: t("logic.words.medium"), hint: t("logic.words.someInkLeftOnThe") },
  { value: "full", label: t("logic.words.strong"), hint: t("logic.words.straightFromThePad") },
];

export const ONTO_CHOICES: Choice<NonNullable<Brush["onto"]>>[] = [
  { value: "damp", label: t("logic.words.whileItIsDamp"), hint: t("logic.words.blendsIntoWhatIsThere") },
  { value: "dry", label: t("logic.words.asACleanLayerOn"), hint: t("logic.words.keepsItsOwnEdgeAnd") },
  { value: "wet", label: t("logic.words.intoTheInkThatIs"), hint: t("logic.words.theTwoMixAndMake") },
];

export const WAY_CHOICES: Choice<NonNullable<Schemas["Dry"]["way"]>>[] = [
  { value: "air", label: t("everywhere.common.inTheAir") },
  { value: "blot", label: t("everywhere.common.byBlotting") },
  {
    value: "heat",
    label: t("everywhere.common.withTheHeatTool"),
    hint: t("logic.words.keepItMovingItBurns"),
  },
];

export const FADE_CHOICES: Choice<Edge | "none">[] = [
  { value: "none", label: t("logic.words.outToEveryEdge") },
  ...EDGE_CHOICES.map((edge) => ({ ...edge, label: t("logic.words.fadingAtThe", { label: edge.label }) })),
];

export const PRINT_CHOICES: Choice<NonNullable<Brush["touch"]>>[] = [
  { value: "first", label: t("logic.words.freshlyInked") },
  { value: "second", label: t("logic.words.aSecondPrintWithoutInking"), hint: t("logic.words.paler") },
  { value: "third", label: t("logic.words.aThirdPrintWithoutInking"), hint: t("logic.words.palerStill") },
];

export const RELATION_CHOICES: Choice<string>[] = [
  { value: "again", label: t("logic.words.onceMoreOver"), hint: t("logic.words.deeper") },
  { value: "uninked", label: t("logic.words.withWhatIsLeft"), hint: t("logic.words.paler") },
  { value: "behind", label: t("logic.words.behindIt") },
  { value: "in-front", label: t("logic.words.inFrontOfIt") },
  { value: "none", label: t("logic.words.unrelated") },
];

export const FACE_CHOICES: Choice<Schemas["Words"]["face"]>[] = [
  { value: "plain", label: t("logic.words.plainLetters") },
  { value: "roman", label: t("logic.words.romanLetters"), hint: t("logic.words.withFeet") },
  { value: "script", label: t("logic.words.script"), hint: t("logic.words.asIfWritten") },
];

export const STANDS_CHOICES: Choice<"stands" | "hangs">[] = [
  { value: "stands", label: t("logic.words.standing"), hint: t("logic.words.onWhatIsBelowIt") },
  { value: "hangs", label: t("logic.words.hanging"), hint: t("logic.words.fromWhatIsAboveIt") },
];

export const AMOUNT_CHOICES: Choice<Schemas["Water"]["amount"]>[] = [
  { value: "fine", label: t("logic.words.aFewDrops") },
  { value: "medium", label: t("logic.words.aGoodSprinkle") },
  { value: "heavy", label: t("logic.words.reallyWet") },
];

export const BLOT_CHOICES: Choice<"true" | "false">[] = [
  { value: "true", label: t("logic.words.blotIt"), hint: t("logic.words.takesMostOfWhatThe") },
  { value: "false", label: t("logic.words.letItDryWhereIt"), hint: t("logic.words.leavesDarkRims") },
];

export const ORIGIN_CHOICES: Choice<"edges" | "corners">[] = [
  { value: "edges", label: t("logic.words.theEdges") },
  { value: "corners", label: t("logic.words.theCorners") },
];

export const ARRANGEMENT_CHOICES: Choice<"scattered" | "triangle">[] = [
  {
    value: "scattered",
    label: t("logic.words.smallerOnesInTheGaps"),
    hint: t("logic.words.largeFirstThenMiddleThen"),
  },
  {
    value: "triangle",
    label: t("logic.words.threeInATriangle"),
    hint: t("logic.words.aColourRepeatedInThrees"),
  },
];

export const ORDER_SCHOOLS = [
  {
    value: "light-to-dark" as const,
    label: t("everywhere.common.lightToDark"),
    hint: t("logic.words.keepsLightPadsAndBrushes"),
  },
  {
    value: "there-and-back" as const,
    label: t("logic.words.thereAndBack"),
    hint: t("logic.words.aThinPassOfAll"),
  },
  {
    value: "dark-rim-first" as const,
    label: t("logic.words.darkRimFirst"),
    hint: t("logic.words.thenTheLightOverIt"),
  },
];
export const BRUSH_SCHOOLS = [
  { value: "one-per-ink" as const, label: t("logic.words.oneBrushForEachInk") },
  {
    value: "one-per-family" as const,
    label: t("logic.words.oneBrushForEachFamily"),
    hint: t("logic.words.yellowGreenBluePinkPurpleBrownGrey"),
  },
  { value: "as-few-as-stay-clean" as const, label: t("logic.words.asFewBrushesAsStay") },
];
