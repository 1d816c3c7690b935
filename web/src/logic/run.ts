/** The one run of work for the panel and its pieces, as the server has it: what each step is kept under, in order. */
import type { CardOut } from "../api/models";
import { OF } from "./beside";

/** A piece, and how many steps in a row are done to it. */
export interface DoneBeside {
  key: string;
  name: string;
  steps: number;
}

/** What is done to pieces before each step of the panel, by its id; under "" what is done after its last. Nothing on a piece's own page. */
export function doneBeside(
  card: Pick<CardOut, "piece" | "pieces" | "run"> | null,
): Map<string, DoneBeside[]> {
  const before = new Map<string, DoneBeside[]>();
  let waiting: DoneBeside[] = [];
  for (const kept of card && !card.piece ? card.run : []) {
    const [part, id] = kept.includes(OF) ? kept.split(OF) : ["", kept];
    if (!part) {
      if (waiting.length) before.set(id ?? "", waiting);
      waiting = [];
      continue;
    }
    const last = waiting[waiting.length - 1];
    if (last?.key === part) last.steps++;
    else
      waiting.push({ key: part, name: card?.pieces.find(({ key }) => key === part)?.name ?? "", steps: 1 });
  }
  if (waiting.length) before.set("", waiting);
  return before;
}

/** The part that a step is of, by what it is kept under: the key of a piece, or "" for the panel. */
export const partOf = (kept: string) => (kept.includes(OF) ? (kept.split(OF)[0] ?? "") : "");

/** Whose turn it is at the bench, by the run of the whole card. */
export interface Turn {
  /** A part of which something comes before the step in hand and is not done; null where none does. */
  first: string | null;
  /** The part that is worked on once the step in hand is done, where that is another; null where this one goes on, or all is done. */
  then: string | null;
}

/** Whose turn it is while a step of a part is in hand; ``made``: whether that part is made. */
export function turnOf(
  run: readonly string[],
  done: readonly string[],
  part: string,
  step: string,
  made: boolean,
): Turn {
  const here = part ? `${part}${OF}${step}` : step;
  const at = run.indexOf(here);
  const left = new Set(done);
  const open = (kept: string) => !left.has(kept) && kept !== here;
  // What lies before the step in hand on its own part counts as done: that is what standing there means.
  const first = made
    ? undefined
    : run.slice(0, Math.max(0, at)).find((kept) => open(kept) && partOf(kept) !== part);
  const after = made ? run.find(open) : run.slice(at + 1).find(open);
  const then = after === undefined ? null : partOf(after);
  return { first: first === undefined ? null : partOf(first), then: then === part ? null : then };
}
