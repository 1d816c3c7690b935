/** Painting inside a print in one to three inks, light to dark, as it is done: light all over, darker where it turns away. */
import type { Brush, InkModel, Schemas, Step } from "../api/models";

export type Filling = "one" | "foot" | "sides" | "rim" | "three";
type Shade = Schemas["InPrint"]["shaded_from"];

/** Kinds that are painted with; the others cover, or melt. */
const PAINTS = ["dye", "hybrid", "pigment", "alcohol"];
const LAYERS: Record<Filling, { ink: 0 | 1 | 2; shade: Shade }[]> = {
  one: [{ ink: 0, shade: null }],
  foot: [
    { ink: 0, shade: null },
    { ink: 1, shade: "bottom" },
  ],
  sides: [
    { ink: 0, shade: null },
    { ink: 1, shade: "sides" },
  ],
  rim: [
    { ink: 0, shade: null },
    { ink: 1, shade: "rim" },
  ],
  three: [
    { ink: 0, shade: null },
    { ink: 1, shade: "bottom" },
    { ink: 2, shade: "bottom" },
  ],
};

/** Whether a plan has inks enough for a filling. */
export const inksFor = (filling: Filling) => 1 + Math.max(...LAYERS[filling].map(({ ink }) => ink));

/** The inks to paint with, the lightest first; `lightness` of each by its key. */
export function paints(inks: readonly InkModel[], lightness: (key: string) => number): InkModel[] {
  return inks
    .filter(({ kind }) => PAINTS.includes(kind))
    .sort((one, other) => lightness(other.key) - lightness(one.key));
}

/** How long an outline is left to dry before it is painted inside, minutes. */
const OUTLINE_MIN = 5;

/** Whether a drying follows a step at once. */
export function dryAfter(steps: readonly Step[], id: string): boolean {
  const at = steps.findIndex((step) => step.id === id);
  return at >= 0 && steps[at + 1]?.do === "dry";
}

/**
 * The steps that fill the prints of a step, their ids still to be given: a wait for the outline unless it is dried already, the first ink
 * on what is dry, the others into it while it is damp.
 */
export function filling(step: string, how: Filling, light: readonly InkModel[], dry: boolean): Step[] {
  const wait: Step[] = dry ? [] : [{ do: "dry", id: "", way: "air", minutes: OUTLINE_MIN }];
  return [...wait, ...layers(step, how, light)];
}

function layers(step: string, how: Filling, light: readonly InkModel[]): Brush[] {
  return LAYERS[how].flatMap(({ ink, shade }, at) => {
    const own = light[ink];
    if (!own) return [];
    return [
      {
        do: "brush" as const,
        id: "",
        ink: own.key,
        tool: at ? "small-brush" : "dauber",
        region: { over: "in-print" as const, step, only: [], shaded_from: shade },
        touch: "light" as const,
        passes: at + 1,
        onto: at ? ("damp" as const) : ("dry" as const),
        fade: null,
        seed: 1,
      },
    ];
  });
}
