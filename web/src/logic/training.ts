/** The trainer's answers, in words. */
import type { Schemas } from "../api/models";
import { t } from "../words";

/** How an answer was. */
export function sayMarked({ score, off }: Schemas["MarkedOut"], kind: Schemas["KindOut"]["kind"]): string {
  if (score >= 1) return t("logic.training.right");
  if (kind === "order")
    return off < 6 ? t("logic.training.nearlyTwoThatAreMuch") : t("logic.training.notQuiteInOrder");
  if (off < 6) return t("logic.training.nearlyYouWouldSeeIt");
  return off < 15 ? t("logic.training.notFarOff") : t("logic.training.wrong");
}

/** How it goes with one kind of question. */
export function sayGoing(score: number | null): string {
  if (score === null) return t("logic.training.notTriedYet");
  if (score >= 0.9) return t("logic.training.itSits");
  if (score >= 0.7) return t("logic.training.goesWell");
  return score >= 0.45 ? t("logic.training.wantsPractice") : t("logic.training.wantsPracticeMost");
}
