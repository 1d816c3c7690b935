import { keep, readKept } from "../../logic/storage";

/** What was taken lately, by the label of the word; kept with the browser. */
const PLACE = "cielo.lately";
const MOST = 6;

function all(): Record<string, string[]> {
  try {
    const kept: unknown = JSON.parse(readKept(PLACE) ?? "{}");
    return typeof kept === "object" && kept !== null ? (kept as Record<string, string[]>) : {};
  } catch {
    return {};
  }
}
export function latelyTaken(label: string): string[] {
  const kept = all()[label];
  return Array.isArray(kept) ? kept : [];
}
export function take(label: string, value: string) {
  const kept = [value, ...latelyTaken(label).filter((other) => other !== value)].slice(0, MOST);
  keep(PLACE, JSON.stringify({ ...all(), [label]: kept }));
}
