/** Of what a card's page is, for its head: the name, and its inks as Crossings wants them. */
import type { CardOut } from "../api/models";
import { wholeOf } from "./beside";

export function waysOf(of: string, card: CardOut | null) {
  // The ways of a piece are those of its card.
  const id = wholeOf(of);
  if (!card) return { id };
  const { plan } = card;
  return {
    id,
    title: plan.title,
    crossings: { stock: plan.stock.key, inks: plan.inks.map((ink) => ink.key).join(","), units: plan.units },
  };
}
