/** A day plan as rows to draw: one for each maker and shared tool, and one for the cards that dry by themselves. */
import type { Schemas } from "../api/models";
import { sayHour } from "./time";

type Entry = Schemas["EntryOut"];

export interface Row {
  name: string;
  entries: Entry[];
  drying: boolean;
  /** How far down a drying card's line lies, px, so that lines at the same time do not lie over each other. */
  depth: Map<Entry, number>;
}

const LINE = 6;

export function rowsOf(entries: Entry[]): Row[] {
  const names = [...new Set(entries.flatMap((entry) => entry.by))].sort(
    (a, b) => Number(b.startsWith("maker")) - Number(a.startsWith("maker")) || a.localeCompare(b),
  );
  const rows: Row[] = names.map((name) => ({
    name,
    entries: entries.filter((entry) => entry.by.includes(name)),
    drying: false,
    depth: new Map(),
  }));
  const drying = entries.filter((entry) => !entry.by.length);
  if (drying.length) rows.push({ name: "drying", entries: drying, drying: true, depth: depths(drying) });
  return rows;
}

/** The first line that is free when each begins. */
function depths(entries: Entry[]): Map<Entry, number> {
  const ends: number[] = [];
  const depth = new Map<Entry, number>();
  for (const entry of [...entries].sort((a, b) => a.start_s - b.start_s || a.card - b.card)) {
    let line = ends.findIndex((end) => end <= entry.start_s);
    if (line < 0) line = ends.length;
    ends[line] = entry.end_s;
    depth.set(entry, 4 + (line % 8) * LINE);
  }
  return depth;
}

/** Marks at round times of the day, six to twelve of them: seconds from the start, and the hour. */
export function hourMarks(length: number, startMinutes: number): { s: number; label: string }[] {
  const every = [5, 10, 15, 30, 60, 120].find((minutes) => length / 60 / minutes <= 10) ?? 240;
  const first = Math.ceil(startMinutes / every) * every;
  const marks = [];
  for (let at = first; (at - startMinutes) * 60 <= length; at += every)
    marks.push({ s: (at - startMinutes) * 60, label: sayHour(at * 60) });
  return marks;
}
