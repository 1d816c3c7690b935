/** A thing that was changed here, made on the thing as it stands now: what was not changed here stays as another window left it. */

export function isEqual(one: unknown, other: unknown): boolean {
  if (one === other) return true;
  if (typeof one !== "object" || typeof other !== "object" || one === null || other === null) return false;
  if (Array.isArray(one) !== Array.isArray(other)) return false;
  const [a, b] = [one as Record<string, unknown>, other as Record<string, unknown>];
  const keys = new Set([...Object.keys(a), ...Object.keys(b)]);
  return [...keys].every((key) => isEqual(a[key], b[key]));
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);
/** What says of which kind a thing is: things of two kinds have no fields in common that could be merged. */
const KINDS = ["do", "over", "shape", "of"];

/** `now` as it was changed to from `was`, on `there`, what stands now. */
export function merged<T>(there: T, was: T, now: T): T {
  if (isEqual(was, now)) return there;
  if (!isRecord(there) || !isRecord(was) || !isRecord(now)) return now;
  if (KINDS.some((kind) => there[kind] !== was[kind] || was[kind] !== now[kind])) return now;
  const [a, b, c] = [there, was, now] as Record<string, unknown>[];
  if (!a || !b || !c) return now;
  const keys = new Set([...Object.keys(a), ...Object.keys(c)]);
  return Object.fromEntries(
    [...keys].filter((key) => key in c || !(key in b)).map((key) => [key, merged(a[key], b[key], c[key])]),
  ) as T;
}
