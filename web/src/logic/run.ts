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
