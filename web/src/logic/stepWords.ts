/** The words of a step's sentence: how each is called where it is changed, and what else may stand in its place. */
import type { Edge } from "../api/models";
import type { CardOut, Part, ShelfOut, Step } from "../api/models";
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
  TOUCH_CHOICES,
  WAY_CHOICES,
} from "./words";

/** What a wet sheet leaves when it is pressed and lifted, by the size of its flakes in mm. */
const FLAKE_CHOICES: readonly Choice[] = [
  { value: "0", label: "all but its openings", hint: "pressed well, as a stamp" },
  { value: "2", label: "fine flakes and a flurry" },
  { value: "4", label: "flakes and a flurry", hint: "snow" },
  { value: "8", label: "large flakes and a flurry" },
];
const LABELS: Record<string, string> = {
  "region.start_mm": "Strongest from",
  "region.end_mm": "Strongest to",
  "region.lead_in_mm": "Coming in over",
  "region.carry_mm": "Fading over",
  "region.each_way_mm": "Fading each way over",
  "region.middle_mm": "Strongest at",
  "region.reach_mm": "Fading over",
  "region.edge": "From",
  "region.flakes_mm": "It leaves",
  "fade.width_mm": "Fade over",
  fade: "Edges",
  ink: "Ink",
  tool: "Brush",
  touch: "Touch",
  onto: "On",
  way: "Dry",
  amount: "Water",
  blot: "Then",
  seed: "Scatter",
  "region.shaded_from": "The side that lies at",
  "region.origin": "From",
  "region.width_mm": "Wide",
  "region.size_mm": "Size",
  "region.gap_mm": "Apart",
  "region.height_mm": "Letters",
  "region.x_mm": "From the left",
  "region.y_mm": "From the top",
  "region.count": "How many",
  "region.motif": "Motif",
  "region.text": "Words",
  "region.cover": "Cover",
  "region.angle_deg": "Angle",
  "region.arrangement": "Arrangement",
  "region.image": "Image",
  "region.line_mm": "Line",
  "region.face": "Letters in",
  "region.round_mm": "Circle",
  "region.stands": "It",
  "region.step": "Prints of",
  "region.places.0.x_mm": "From the left",
  "region.places.0.y_mm": "From the top",
  "region.places.0.angle_deg": "Turned",
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
    LABELS[part.field] ?? (part.kind === "count" ? "Passes" : part.kind === "minutes" ? "Minutes" : "Mask")
  );
}

/** Where the ink of a step is let die away. */
export function fadeAt(step: Step): { edge: Edge; width_mm: number } | null {
  return step.do === "brush" ? (step.fade ?? null) : null;
}

/** What may stand in the place of a word that is chosen from a list. Throws on a kind it does not know. */
export function wordChoices(part: Part, card: CardOut, shelf: ShelfOut): readonly Choice[] {
  switch (part.kind) {
    case "ink":
      return card.plan.inks.map((ink) => ({
        value: ink.key,
        label: ink.name,
        colour: card.reading.inks.find((on) => on.key === ink.key)?.hex,
      }));
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
          ? [{ value: step.id, label: `step ${i + 1}` }]
          : [],
      );
    case "print":
      return PRINT_CHOICES;
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
