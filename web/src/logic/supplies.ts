/** What is left on the shelf, as it is said and written. */
import type { Schemas } from "../api/models";
import { t } from "../words";

type Supply = Schemas["SupplyOut"];

/** Not counted: there is more than any batch takes. */
export const PLENTY = Infinity;
const MOST = 9999;

/** `, 6 panels`, `, 36 passes`; of a tool one is enough. */
export function sayWanted({ kind, wanted }: Pick<Supply, "kind" | "wanted">): string {
  if (kind === "tool") return "";
  return kind === "stock"
    ? t("logic.supplies.panels", { wanted }, wanted)
    : t("logic.supplies.passes", { wanted }, wanted);
}

export function sayLeft(left: number): string {
  if (left === PLENTY) return t("logic.supplies.plenty");
  return left === 0 ? t("logic.supplies.none") : String(left);
}

/** Reads what `sayLeft` says, or a whole number; null for anything else. */
export function readLeft(text: string): number | null {
  const word = text.trim().toLowerCase();
  if (word === t("logic.supplies.plenty")) return PLENTY;
  if (word === t("logic.supplies.none")) return 0;
  return /^\d{1,4}$/.test(word) ? Number(word) : null;
}

/** One tap up or down from `left`; from plenty down begins at what is wanted, and a tool is there or it is not. */
export function tapLeft({ kind, wanted }: Pick<Supply, "kind" | "wanted">, left: number, by: 1 | -1): number {
  if (kind === "tool") return by > 0 ? PLENTY : 0;
  if (left === PLENTY) return by > 0 ? PLENTY : wanted;
  return Math.min(MOST, Math.max(0, left + by));
}
