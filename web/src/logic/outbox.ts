/** Edits that are not saved yet, kept in the browser so that a reload, or a server that was away, loses none. */
import type { Edit } from "./edits";

const placeOf = (card: string) => `cielo.outbox.${card}`;

/** What is kept for a card; nothing where nothing can be read. */
export function readOutbox(card: string): Edit[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(placeOf(card)) ?? "[]");
    return Array.isArray(kept) ? kept.filter(isEdit) : [];
  } catch {
    return [];
  }
}
function isEdit(value: unknown): value is Edit {
  if (typeof value !== "object" || value === null) return false;
  const edit = value as Partial<Edit>;
  return typeof edit.key === "string" && typeof edit.said === "string" && typeof edit.change?.do === "string";
}

/**
 * Keeps the edits of this window beside those of other windows of the card, which send their own; `done` are the keys of those that
 * need not be kept any more. Where the browser has no room the edits live as long as the page.
 */
export function writeOutbox(card: string, edits: Edit[], done: string[]) {
  const own = new Set([...edits.map((edit) => edit.key), ...done]);
  const others = readOutbox(card).filter((edit) => !own.has(edit.key));
  try {
    if (others.length + edits.length)
      localStorage.setItem(placeOf(card), JSON.stringify([...others, ...edits]));
    else localStorage.removeItem(placeOf(card));
  } catch {
    return;
  }
}
