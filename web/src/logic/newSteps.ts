/** Steps that can be added to a plan, each with measures that suit the panel. */
import type { Brush, CardOut, Schemas, Step } from "../api/models";

import { newPrint } from "./prints";
import { liesAfter } from "./steps";

export interface NewStep {
  value: string;
  label: string;
  hint?: string;
  make: () => Step;
}

/** What can be added after a step; masks and embossing are offered where the plan has them. */
export function newSteps(card: CardOut, after: Step | undefined): NewStep[] {
  const { plan, reading } = card;
  const w = reading.panel_width_mm;
  const h = reading.panel_height_mm;
  const short = Math.min(w, h);
  const colours = plan.inks.filter((ink) => !["powder", "clear", "white", "paste"].includes(ink.kind));
  const kindOf = (key: string) => plan.inks.find((ink) => ink.key === key)?.kind;
  const laid = new Set(plan.steps.map((step) => (step.do === "brush" ? step.ink : "")));
  const next = colours.find((ink) => !laid.has(ink.key))?.key;
  const before =
    after?.do === "brush" && colours.some((ink) => ink.key === after.ink) ? after.ink : undefined;
  /** She lays her inks one after another: the next that lies beside the card, and when all are laid, that of the step before. */
  const colour = next ?? before ?? colours[0]?.key ?? plan.inks[0]?.key ?? "";
  const darkest =
    [...reading.inks]
      .filter((i) => colours.some((c) => c.key === i.key))
      .sort((a, b) => a.lightness - b.lightness)[0]?.key ?? colour;
  const powder = plan.inks.find((ink) => ["powder", "clear"].includes(ink.kind));
  const white = plan.inks.find((ink) => ["white", "paste"].includes(ink.kind));
  const lay = (ink: string, tool: string, region: Brush["region"], more: Partial<Brush> = {}): Brush => ({
    do: "brush",
    id: "",
    ink,
    tool,
    region,
    touch: "light",
    passes: 2,
    onto: "damp",
    fade: null,
    seed: 1,
    ...more,
  });
  const done = plan.steps.slice(0, plan.steps.findIndex((step) => step.id === after?.id) + 1);
  const liesHere = (mask: string) => liesAfter(done, mask);
  const whole = { over: "whole" as const };
  const print = { touch: "first" as const, passes: 1, onto: "dry" as const };

  const list: NewStep[] = [
    {
      value: "brush",
      label: "Brush an ink",
      hint: "a band from one edge",
      make: () =>
        lay(colour, "large-brush", {
          over: "band",
          edge: "top",
          start_mm: 0,
          end_mm: Math.round(h / 3),
          lead_in_mm: 0,
          carry_mm: 15,
        }),
    },
    {
      value: "whole",
      label: "Brush it all over",
      make: () => lay(colour, "large-brush", whole, { touch: "pale" }),
    },
    {
      value: "slant",
      label: "Brush a slanting band",
      hint: "at any angle",
      make: () =>
        lay(colour, "large-brush", {
          over: "slant",
          angle_deg: 30,
          start_mm: 0,
          end_mm: Math.round(h / 3),
          lead_in_mm: 0,
          carry_mm: 20,
        }),
    },
    {
      value: "vignette",
      label: "Darken the edges",
      hint: "from all four edges or the corners",
      make: () =>
        lay(darkest, "large-brush", { over: "vignette", reach_mm: Math.round(short * 0.6), origin: "edges" }),
    },
    {
      value: "patches",
      label: "Dab patches at random",
      hint: "until they cover as much as you say",
      make: () =>
        lay(
          colour,
          "sponge",
          { over: "patches", size_mm: Math.round(short * 0.25), cover: 0.6 },
          { touch: "medium" },
        ),
    },
    {
      value: "smoosh",
      label: "Smoosh an ink",
      hint: "blots with rims and bare gaps",
      make: () => lay(colour, "mat", whole, { touch: "medium", passes: 1 }),
    },
    {
      value: "splatter",
      label: "Splatter an ink",
      hint: "fine or coarse drops",
      make: () => lay(white?.key ?? darkest, "fine-splatter", whole, { passes: 1, onto: "dry" }),
    },
    {
      value: "print",
      label: "Stamp an image",
      hint: "at a place; drag it on the panel",
      make: () => lay(darkest, "stamp", newPrint("snail", Math.round(short * 0.4), w / 2, h / 2), print),
    },
    {
      value: "draw",
      label: "Draw an image with a pen",
      hint: "its outline, as fine as the pen",
      make: () =>
        lay(
          darkest,
          "pen",
          { ...newPrint("fern", Math.round(short * 0.4), w / 2, h / 2), line_mm: 0.6 },
          { touch: "full", passes: 1, onto: "dry" },
        ),
    },
    {
      value: "bare",
      label: "Dab where it is still bare",
      hint: "until no bare spot is left",
      make: () => lay(colour, "sponge", { over: "bare" }, { touch: "medium" }),
    },
    {
      value: "stamp",
      label: "Stamp motifs",
      hint: "large first, small in the gaps, or three in a triangle",
      make: () =>
        lay(
          darkest,
          "stamp",
          {
            over: "motifs",
            motif: "leaf",
            size_mm: Math.round(short * 0.25),
            count: 5,
            gap_mm: 1.5,
            arrangement: "scattered",
            front: false,
          },
          print,
        ),
    },
    {
      value: "words",
      label: "Stamp words",
      make: () =>
        lay(
          darkest,
          "stamp",
          {
            over: "words",
            text: "Thank you",
            x_mm: Math.round(w / 2),
            y_mm: Math.round(h > w / 2 ? h * 0.85 : h / 2),
            height_mm: Math.min(9, Math.round(h * 3.5) / 10),
            face: "script",
            angle_deg: 0,
            round_mm: null,
            texture: false,
          },
          print,
        ),
    },
    {
      value: "dots",
      label: "Draw dots with a pen",
      make: () =>
        lay(
          white?.key ?? darkest,
          "pen",
          {
            over: "motifs",
            motif: "dot",
            size_mm: 2,
            count: 9,
            gap_mm: 3,
            arrangement: "scattered",
            front: false,
          },
          { touch: "full", passes: 1, onto: "dry" },
        ),
    },
    {
      value: "water",
      label: "Splatter water",
      hint: "drops, blotted or left to dry",
      make: () => ({
        do: "water",
        id: "",
        tool: "coarse-splatter",
        region: whole,
        amount: "medium",
        blot: true,
        seed: 1,
      }),
    },
    {
      value: "stroke",
      label: "Draw a stroke",
      hint: "by hand, with a pen or a brush: drawn on the panel",
      make: () =>
        lay(darkest, "pen", {
          over: "stroke",
          points: [
            [reading.panel_width_mm * 0.2, reading.panel_height_mm / 2],
            [reading.panel_width_mm * 0.8, reading.panel_height_mm / 2],
          ],
          width_mm: 1,
        }),
    },
    { value: "dry", label: "Let it dry", make: () => ({ do: "dry", id: "", way: "air", minutes: 5 }) },
  ];
  plan.steps.forEach((step, i) => {
    const over = step.do === "brush" ? step.region.over : "";
    if (["print", "motifs", "words"].includes(over))
      list.push({
        value: `in-print-${step.id}`,
        label: `Paint inside the prints of step ${i + 1}`,
        make: () => lay(colour, "dauber", { over: "in-print", step: step.id, only: [], shaded_from: null }),
      });
  });
  if (plan.steps.some((step) => step.do === "water"))
    list.push({
      value: "wet-area",
      label: "Drop ink into the water",
      hint: "it runs only where water stands",
      make: () => lay(colour, "medium-brush", { over: "wet-area" }),
    });
  if (powder)
    list.push({
      value: "emboss",
      label: "Emboss",
      hint: `${powder.name}: sheds the ink laid over it`,
      make: () => lay(powder.key, "dauber", whole, { touch: "full", passes: 1 }),
    });
  if (plan.steps.some((step) => step.do === "brush" && ["powder", "clear"].includes(kindOf(step.ink) ?? "")))
    list.push({
      value: "wipe-beads",
      label: "Wipe the beads off",
      make: () => ({ do: "wipe-beads", id: "" }),
    });
  for (const mask of reading.masks)
    list.push(
      {
        value: `lay-${mask.key}`,
        label: `Lay the ${mask.called}`,
        make: () => ({ do: "lay-mask", id: "", mask: mask.key }),
      },
      {
        value: `halo-${mask.key}`,
        label: `Brush round the ${mask.called}`,
        hint: liesHere(mask.key) ? "strongest at its edge" : "it is laid first; strongest at its edge",
        make: () => lay(colour, "medium-brush", { over: "halo", mask: mask.key, reach_mm: 22 }),
      },
      {
        value: `inside-${mask.key}`,
        label: `Dab inside the ${mask.called}`,
        hint: liesHere(mask.key) ? undefined : "it is laid first",
        make: () =>
          lay(colour, "dauber", {
            over: "inside",
            mask: mask.key,
            shaded_from: null,
            openings: [],
            covered: false,
          }),
      },
      {
        value: `pressed-${mask.key}`,
        label: `Ink the back of the ${mask.called} and press it`,
        hint: "all but its openings prints",
        // White leaves snow; a colour prints what the sheet is.
        make: () =>
          lay(white?.key ?? colour, "large-brush", {
            over: "pressed",
            mask: mask.key,
            flakes_mm: white ? 4 : 0,
          }),
      },
      {
        value: `wipe-${mask.key}`,
        label: `Wipe the ${mask.called}`,
        make: () => ({ do: "wipe", id: "", mask: mask.key }),
      },
      {
        value: `lift-${mask.key}`,
        label: `Lift the ${mask.called}`,
        make: () => ({ do: "lift-mask", id: "", mask: mask.key }),
      },
    );
  const prepare = (act: Schemas["Prepare"]["act"], label: string, hint: string, tool: string | null = null) =>
    list.push({ value: `prepare-${act}`, label, hint, make: () => ({ do: "prepare", id: "", act, tool }) });
  prepare("anti-static", "Use the anti-static bag", "before powder");
  prepare("clean-tool", "Clean a tool", "before an ink it would spoil", "sponge");
  prepare("sweep", "Sweep a clean brush over it", "evens hybrid ink");
  prepare("register", "Mark the corners", "before a print that comes twice");
  prepare("orient", "Decide which way is up", "and try it on scrap");
  prepare("turn", "Turn the panel round", "what follows is said so, until it is turned back");
  prepare("trim", "Trim the panel", "when all ink is laid");
  prepare("mount", "Mount it", "when all is dry");
  return list;
}
