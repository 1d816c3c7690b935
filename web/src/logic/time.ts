/** Waiting times in words and on the clock. */
import { decimal } from "./numbers";
import { t } from "../words";

export function sayMinutes(minutes: number): string {
  return minutes < 1
    ? t("logic.time.s", { minutes: Math.round(minutes * 60) })
    : t("logic.time.min", { decimal: decimal(minutes) });
}

/** Seconds of the day as `9:05`. */
export function sayHour(seconds: number): string {
  const minutes = Math.round(seconds / 60);
  return `${Math.floor(minutes / 60) % 24}:${String(minutes % 60).padStart(2, "0")}`;
}

/** `9:05`, `9.05`, `9` to minutes after midnight; null when it is no time of the day. */
export function readHour(text: string): number | null {
  const match = /^(\d{1,2})(?:[:.h](\d{2}))?$/.exec(text.trim());
  if (!match) return null;
  const [hours, minutes] = [Number(match[1]), Number(match[2] ?? 0)];
  return hours < 24 && minutes < 60 ? hours * 60 + minutes : null;
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
