/** The words that can stand in a sentence, with what they mean. */
import type { BrushModel, Edge, Schemas } from "../api/client";

interface Choice<T extends string> {
  value: T;
  label: string;
  hint?: string;
}

export const EDGE_CHOICES: Choice<Edge>[] = [
  { value: "top", label: "top edge" },
  { value: "bottom", label: "bottom edge" },
  { value: "left", label: "left edge" },
  { value: "right", label: "right edge" },
];

export const TOUCH_CHOICES: Choice<NonNullable<BrushModel["touch"]>>[] = [
  { value: "pale", label: "pale", hint: "brush off-loaded until it hardly marks" },
  { value: "light", label: "light", hint: "off-loaded; builds up slowly" },
  { value: "medium", label: "medium", hint: "some ink left on the brush" },
  { value: "full", label: "full", hint: "straight from the pad" },
];

export const ONTO_CHOICES: Choice<NonNullable<BrushModel["onto"]>>[] = [
  { value: "damp", label: "while it is damp", hint: "blends into what is there" },
  { value: "dry", label: "as a clean layer on dry ink", hint: "keeps its own edge and colour" },
];

export const WAY_CHOICES: Choice<NonNullable<Schemas["DryModel"]["way"]>>[] = [
  { value: "air", label: "in the air" },
  { value: "blot", label: "by blotting" },
  { value: "heat", label: "with the heat tool", hint: "keep it moving; it burns skin and scorches card" },
];

export const FADE_CHOICES: Choice<Edge | "none">[] = [
  { value: "none", label: "out to every edge" },
  ...EDGE_CHOICES.map((edge) => ({ ...edge, label: `fading at the ${edge.label}` })),
];
