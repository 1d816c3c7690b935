/** The shelf sorted, searched and said. */
import { plain } from "./search";
import type { Schemas } from "../api/models";

export type Thing = Schemas["ThingOut"];
export type ThingKind = Thing["kind"];

/** Where a thing stands on the shelf: powders and pastes are laid like inks, but stand by themselves. */
export type Room = ThingKind | "powder";
export const KINDS: { value: Room; label: string; one: string; adds: boolean }[] = [
  { value: "ink", label: "Inks", one: "ink", adds: true },
  { value: "powder", label: "Powders and pastes", one: "powder or paste", adds: true },
  { value: "stock", label: "Stocks", one: "stock", adds: true },
  { value: "stencil", label: "Stencils and masks", one: "stencil", adds: false },
  { value: "stamp", label: "Stamps and images", one: "stamp", adds: true },
  { value: "tool", label: "Tools and brushes", one: "tool", adds: true },
  { value: "tape", label: "Tapes", one: "tape", adds: true },
];

export const kindIn = (room: Room): ThingKind => (room === "powder" ? "ink" : room);
export const roomOf = (thing: Thing): Room =>
  thing.ink?.kind === "powder" || thing.ink?.kind === "paste" ? "powder" : thing.kind;

/** How light a colour is, as she would sort it; CIE L* at which each begins, judgement. */
const LIGHTNESS: { value: string; label: string; from: number; below: number }[] = [
  { value: "light ones", label: "light ones", from: 70, below: Infinity },
  { value: "middle ones", label: "middle ones", from: 45, below: 70 },
  { value: "dark ones", label: "dark ones", from: -Infinity, below: 45 },
];
const sayLightness = (thing: Thing) =>
  thing.hexes.length
    ? LIGHTNESS.find(({ from, below }) => thing.lightness >= from && thing.lightness < below)?.value
    : undefined;
const groupsOf = (thing: Thing) => [
  thing.ink?.kind,
  thing.family,
  thing.stock?.paper.surface,
  sayLightness(thing),
];

export interface Filter {
  search: string;
  /** A kind of ink, a family of colours, how light, "low", "away" or "idle"; null shows all on the shelf. */
  only: string | null;
  sort: "shelf" | "light" | "family" | "name";
}
/** So long without a card that takes it, days, and it is not used for long. */
const IDLE_DAYS = 180;

/** The things of a kind that a filter lets through, in its order. `today` as ISO 8601. */
export function shown(things: readonly Thing[], room: Room, filter: Filter, today: string): Thing[] {
  const words = plain(filter.search).split(/\s+/).filter(Boolean);
  const idleBefore = new Date(Date.parse(today) - IDLE_DAYS * 86_400_000).toISOString().slice(0, 10);
  const found = things.filter((thing) => {
    if (roomOf(thing) !== room || thing.away !== (filter.only === "away")) return false;
    if (filter.only === "low" && !thing.low) return false;
    if (filter.only === "idle" && thing.last_used > idleBefore) return false;
    const group = groupsOf(thing);
    if (filter.only && !["low", "away", "idle"].includes(filter.only) && !group.includes(filter.only))
      return false;
    const text = plain([thing.name, thing.facts.place, thing.facts.note, ...group].join(" "));
    return words.every((word) => text.includes(word));
  });
  if (filter.sort === "light")
    found.sort((a, b) => b.lightness - a.lightness || a.name.localeCompare(b.name));
  if (filter.sort === "name")
    found.sort((a, b) => a.name.localeCompare(b.name, undefined, { numeric: true }));
  if (filter.sort === "family")
    found.sort((a, b) => a.family.localeCompare(b.family) || b.lightness - a.lightness);
  return found;
}

/** What a filter may be, for what is there. */
export function filtersFor(
  things: readonly Thing[],
  room: Room,
): { value: string; label: string; hint?: string }[] {
  const there = things.filter((thing) => roomOf(thing) === room);
  const lights: (string | undefined)[] = LIGHTNESS.map(({ value }) => value);
  const groups = [...new Set(there.flatMap(groupsOf))];
  return [
    { value: "all", label: "everything" },
    { value: "low", label: "what runs low" },
    { value: "idle", label: "what was not used for long", hint: "in half a year" },
    { value: "away", label: "what is put away" },
    ...LIGHTNESS.filter(({ value }) => groups.includes(value)),
    ...groups
      .filter((group): group is string => !!group && !lights.includes(group))
      .sort()
      .map((group) => ({ value: group, label: group })),
  ];
}

/** What is counted of a thing, in words: `12 passes left of 60`. */
export function sayLeft({ kind, facts }: Pick<Thing, "kind" | "facts">): string {
  const left = facts.left ?? null;
  if (left === null) return kind === "ink" || kind === "stock" ? "plenty" : "one or more";
  const unit = kind === "ink" ? ["pass", "passes"] : kind === "stock" ? ["sheet", "sheets"] : ["", ""];
  return `${left} ${unit[left === 1 ? 0 : 1]}`.trim();
}
