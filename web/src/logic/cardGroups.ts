/** Cards searched and in their groups. */
import { plain } from "./search";
import type { CardSummary } from "../api/models";

/** Groups by name, then what is in none; within each the last changed first, as they come. Only cards that hold every word searched. */
export function grouped(
  cards: readonly CardSummary[],
  search: string,
): { name: string; cards: CardSummary[] }[] {
  const words = plain(search).split(/\s+/).filter(Boolean);
  const found = cards.filter((card) => {
    const text = plain([card.title, card.group, card.stock, ...card.inks].join(" "));
    return words.every((word) => text.includes(word));
  });
  const names = [...new Set(found.map((card) => card.group))].sort((a, b) =>
    a && b ? a.localeCompare(b, undefined, { numeric: true }) : a ? -1 : 1,
  );
  return names.map((name) => ({ name, cards: found.filter((card) => card.group === name) }));
}
