/** Openings of a stencil that are taken together. */
import type { Schemas } from "../api/models";

type Opening = Schemas["OpeningOut"];
type Named = Schemas["NamedOpening"];
/** What a press on one of them takes: it alone, its flower, all of its shape, all of its shape and size. */
export type Takes = "one" | "flower" | "shape" | "size";
type Point = readonly [number, number];

/** All openings that go by a name of the maker's. */
export const openingsOf = ({ opening, others = [] }: Named): string[] => [opening, ...others];

/** What is named after openings are called by a name; with no name they lose the one they go by together. */
export function withName(named: readonly Named[], keys: readonly string[], name: string): Named[] {
  const same = (one: Named) => [...openingsOf(one)].sort().join() === [...keys].sort().join();
  const others = named.filter((one) => !same(one));
  const [opening, ...more] = keys;
  return name && opening ? [...others, { opening, name, others: more }] : others;
}

/** Which openings a line drawn round them encloses, by their middles; a line that ends far from where it began encloses nothing. */
export function enclosed(line: readonly Point[], middles: ReadonlyMap<string, Point>): string[] {
  const [from, to] = [line[0], line.at(-1)];
  if (!from || !to) return [];
  const far = Math.max(...line.map(([x, y]) => Math.hypot(x - from[0], y - from[1])));
  if (Math.hypot(to[0] - from[0], to[1] - from[1]) > far / 2) return [];
  const within = ([x, y]: Point) =>
    line.reduce((odd, [x1, y1], i) => {
      const [x2, y2] = line[(i + 1) % line.length] ?? from;
      return y1 > y !== y2 > y && x < x1 + ((y - y1) / (y2 - y1)) * (x2 - x1) ? !odd : odd;
    }, false);
  return [...middles].filter(([, at]) => within(at)).map(([key]) => key);
}

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
