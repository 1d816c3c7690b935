/** The words that can stand in a sentence, with what they mean. */
import type { Brush, Edge, Schemas } from "../api/models";

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

export const TOUCH_CHOICES: Choice<NonNullable<Brush["touch"]>>[] = [
  { value: "pale", label: "pale", hint: "brush off-loaded until it hardly marks" },
  { value: "light", label: "light", hint: "off-loaded; builds up slowly" },
  { value: "medium", label: "medium", hint: "some ink left on the brush" },
  { value: "full", label: "strong", hint: "straight from the pad" },
];

export const ONTO_CHOICES: Choice<NonNullable<Brush["onto"]>>[] = [
  { value: "damp", label: "while it is damp", hint: "blends into what is there" },
  { value: "dry", label: "as a clean layer on dry ink", hint: "keeps its own edge and colour" },
  { value: "wet", label: "into the ink that is still wet", hint: "the two mix and make one film" },
];

export const WAY_CHOICES: Choice<NonNullable<Schemas["Dry"]["way"]>>[] = [
  { value: "air", label: "in the air" },
  { value: "blot", label: "by blotting" },
  { value: "heat", label: "with the heat tool", hint: "keep it moving; it burns skin and scorches card" },
];

export const FADE_CHOICES: Choice<Edge | "none">[] = [
  { value: "none", label: "out to every edge" },
  ...EDGE_CHOICES.map((edge) => ({ ...edge, label: `fading at the ${edge.label}` })),
];

export const PRINT_CHOICES: Choice<NonNullable<Brush["touch"]>>[] = [
  { value: "first", label: "freshly inked" },
  { value: "second", label: "a second print without inking again", hint: "paler" },
  { value: "third", label: "a third print without inking again", hint: "paler still" },
];

export const FACE_CHOICES: Choice<Schemas["Words"]["face"]>[] = [
  { value: "plain", label: "plain letters" },
  { value: "roman", label: "roman letters", hint: "with feet" },
  { value: "script", label: "script", hint: "as if written" },
];

export const STANDS_CHOICES: Choice<"stands" | "hangs">[] = [
  { value: "stands", label: "standing", hint: "on what is below it" },
  { value: "hangs", label: "hanging", hint: "from what is above it" },
];

export const AMOUNT_CHOICES: Choice<Schemas["Water"]["amount"]>[] = [
  { value: "fine", label: "a few drops" },
  { value: "medium", label: "a good sprinkle" },
  { value: "heavy", label: "really wet" },
];

export const BLOT_CHOICES: Choice<"true" | "false">[] = [
  { value: "true", label: "blot it", hint: "takes most of what the water freed" },
  { value: "false", label: "let it dry where it stands", hint: "leaves dark rims" },
];

export const ORIGIN_CHOICES: Choice<"edges" | "corners">[] = [
  { value: "edges", label: "the edges" },
  { value: "corners", label: "the corners" },
];

export const ARRANGEMENT_CHOICES: Choice<"scattered" | "triangle">[] = [
  { value: "scattered", label: "smaller ones in the gaps", hint: "large first, then middle, then small" },
  {
    value: "triangle",
    label: "three in a triangle",
    hint: "a colour repeated in threes holds a card together",
  },
];

export const ORDER_SCHOOLS = [
  { value: "light-to-dark" as const, label: "light to dark", hint: "keeps light pads and brushes clean" },
  {
    value: "there-and-back" as const,
    label: "there and back",
    hint: "a thin pass of all, then heavier ones back",
  },
  { value: "dark-rim-first" as const, label: "dark rim first", hint: "then the light over it" },
];
export const BRUSH_SCHOOLS = [
  { value: "one-per-ink" as const, label: "one brush for each ink" },
  {
    value: "one-per-family" as const,
    label: "one brush for each family",
    hint: "yellow-green, blue, pink-purple, brown-grey",
  },
  { value: "as-few-as-stay-clean" as const, label: "as few brushes as stay clean" },
];
