/** What can be chosen for a word, and the order it is offered in. */
import { plain } from "../../logic/search";
export interface Choice<V extends string = string> {
  value: V;
  label: string;
  hint?: string;
  colour?: string;
  /** What it is listed under; those of one group follow each other. */
  group?: string;
  /** A picture of it: outlines within the unit disc. */
  path?: string;
}

/** Chosen at the end of a word: something that is not on the shelf yet. */
export const NEW = "+new";

/** From so many on there is a field to search in, and what was taken lately comes first. */
export const MANY = 9;
export const LATELY = 6;

/** Those that hold every word of what is searched, in label or hint; a label that begins with it first. */
export function matching<V extends string>(choices: readonly Choice<V>[], search: string): Choice<V>[] {
  const words = plain(search).split(/\s+/).filter(Boolean);
  const found = choices.filter(({ label, hint }) =>
    words.every((word) => plain(`${label} ${hint ?? ""}`).includes(word)),
  );
  const begins = ({ label }: Choice<V>) => Number(plain(label).startsWith(plain(search.trim())));
  return words.length ? [...found].sort((a, b) => begins(b) - begins(a)) : found;
}

/** Those taken lately first, the last one foremost, where there are many; the others as they were. */
export function latelyFirst<V extends string>(
  choices: readonly Choice<V>[],
  lately: readonly string[],
): Choice<V>[] {
  if (choices.length < MANY) return [...choices];
  const first = lately
    .map((value) => choices.find((choice) => choice.value === value))
    .filter((choice): choice is Choice<V> => choice !== undefined && choice.value !== NEW)
    .slice(0, LATELY);
  return [...first, ...choices.filter((choice) => !first.includes(choice))];
}

/** Which is meant by letters typed quickly one after another: the next that begins with them, from the one after `from` on. */
export function typedAhead<V extends string>(
  choices: readonly Choice<V>[],
  typed: string,
  from: number,
): number {
  const same = [...typed].every((sign) => sign === typed[0]);
  const wanted = plain(same ? (typed[0] ?? "") : typed);
  const start = same ? from + 1 : Math.max(0, from);
  for (let i = 0; i < choices.length; i++) {
    const at = (start + i) % choices.length;
    if (plain(choices[at]?.label ?? "").startsWith(wanted)) return at;
  }
  return from;
}
