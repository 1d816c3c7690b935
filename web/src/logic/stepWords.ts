/** The words of a step's sentence: how each is called where it is changed, and what else may stand in its place. */
import { NEW } from "../components/word/choice";
import type { CardOut, Edge, InkModel, Part, Schemas, ShelfOut, Step } from "../api/models";
import type { Choice } from "../components/word/choice";
import {
  AMOUNT_CHOICES,
  ARRANGEMENT_CHOICES,
  BLOT_CHOICES,
  FACE_CHOICES,
  STANDS_CHOICES,
  EDGE_CHOICES,
  FADE_CHOICES,
  ONTO_CHOICES,
  ORIGIN_CHOICES,
  PRINT_CHOICES,
  RELATION_CHOICES,
  TOUCH_CHOICES,
  WAY_CHOICES,
} from "./words";
import { NEW_MASKS } from "./masks";
import { STUCK_CHOICES, STUCK_COLOURS } from "./stuck";
import { t } from "../words";

/** What a wet sheet leaves when it is pressed and lifted, by the size of its flakes in mm. */
const FLAKE_CHOICES: readonly Choice[] = [
  {
    value: "0",
    label: t("logic.stepWords.allButItsOpenings"),
    hint: t("logic.stepWords.pressedWellAsAStamp"),
  },
  { value: "2", label: t("logic.stepWords.fineFlakesAndAFlurry") },
  { value: "4", label: t("logic.stepWords.flakesAndAFlurry"), hint: t("logic.stepWords.snow") },
  { value: "8", label: t("logic.stepWords.largeFlakesAndAFlurry") },
];
const LABELS: Record<string, string> = {
  "region.start_mm": t("logic.reaches.strongestFrom"),
  "region.end_mm": t("logic.reaches.strongestTo"),
  "region.lead_in_mm": t("logic.stepWords.comingInOver"),
  "region.carry_mm": t("logic.stepWords.fadingOver"),
  "region.each_way_mm": t("logic.stepWords.fadingEachWayOver"),
  "region.middle_mm": t("logic.stepWords.strongestAt"),
  "region.reach_mm": t("logic.stepWords.fadingOver"),
  "region.edge": t("logic.stepWords.from"),
  "region.flakes_mm": t("logic.stepWords.itLeaves"),
  "fade.width_mm": t("logic.stepWords.fadeOver"),
  fade: t("logic.stepWords.edges"),
  ink: t("logic.stepWords.ink"),
  tool: t("logic.stepWords.brush"),
  touch: t("logic.stepWords.touch"),
  onto: t("logic.stepWords.on"),
  way: t("logic.stepWords.dry"),
  amount: t("logic.stepWords.water"),
  blot: t("logic.stepWords.then"),
  seed: t("logic.stepWords.scatter"),
  "region.shaded_from": t("logic.stepWords.theSideThatLiesAt"),
  "region.origin": t("logic.stepWords.from"),
  "region.width_mm": t("logic.stepWords.wide"),
  "region.size_mm": t("logic.stepWords.size"),
  "region.gap_mm": t("logic.stepWords.apart"),
  "region.height_mm": t("logic.stepWords.letters"),
  "region.x_mm": t("everywhere.common.fromTheLeft"),
  "region.y_mm": t("everywhere.common.fromTheTop"),
  "region.count": t("logic.stepWords.howMany"),
  "region.motif": t("logic.stepWords.motif"),
  "region.text": t("logic.stepWords.words"),
  "region.cover": t("logic.stepWords.cover"),
  "region.angle_deg": t("logic.stepWords.angle"),
  "region.arrangement": t("logic.stepWords.arrangement"),
  "region.image": t("logic.stepWords.image"),
  "region.line_mm": t("logic.stepWords.line"),
  "region.face": t("logic.stepWords.lettersIn"),
  "region.round_mm": t("logic.stepWords.circle"),
  "region.stands": t("logic.stepWords.it"),
  "region.step": t("logic.stepWords.printsOf"),
  "refers.step": t("logic.stepWords.printsOf"),
  thing: t("logic.stepWords.stickOn"),
  colour: t("logic.stepWords.colour"),
  size_mm: t("logic.stepWords.across"),
  raised_mm: t("logic.stepWords.high"),
  spots: t("logic.stepWords.howMany"),
  "spots.0.x_mm": t("everywhere.common.fromTheLeft"),
  "spots.0.y_mm": t("everywhere.common.fromTheTop"),
  "refers.how": t("logic.stepWords.toThePrint"),
  "region.places.0.x_mm": t("everywhere.common.fromTheLeft"),
  "region.places.0.y_mm": t("everywhere.common.fromTheTop"),
  "region.places.0.angle_deg": t("logic.stepWords.turned"),
};

/** The least a length may be, mm, as the core has it. */
export const LEAST: Record<string, number> = {
  "region.reach_mm": 1,
  "fade.width_mm": 1,
  "region.size_mm": 1,
  "region.height_mm": 2,
  "region.line_mm": 0.2,
  "region.width_mm": 0.3,
};

