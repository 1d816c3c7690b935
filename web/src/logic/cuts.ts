/** What is cut from the panel or for it. */
import type { Cut, PlanModel } from "../api/models";

export const USES: { value: Cut["use"]; label: string; short: string; hint: string }[] = [
  { value: "window", label: "a window", short: "window", hint: "cut out of the panel" },
  { value: "frame", label: "a frame", short: "frame", hint: "a rim of the mat's stock, turned to match" },
  {
    value: "spotlight",
    label: "a spotlight",
    short: "spotlight",
    hint: "cut out, laid on a second print in the same place",
  },
  { value: "strip", label: "a strip", short: "strip", hint: "of inked card, mounted on top" },
  {
    value: "sentiment",
    label: "a sentiment strip",
    short: "sentiment strip",
    hint: "words on their own strip",
  },
];

/** A new cut of a use, with a key that no other has, in a place and size that suit the panel. */
export function newCut(use: Cut["use"], plan: PlanModel, width: number, height: number): Cut {
  const taken = new Set(plan.cuts.map((cut) => cut.key));
  let number = 1;
  while (taken.has(`${use}-${number}`)) number++;
  const short = USES.find((u) => u.value === use)?.short ?? use;
  const strip = use === "strip" || use === "sentiment";
  return {
    key: `${use}-${number}`,
    name: number === 1 ? short : `${short} ${number}`,
    use,
    outline: use === "spotlight" ? "round" : "rectangle",
    x_mm: Math.round(width / 2),
    y_mm: Math.round(height * (strip ? 0.85 : 0.42)),
    width_mm: Math.round(width * (strip ? 0.7 : 0.4)),
    height_mm: strip ? 12 : Math.round(width * 0.4),
    angle_deg: 0,
    rim_mm: 6,
  };
}

export const ENVELOPES: { value: PlanModel["card"]["envelope"]; label: string; hint?: string }[] = [
  { value: "folded", label: "one folded to measure", hint: "from a square sheet" },
  { value: "quarter", label: "5 3/4 × 4 3/8 in" },
  { value: "five-seven", label: "7 1/4 × 5 1/4 in" },
  { value: "six-square", label: "6 1/2 in square" },
  { value: "slim", label: "8 7/8 × 3 7/8 in" },
  { value: "c6", label: "C6", hint: "16.2 × 11.4 cm" },
  { value: "dl", label: "DL", hint: "22 × 11 cm" },
  { value: "c5", label: "C5", hint: "22.9 × 16.2 cm" },
];
