/** Small things stuck on: what they may be, and where new ones go. */
import type { Choice } from "./words";
import type { Step } from "../api/models";
import { t } from "../words";

export type StickOn = Extract<Step, { do: "stick-on" }>;
type Size = { width: number; height: number };

export const STUCK_CHOICES: Choice<StickOn["thing"]>[] = [
  { value: "sequins", label: t("logic.stuck.sequins"), hint: t("logic.stuck.flat") },
  { value: "gems", label: t("logic.stuck.gems") },
  { value: "pearls", label: t("logic.stuck.pearls") },
  { value: "drops", label: t("logic.stuck.drops"), hint: t("logic.stuck.hours") },
];
export const STUCK_COLOURS: Choice<StickOn["colour"]>[] = [
  { value: "clear", label: t("logic.stuck.clear") },
  { value: "white", label: t("logic.stuck.white") },
  { value: "gold", label: t("logic.stuck.gold") },
  { value: "silver", label: t("logic.stuck.silver") },
  { value: "black", label: t("logic.stuck.black") },
  { value: "rose", label: t("logic.stuck.rose") },
  { value: "blue", label: t("logic.stuck.blue") },
  { value: "green", label: t("logic.stuck.green") },
];

/** Three in a triangle about the middle, as they are set most often. */
export function threeOf(thing: StickOn["thing"], { width, height }: Size): StickOn {
  const short = Math.min(width, height);
  const at = (across: number, down: number) => ({
    x_mm: Math.round(width / 2 + across * short),
    y_mm: Math.round(height / 2 + down * short),
  });
  return {
    do: "stick-on",
    id: "",
    thing,
    colour: thing === "drops" ? "clear" : "gold",
    size_mm: 4,
    raised_mm: thing === "sequins" ? 0.4 : 1.5,
    spots: [at(-0.28, -0.2), at(0.26, -0.05), at(-0.06, 0.3)],
  };
}

/** So many spots: the last go, or new ones come in a loose spiral about the middle, each in a place of its own. */
export function withSpots(spots: StickOn["spots"], many: number, { width, height }: Size): StickOn["spots"] {
  const more = [];
  for (let n = spots.length; n < many; n++) {
    const turn = n * 2.4;
    const far = Math.min(width, height) * 0.42 * Math.sqrt((n + 1) / (many + 1));
    more.push({
      x_mm: Math.round(width / 2 + far * Math.cos(turn)),
      y_mm: Math.round(height / 2 + far * Math.sin(turn)),
    });
  }
  return [...spots.slice(0, many), ...more];
}
