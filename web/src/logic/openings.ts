/** Openings of a stencil that are taken together. */
import type { Schemas } from "../api/models";

type Opening = Schemas["OpeningOut"];
/** What a press on one of them takes: it alone, its flower, all of its shape, all of its shape and size. */
export type Takes = "one" | "flower" | "shape" | "size";

/** The keys of the openings that are taken with one, itself among them. */
export function togetherWith(openings: readonly Opening[], key: string, takes: Takes): string[] {
  const of = openings.find((opening) => opening.key === key);
  if (!of || takes === "one") return [key];
  return openings.filter((opening) => opening[takes] === of[takes]).map((opening) => opening.key);
}

/** Which of these make a difference on a stencil: it alone always does. */
export function takesOn(openings: readonly Opening[]): Takes[] {
  const groups = (takes: "flower" | "shape" | "size") =>
    new Set(openings.map((opening) => opening[takes])).size;
  const some = (takes: "flower" | "shape" | "size") => groups(takes) < openings.length;
  const all: Takes[] = ["one"];
  if (some("flower")) all.push("flower");
  if (some("size")) all.push("size");
  if (some("shape") && groups("shape") !== groups("size")) all.push("shape");
  return all;
}