export function labelOf(part: Part): string {
  return (
    LABELS[part.field] ??
    (part.kind === "count"
      ? t("logic.stepWords.passes")
      : part.kind === "minutes"
        ? t("logic.stepWords.minutes")
        : t("logic.stepWords.mask"))
  );
}

/** A kind of ink that is laid with tools of its own: which those are, the usual one first. */
const TOOLS_OF: Partial<Record<InkModel["kind"], string[]>> = {
  powder: ["dauber", "stamp", "pen", "small-brush"],
  clear: ["dauber", "stamp", "pen", "small-brush"],
  paste: ["knife", "pen"],
  alcohol: ["dropper", "fine-splatter", "coarse-splatter", "pen"],
};
/** The tool for another ink: the one in hand, or where that is none for its kind the usual one. */
export function toolFor(kind: InkModel["kind"], inHand: string): string {
  const own = TOOLS_OF[kind];
  if (own) return own.includes(inHand) ? inHand : (own[0] ?? inHand);
  return inHand === "knife" || inHand === "dropper" ? "large-brush" : inHand;
}
/** What can be laid in place of a sheet: another of the card, one of the shelf, a new one; each says where it is from by how it begins. */
export function sheetChoices(card: CardOut, designs: Schemas["DesignOut"][]): Choice[] {
  return [
    ...card.plan.masks.map((mask) => ({
      value: `card ${mask.key}`,
      label: card.reading.masks.find((read) => read.key === mask.key)?.called ?? mask.name,
      group: t("logic.stepWords.onCard"),
    })),
    ...designs.map(({ key, name }) => ({
      value: `shelf ${key}`,
      label: name,
      group: t("logic.stepWords.onShelf"),
    })),
    ...NEW_MASKS.map(({ value, label, hint }) => ({
      value: `new ${value}`,
      label,
      hint,
      group: t("logic.stepWords.newOnes"),
    })),
  ];
}

/** Where the ink of a step is let die away. */
export function fadeAt(step: Step): { edge: Edge; width_mm: number } | null {
  return step.do === "brush" ? (step.fade ?? null) : null;
}

/** What may stand in the place of a word that is chosen from a list. Throws on a kind it does not know. */
export function wordChoices(part: Part, card: CardOut, shelf: ShelfOut): readonly Choice[] {
  switch (part.kind) {
    case "ink": {
      const own = card.plan.inks.map((ink) => ({
        value: ink.key,
        label: ink.name,
        colour: card.reading.inks.find((on) => on.key === ink.key)?.hex,
        group: t("logic.stepWords.onCard"),
      }));
      const others = shelf.inks.filter(({ ink }) => !card.plan.inks.some(({ key }) => key === ink.key));
      return [
        ...own,
        ...others.map(({ ink, hex }) => ({
          value: ink.key,
          label: ink.name,
          colour: hex,
          group: t("logic.stepWords.onShelf"),
        })),
        { value: NEW, label: t("everywhere.common.aNewOne"), group: t("logic.stepWords.onShelf") },
      ];
    }
    case "tool":
      return shelf.tools
        .filter((tool) => tool.key !== "mister")
        .map((tool) => ({ value: tool.key, label: tool.name, hint: tool.good_for }));
    case "water-tool":
      return shelf.tools
        .filter((tool) => shelf.water_tools.includes(tool.key))
        .map((tool) => ({ value: tool.key, label: tool.name }));
    case "mask":
      return card.plan.masks.map((mask) => ({
        value: mask.key,
        label: card.reading.masks.find((read) => read.key === mask.key)?.called ?? mask.name,
      }));
    case "motif":
    case "image":
      return shelf.motifs.map((motif) => ({ value: motif.key, label: motif.name, path: motif.path }));
    case "face":
      return FACE_CHOICES;
    case "stands":
      return STANDS_CHOICES;
    case "flakes":
      return FLAKE_CHOICES;
    case "printed":
      return card.plan.steps.flatMap((step, i) =>
        step.do === "brush" && ["print", "motifs", "words"].includes(step.region.over)
          ? [{ value: step.id, label: t("everywhere.common.stepNumber", { number: i + 1 }) }]
          : [],
      );
    case "print":
      return PRINT_CHOICES;
    case "stuck":
      return STUCK_CHOICES;
    case "stuck-colour":
      return STUCK_COLOURS;
    case "relation":
      return RELATION_CHOICES;
    case "amount":
      return AMOUNT_CHOICES;
    case "blot":
      return BLOT_CHOICES;
    case "origin":
      return ORIGIN_CHOICES;
    case "arrangement":
      return ARRANGEMENT_CHOICES;
    case "edge":
      return EDGE_CHOICES;
    case "touch":
      return TOUCH_CHOICES;
    case "onto":
      return ONTO_CHOICES;
    case "way":
      return WAY_CHOICES;
    case "fade":
      return FADE_CHOICES;
    default:
      throw new Error(`A word of the kind ${part.kind} has nothing to choose from.`);
  }
}
