/** What each place is for, what can be done there, and its keys. The same is told at length in docs/guide.md. */

export interface Help {
  what: string;
  ways: string[];
  /** Keys, and what they do. Those of every place stand in EVERYWHERE. */
  keys: [keys: string, does: string][];
}

export const EVERYWHERE: [keys: string, does: string][] = [
  ["Tab and Enter", "go from word to word, and open one; Escape leaves it as it was"],
  ["letters", "in an open word: find a choice by its beginning"],
  ["up and down", "in an open word or number: the next or the one before"],
  ["?", "this help; again, or Escape, puts it away"],
];
const UNDO: [string, string] = ["Ctrl or ⌘ and Z", "undo; with Shift, redo"];

export const HELP: Record<string, Help> = {
  cards: {
    what: "Every card you planned, as its panel is predicted.",
    ways: [
      "Start a new card: choose a format, a stock and a ground, or say in words what you wish for.",
      "A card that is put away can always be brought back.",
    ],
    keys: [],
  },
  desk: {
    what: "One panel, and the steps that make it. Every underlined word can be changed; the picture follows.",
    ways: [
      "Tap the panel to ask what lies there, and to stamp something at that place.",
      "Tap a proof to see the panel after that step; drag a line on the panel to move where ink is strongest or fades.",
      "What will go wrong stands at its step, with what would cure it at a tap; tap the line above the steps for all of it.",
      "Make another piece for strips, circles, figures; each lies in front in turn, and shapes can be cut from it when it is dry.",
      "Of a mask, what it was cut from is at hand too; all that is done while it lies can be done again with another.",
      "Try another way keeps what stands on the left until you decide; As it was shows what the card was before.",
      "Show it paler, stronger, still wet, or as eyes weak in one colour see it.",
    ],
    keys: [
      UNDO,
      ["left and right", "in the run of proofs: one step on or back"],
      [
        "arrows",
        "on the panel: ask what lies at a place; on a line or a print: move it; with Shift, further",
      ],
    ],
  },
  pieces: {
    what: "Everything to cut at its real size, and how it lies on the sheets you have.",
    ways: [
      "Templates print 1:1; check the line of 50 mm with a ruler.",
      "What is left over can become a second card.",
    ],
    keys: [],
  },
  day: {
    what: "Several cards made together: who does what, when, with which tool.",
    ways: [
      "Say how many cards and makers; the plan keeps masks, heat tool and drying from getting in each other's way.",
    ],
    keys: [],
  },
  bench: {
    what: "One step at a time, large, for the table.",
    ways: [
      "Tap Done when a step is done; timers run on by themselves, also while the tablet sleeps.",
      "What you do differently is kept with the card, and taught to the next.",
      "A chime tells when it is dry, and the page's title counts; how long each step took is kept with the card.",
    ],
    keys: [
      ["right or space", "done, next step"],
      ["left", "one step back"],
    ],
  },
  crossings: {
    what: "Every ink over every other on a stock, and how sure Cielo is of each.",
    ways: [
      "Tap a square to read it out; bridge a seam that turns dull; enter what you measured, and predictions lean on it.",
    ],
    keys: [["arrows", "on the chart: from square to square"]],
  },
  trainer: {
    what: "Questions from your own shelf: what crosses to what, what turns to mud, where a line will show.",
    ways: ["Each answer counts by how far it is from what Cielo predicts."],
    keys: [],
  },
  shelf: {
    what: "What you have: inks, stocks, stamps, tools; how much is left and where it lies.",
    ways: [
      "Add an ink by eye, typed, with a reader or from a photograph of a printed sheet; one swatch is enough.",
    ],
    keys: [],
  },
  stencils: {
    what: "Stencils and masks, yours among them.",
    ways: ["Bring a drawing in as SVG; Cielo sees its openings and tells which middles would fall out."],
    keys: [],
  },
  journal: {
    what: "What you made, beside what was predicted, and what it taught.",
    ways: [
      "Bring a photograph: light and cast are taken off by the bare border, and it is compared region by region.",
      "What you write for next time comes up at the step it concerns, on the next card.",
    ],
    keys: [],
  },
};
