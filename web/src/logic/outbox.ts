/** Edits that are not saved yet, kept in the browser so that a reload, or a server that was away, loses none. */
import type { Edit } from "./edits";
import { keep, readKept } from "./storage";

const placeOf = (card: string) => `cielo.outbox.${card}`;
const asideOf = (card: string) => `cielo.aside.${card}`;
/** Of the form that edits are kept in; what was kept in another is set aside and not guessed at. */
const VERSION = 2;

interface Kept {
  edits: Edit[];
  /** Whether something was kept that is no edit of this page. */
  odd: boolean;
}

function readAll(card: string): Kept {
  const text = readKept(placeOf(card));
  if (text === null) return { edits: [], odd: false };
  try {
    const kept: unknown = JSON.parse(text);
    // Before there were versions a list of edits stood alone.
    if (Array.isArray(kept)) return { edits: kept.filter(isEdit), odd: !kept.every(isEdit) };
    if (typeof kept !== "object" || kept === null || !("version" in kept) || kept.version !== VERSION)
      return { edits: [], odd: true };
    const found = "edits" in kept && Array.isArray(kept.edits) ? kept.edits : [];
    const edits = found.filter(isEdit);
    return { edits, odd: edits.length !== found.length };
  } catch {
    return { edits: [], odd: true };
  }
}

/** What is kept for a card. What cannot be read is set aside and not lost; `odd` says that there was such. */
export function readOutbox(card: string): Kept {
  const kept = readAll(card);
  if (kept.odd) {
    setAside(card, readKept(placeOf(card)) ?? "");
    keep(placeOf(card), kept.edits.length ? JSON.stringify({ version: VERSION, edits: kept.edits }) : null);
  }
  return kept;
}
function isEdit(value: unknown): value is Edit {
  if (typeof value !== "object" || value === null) return false;
  const edit = value as Partial<Edit>;
  return typeof edit.key === "string" && typeof edit.said === "string" && typeof edit.change?.do === "string";
}

/** Keeps what could not be used beside what was set aside before, so that nothing is lost that someone may still read. */
export function setAside(card: string, text: string) {
  const before = readKept(asideOf(card));
  keep(asideOf(card), before === null ? text : `${before}\n${text}`);
}

/**
 * Keeps the edits of this window beside those of other windows of the card, which send their own; `done` are the keys of those that
 * need not be kept any more. False where the browser does not keep them: then they live as long as the page.
 */
export function writeOutbox(card: string, edits: Edit[], done: string[]): boolean {
  const own = new Set([...edits.map((edit) => edit.key), ...done]);
  const others = readAll(card).edits.filter((edit) => !own.has(edit.key));
  const all = [...others, ...edits];
  return keep(placeOf(card), all.length ? JSON.stringify({ version: VERSION, edits: all }) : null);
}
