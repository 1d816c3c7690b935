/** The size of a card that is begun. */
import type { Schemas } from "../api/models";
import { t } from "../words";

export interface Sizes {
  /** A usual format, or null for one's own size. */
  format: string | null;
  width_mm: number;
  height_mm: number;
  across: boolean;
  fold: "left" | "right" | "top" | "bottom";
  /** The panel's own size, where it is not to be the card less a usual rim. */
  panel: { width_mm: number; height_mm: number } | null;
}
export const FOLDS: { value: Sizes["fold"]; label: string; hint?: string }[] = [
  { value: "left", label: t("logic.startSizes.atTheLeft") },
  { value: "right", label: t("logic.startSizes.atTheRight"), hint: t("logic.startSizes.forTheLeftHand") },
  { value: "top", label: t("logic.startSizes.atTheTop") },
  { value: "bottom", label: t("logic.startSizes.atTheBottom") },
];
/** How the server is told. */
export function asBody(sizes: Sizes) {
  return {
    ...(sizes.format
      ? { format: sizes.format, across: sizes.across }
      : { width_mm: sizes.width_mm, height_mm: sizes.height_mm, across: false }),
    fold: sizes.fold,
    ...(sizes.panel ? { panel_width_mm: sizes.panel.width_mm, panel_height_mm: sizes.panel.height_mm } : {}),
  };
}
/** How large the card will be as it lies, mm. */
export function cardOf(sizes: Sizes, formats: Schemas["FormatOut"][]): { width: number; height: number } {
  const format = formats.find((f) => f.key === sizes.format);
  const [w, h] = format ? [format.width_mm, format.height_mm] : [sizes.width_mm, sizes.height_mm];
  const [width, height] = sizes.format && sizes.across ? [h, w] : [w, h];
  return { width, height };
}
/** How large the panel will be, mm. */
export function panelOf(sizes: Sizes, formats: Schemas["FormatOut"][]): { width: number; height: number } {
  if (sizes.panel) return { width: sizes.panel.width_mm, height: sizes.panel.height_mm };
  const reveal = 2 * (formats.find((f) => f.key === sizes.format)?.reveal_mm ?? 25.4 / 8);
  const { width, height } = cardOf(sizes, formats);
  return { width: width - reveal, height: height - reveal };
}
