/** What each place is for, what can be done there, and its keys. The same is told at length in docs/guide.md. */
import { t } from "../words";

export interface Help {
  what: string;
  ways: string[];
  /** Keys, and what they do. Those of every place stand in EVERYWHERE. */
  keys: [keys: string, does: string][];
}

export const EVERYWHERE: [keys: string, does: string][] = [
  [t("logic.help.tabAndEnter"), t("logic.help.goFromWordToWord")],
  ["letters", t("logic.help.inAnOpenWordFind")],
  [t("logic.help.upAndDown"), t("logic.help.inAnOpenWordOr")],
  ["?", t("logic.help.thisHelpAgainOrEscape")],
];
const UNDO: [string, string] = [t("logic.help.ctrlOrAndZ"), t("logic.help.undoWithShiftRedo")];

export const HELP: Record<string, Help> = {
  settings: {
    what: t("logic.help.settings"),
    ways: [t("logic.help.settingsBackups")],
    keys: [],
  },
  cards: {
    what: t("logic.help.everyCardYouPlannedAs"),
    ways: [t("logic.help.startANewCardChoose"), t("logic.help.aCardThatIsPut")],
    keys: [],
  },
  desk: {
    what: t("logic.help.onePanelAndTheSteps"),
    ways: [
      t("logic.help.tapThePanelToAsk"),
      t("logic.help.tapAProofToSee"),
      t("logic.help.whatWillGoWrongStands"),
      t("logic.help.makeAnotherPieceForStrips"),
      t("logic.help.ofAMaskWhatIt"),
      t("logic.help.tryAnotherWayKeepsWhat"),
      t("logic.help.showItPalerStrongerStill"),
    ],
    keys: [
      UNDO,
      [t("logic.help.leftAndRight"), t("logic.help.inTheRunOfProofs")],
      ["arrows", t("logic.help.onThePanelAskWhat")],
    ],
  },
  pieces: {
    what: t("logic.help.everythingToCutAtIts"),
    ways: [t("logic.help.templatesPrint11CheckThe"), t("logic.help.whatIsLeftOverCan")],
    keys: [],
  },
  day: {
    what: t("logic.help.severalCardsMadeTogetherWho"),
    ways: [t("logic.help.sayHowManyCardsAnd")],
    keys: [],
  },
  bench: {
    what: t("logic.help.oneStepAtATime"),
    ways: [
      t("logic.help.tapDoneWhenAStep"),
      t("logic.help.whatYouDoDifferentlyIs"),
      t("logic.help.aChimeTellsWhenIt"),
    ],
    keys: [
      [t("logic.help.rightOrSpace"), t("logic.help.doneNextStep")],
      ["left", t("logic.help.oneStepBack")],
    ],
  },
  crossings: {
    what: t("logic.help.everyInkOverEveryOther"),
    ways: [t("logic.help.tapASquareToRead")],
    keys: [["arrows", t("logic.help.onTheChartFromSquare")]],
  },
  trainer: {
    what: t("logic.help.questionsFromYourOwnShelf"),
    ways: [t("logic.help.eachAnswerCountsByHow")],
    keys: [],
  },
  shelf: {
    what: t("logic.help.whatYouHaveInksStocks"),
    ways: [t("logic.help.addAnInkByEye")],
    keys: [],
  },
  stencils: {
    what: t("logic.help.stencilsAndMasksYoursAmong"),
    ways: [t("logic.help.bringADrawingInAs")],
    keys: [],
  },
  journal: {
    what: t("logic.help.whatYouMadeBesideWhat"),
    ways: [t("logic.help.bringAPhotographLightAnd"), t("logic.help.whatYouWriteForNext")],
    keys: [],
  },
};
