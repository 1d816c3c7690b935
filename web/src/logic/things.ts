/** The shelf sorted, searched and said. */
import { plain } from "./search";
import type { Schemas } from "../api/models";
import { t } from "../words";

export type Thing = Schemas["ThingOut"];
export type ThingKind = Thing["kind"];

/** Where a thing stands on the shelf: powders and pastes are laid like inks, but stand by themselves. */
export type Room = ThingKind | "powder";
export const KINDS: { value: Room; label: string; one: string; adds: boolean }[] = [
  { value: "ink", label: t("logic.things.inks"), one: t("logic.things.ink"), adds: true },
  {
    value: "powder",
    label: t("logic.things.powdersAndPastes"),
    one: t("logic.things.powderOrPaste"),
    adds: true,
  },
  { value: "stock", label: t("logic.things.stocks"), one: t("logic.things.stock"), adds: true },
  {
    value: "stencil",
    label: t("everywhere.common.stencilsAndMasks"),
    one: t("logic.things.stencil"),
    adds: false,
  },
  { value: "stamp", label: t("logic.things.stampsAndImages"), one: t("logic.things.stamp"), adds: true },
  { value: "tool", label: t("logic.things.toolsAndBrushes"), one: t("logic.things.tool"), adds: true },
  { value: "tape", label: t("logic.things.tapes"), one: t("logic.things.tape"), adds: true },
];

export const kindIn = (room: Room): ThingKind => (room === "powder" ? "ink" : room);
export const roomOf = (thing: Thing): Room =>
  thing.ink?.kind === "powder" || thing.ink?.kind === "paste" ? "powder" : thing.kind;

/** How light a colour is, as she would sort it; CIE L* at which each begins, judgement. */
const LIGHTNESS: { value: string; label: string; from: number; below: number }[] = [
  { value: "light ones", label: t("logic.things.lightOnes"), from: 70, below: Infinity },
  { value: "middle ones", label: t("logic.things.middleOnes"), from: 45, below: 70 },
  { value: "dark ones", label: t("logic.things.darkOnes"), from: -Infinity, below: 45 },
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
    { value: "all", label: t("logic.things.everything") },
    { value: "low", label: t("logic.things.runningLow") },
    { value: "idle", label: t("logic.things.unused"), hint: t("logic.things.inHalfAYear") },
    { value: "away", label: t("logic.things.archived") },
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
  if (left === null)
    return kind === "ink" || kind === "stock" ? t("logic.supplies.plenty") : t("logic.things.oneOrMore");
  if (kind === "ink") return t("logic.things.passes", { left }, left);
  return kind === "stock" ? t("logic.things.sheets", { left }, left) : String(left);
}
