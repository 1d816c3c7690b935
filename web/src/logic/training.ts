/** The trainer's answers, in words. */
import type { Schemas } from "../api/models";

/** How an answer was. */
export function sayMarked({ score, off }: Schemas["MarkedOut"], kind: Schemas["KindOut"]["kind"]): string {
  if (score >= 1) return "Right.";
  if (kind === "order") return off < 6 ? "Nearly: two that are much alike." : "Not quite in order.";
  if (off < 6) return "Nearly: you would see it only side by side.";
  return off < 15 ? "Not far off." : "Not so.";
}

/** How it goes with one kind of question. */
export function sayGoing(score: number | null): string {
  if (score === null) return "not tried yet";
  if (score >= 0.9) return "it sits";
  if (score >= 0.7) return "goes well";
  return score >= 0.45 ? "wants practice" : "wants practice most";
}
