/** The journal in words. */
import type { Schemas } from "../api/models";

type Entry = Schemas["JournalEntryOut"];

/** What a photograph told of the hand that laid a card. */
export function sayHand(hand: number): string {
  const off = Math.round(Math.abs(hand - 1) * 100);
  if (off < 5) return "Your hand was as strong as planned.";
  const much = off < 15 ? "a little " : off < 35 ? "" : "much ";
  return `Your hand was ${much}${hand > 1 ? "stronger" : "lighter"} than planned, by about ${off} %.`;
}

/** A hand beside the usual one, "10 % stronger than usual"; empty where it is the usual one. */
export function sayUsual(hand: number): string {
  const off = Math.round(Math.abs(hand - 1) * 100);
  return off < 1 ? "" : `${off} % ${hand > 1 ? "stronger" : "lighter"} than usual`;
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
