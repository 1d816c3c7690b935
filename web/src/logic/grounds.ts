/** Which grounds can be laid with how many colours. */
import type { InkModel, Schemas } from "../api/models";
import { t } from "../words";

export type Ground = Schemas["GroundOut"];

/** Kinds that are no colours: what a ground takes of them it fetches by itself. */
const ASIDE = ["powder", "clear", "white", "paste"];
export function coloursOf(inks: InkModel[]): number {
  return inks.filter((ink) => !ASIDE.includes(ink.kind)).length;
}
export function fits(ground: Ground, colours: number): boolean {
  return colours >= ground.fewest && colours <= ground.most;
}
/** `two`, `2 to 5`: the colours it takes. */
export function sayColours(ground: Ground): string {
  return ground.fewest === ground.most
    ? `${ground.fewest}`
    : t("logic.grounds.to", { fewest: ground.fewest, most: ground.most });
}
