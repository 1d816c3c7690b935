/** What of a day can be counted, and how it is said. */
import { t } from "../words";
export const COUNTED = [
  {
    field: "cards",
    label: t("everywhere.useWays.cards"),
    one: t("logic.counted.oneCard"),
    many: t("logic.counted.cardsMany"),
    most: 60,
  },
  {
    field: "makers",
    label: t("logic.counted.makersLabel"),
    one: t("logic.counted.oneMaker"),
    many: t("logic.counted.makersMany"),
    most: 9,
  },
  {
    field: "heat_tools",
    label: t("logic.counted.heatToolsLabel"),
    one: t("logic.counted.oneHeatTool"),
    many: t("logic.counted.heatToolsMany"),
    most: 9,
  },
  {
    field: "presses",
    label: t("logic.counted.pressesLabel"),
    one: t("logic.counted.onePress"),
    many: t("logic.counted.pressesMany"),
    most: 9,
  },
  {
    field: "cutters",
    label: t("logic.counted.cuttersLabel"),
    one: t("logic.counted.oneCutter"),
    many: t("logic.counted.cuttersMany"),
    most: 9,
  },
  {
    field: "stencils",
    label: t("logic.counted.stencilsLabel"),
    one: t("logic.counted.oneOfEachStencil"),
    many: t("logic.counted.stencilsMany"),
    most: 60,
  },
  {
    field: "masks",
    label: t("logic.counted.masksLabel"),
    one: t("logic.counted.oneOfEachMask"),
    many: t("logic.counted.masksMany"),
    most: 60,
  },
] as const;
export type Counted = (typeof COUNTED)[number];

export const minutesOf = (seconds: number) => Math.round(seconds / 60);
