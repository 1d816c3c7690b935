/** Where something inked is strongest: the choices, and how a choice is written into the plan. */
import type { Schemas } from "../api/models";
import type { Choice } from "../components/word/choice";
import { t } from "../words";

export type Shade = Schemas["Inside"]["shaded_from"];
type Opening = Schemas["OpeningOut"];

/** More openings than these are not listed to shade towards. */
const MOST_LISTED = 60;

export function shadeChoices(openings: readonly Opening[]): Choice[] {
  const towards = openings.length <= MOST_LISTED ? openings : [];
  return [
    { value: "none", label: t("logic.shade.evenly") },
    ...["top", "bottom", "left", "right"].map((edge) => ({
      value: edge,
      label: t("logic.shade.strongestAtTheSide", { edge }),
    })),
    { value: "sides", label: t("logic.shade.strongestAtBothSides"), hint: t("logic.shade.itLooksRound") },
    { value: "middle", label: t("logic.shade.strongestInTheMiddle"), hint: t("logic.shade.fadingToTheRim") },
    { value: "rim", label: t("logic.shade.strongestAlongTheRim"), hint: t("logic.shade.theMiddleLeftPale") },
    ...(openings.some(({ key, flower }) => key !== flower)
      ? [
          { value: "heart", label: t("logic.shade.heart"), hint: t("logic.shade.heartHint") },
          { value: "away", label: t("logic.shade.away") },
        ]
      : []),
    { value: "angle", label: t("logic.shade.strongestAtASideYou") },
    ...towards.map(({ key, called }) => ({
      value: `to ${key}`,
      label: t("logic.shade.strongestTowards", { called }),
    })),
  ];
}

/** The choice that a shade is. */
export function choiceOf(shade: Shade): string {
  if (shade === null || shade === undefined) return "none";
  if (typeof shade === "number") return "angle";
  return typeof shade === "string" ? shade : t("logic.shade.to", { opening: shade.opening });
}

/** The shade that a choice is; an angle begins at the upper right. */
export function shadeOf(choice: string): Shade {
  if (choice === "none") return null;
  if (choice === "angle") return 45;
  return choice.startsWith("to ") ? { opening: choice.slice(3) } : (choice as Shade);
}
