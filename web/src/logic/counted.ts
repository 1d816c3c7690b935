/** What of a day can be counted, and how it is said. */
import { t } from "../words";
export const COUNTED = [
  {
    field: "cards",
    label: t("logic.counted.cards"),
    one: t("logic.counted.oneCard"),
    many: t("logic.counted.cards2"),
    most: 60,
  },
  {
    field: "makers",
    label: t("logic.counted.makers"),
    one: t("logic.counted.oneMaker"),
    many: t("logic.counted.makers2"),
    most: 9,
  },
  {
    field: "heat_tools",
    label: t("logic.counted.heatTools"),
    one: t("logic.counted.oneHeatTool"),
    many: t("logic.counted.heatTools2"),
    most: 9,
  },
  {
    field: "presses",
    label: t("logic.counted.presses"),
    one: t("logic.counted.onePress"),
    many: t("logic.counted.presses2"),
    most: 9,
  },
  {
    field: "cutters",
    label: t("logic.counted.cutters"),
    one: t("logic.counted.oneCutter"),
    many: t("logic.counted.cutters2"),
    most: 9,
  },
  {
    field: "stencils",
    label: t("logic.counted.ofEachStencil"),
    one: t("logic.counted.oneOfEachStencil"),
    many: t("logic.counted.ofEachStencil2"),
    most: 60,
  },
  {
    field: "masks",
    label: t("logic.counted.ofEachMask"),
    one: t("logic.counted.oneOfEachMask"),
    many: t("logic.counted.ofEachMask2"),
    most: 60,
  },
] as const;
export type Counted = (typeof COUNTED)[number];

export const minutesOf = (seconds: number) => Math.round(seconds / 60);
