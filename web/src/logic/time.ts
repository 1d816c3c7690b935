/** Waiting times in words and on the clock. */

export function sayMinutes(minutes: number): string {
  return minutes < 1 ? `${Math.round(minutes * 60)} s` : `${minutes} min`;
}

/** Milliseconds left as `4:07`, never below `0:00`. */
export function sayClock(left: number): string {
  const seconds = Math.max(0, Math.ceil(left / 1000));
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;
}

/**
 * How far this page's clock is ahead of the server's, ms, from what it seemed before and what it seems by a new answer. The way of an
 * answer only adds to it, so the least is the nearest; a minute's difference is a clock that was set.
 */
export function aheadOfServer(before: number | null, seen: number): number {
  return before === null || Math.abs(seen - before) > 60_000 ? seen : Math.min(before, seen);
}
