/** Versions of a card: when they were made, and what is said of how they stand. */
import { t } from "../words";
import { readKept } from "./storage";

/** A day in full, in the language she has set, or else the browser's. */
export const sayDay = (at: string | Date): string =>
  new Date(at).toLocaleDateString(readKept("cielo-dates") || undefined, {
    day: "numeric",
    month: "long",
    year: "numeric",
  });

/** When a version was made: the time today, the day before that; by the browser's language. */
export function sayWhen(made: string, now = new Date()): string {
  const at = new Date(/[zZ]|[+-]\d\d:\d\d$/.test(made) ? made : `${made}Z`);
  const today = at.toDateString() === now.toDateString();
  return today ? at.toLocaleTimeString(undefined, { hour: "2-digit", minute: "2-digit" }) : sayDay(at);
}

interface Standing {
  troubles: string[];
  takes: string;
}
/** What will go wrong with a version, and how long it takes. */
export function sayStanding({ troubles, takes }: Standing): string {
  const wrong = troubles.length
    ? t("logic.versions.willGoWrong", {
        length:
          troubles.length === 1
            ? t("everywhere.common.oneThing")
            : t("everywhere.common.things", { count: troubles.length }),
        troubles: troubles.join(" "),
      })
    : t("everywhere.common.noProblemsFound");
  return takes ? `${wrong} ${takes}` : wrong;
}
