/** Waiting times in words and on the clock. */

export function sayMinutes(minutes: number): string {
  return minutes < 1 ? `${Math.round(minutes * 60)} s` : `${minutes} min`;
}

/** Milliseconds left as `4:07`, never below `0:00`. */
export function sayClock(left: number): string {
  const seconds = Math.max(0, Math.ceil(left / 1000));
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;
}
