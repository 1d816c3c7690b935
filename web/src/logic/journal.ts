/** The journal in words. */
import type { Schemas } from "../api/models";
import { t } from "../words";

type Entry = Schemas["JournalEntryOut"];

/** What a photograph told of the hand that laid a card. */
export function sayHand(hand: number): string {
  const off = Math.round(Math.abs(hand - 1) * 100);
  if (off < 5) return t("logic.journal.yourHandWasAsStrong");
  const much = off < 15 ? t("logic.journal.aLittle") : off < 35 ? "" : t("logic.journal.much");
  return t("logic.journal.yourHandWasThanPlanned", {
    much,
    hand: hand > 1 ? t("logic.journal.stronger") : t("logic.journal.lighter"),
    off,
  });
}

/** A hand beside the usual one, "10 % stronger than usual"; empty where it is the usual one. */
export function sayUsual(hand: number): string {
  const off = Math.round(Math.abs(hand - 1) * 100);
  return off < 1
    ? ""
    : t("logic.journal.thanUsual", {
        off,
        hand: hand > 1 ? t("logic.journal.stronger") : t("logic.journal.lighter"),
      });
}

/** The entries that have every word of a search somewhere in them. */
export function searched(entries: readonly Entry[], text: string): Entry[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  return entries.filter((entry) => {
    const { title, notes, next_time, lies, for_whom } = entry.facts;
    const all = [title, notes, next_time, lies, for_whom, entry.stock, ...entry.inks].join(" ").toLowerCase();
    return words.every((word) => all.includes(word));
  });
}

/** What the journal can be shown by. */
export type ShownBy = "time" | "liking" | "set" | "technique" | "ink" | "stock";
export const SHOWN: readonly { value: ShownBy; label: string }[] = [
  { value: "time", label: t("logic.journal.theLastMadeFirst") },
  { value: "liking", label: t("logic.journal.theBestLikedFirst") },
  { value: "set", label: t("logic.journal.byTheSetTheyBelong") },
  { value: "technique", label: t("logic.journal.byHowTheyWereMade") },
  { value: "ink", label: t("logic.journal.byInk") },
  { value: "stock", label: t("logic.journal.byStock") },
];

interface Group {
  /** What its cards share; empty where all stand together. */
  of: string;
  entries: Entry[];
}
const LIKED = [
  t("logic.journal.noStars"),
  t("logic.journal.oneStar"),
  t("logic.journal.twoStars"),
  t("logic.journal.threeStars"),
  t("logic.journal.fourStars"),
  t("logic.journal.fiveStars"),
];
/** Entries in the groups they are shown by, each as they came; a card of two inks stands with both. */
export function grouped(entries: readonly Entry[], by: ShownBy): Group[] {
  if (by === "time") return entries.length ? [{ of: "", entries: [...entries] }] : [];
  const groups = new Map<string, Entry[]>();
  for (const entry of entries)
    for (const of of sharedBy(entry, by)) groups.set(of, [...(groups.get(of) ?? []), entry]);
  const named = [...groups].map(([of, inIt]) => ({ of, entries: inIt }));
  return by === "liking"
    ? named.sort((a, b) => LIKED.indexOf(b.of) - LIKED.indexOf(a.of))
    : named.sort((a, b) => b.entries.length - a.entries.length || a.of.localeCompare(b.of));
}
/** What a group of cards came to: how many were made, liked and sold. */
export function sayRecord(entries: readonly Entry[]): string {
  const count = (some: readonly unknown[], did: string) => (some.length ? `, ${some.length} ${did}` : "");
  const made =
    entries.length === 1
      ? t("logic.journal.oneCardMade")
      : t("logic.journal.cardsMade", { length: entries.length });
  const liked = entries.filter(({ facts }) => facts.rating >= 4);
  return `${made}${count(liked, "liked")}${count(
    entries.filter(({ facts }) => facts.sold),
    "sold",
  )}.`;
}
function sharedBy(entry: Entry, by: ShownBy): string[] {
  if (by === "liking") return [LIKED[entry.facts.rating] ?? ""];
  if (by === "set") return [entry.group || t("logic.journal.inNoSet")];
  const shared = by === "ink" ? entry.inks : by === "stock" ? [entry.stock] : entry.techniques;
  return shared.filter(Boolean).length ? shared : [t("logic.journal.madeBeforeCielo")];
}
