/** Steps that can be added to a plan, each with measures that suit the panel. */
import type { Brush, CardOut, InkModel, Mask, Schemas, ShelfOut, Step } from "../api/models";
import { NEW_MASKS, newMask } from "./masks";
import { inARow, newPrint, shapeOf } from "./prints";
import { liesAfter } from "./steps";
import { STUCK_CHOICES, threeOf } from "./stuck";
import { t } from "../words";

export interface NewStep {
  value: string;
  label: string;
  hint?: string;
  /** What it is listed under. */
  group?: string;
  /** A picture of it: outlines within the unit disc. */
  path?: string;
  /** An ink of the shelf or a new mask that it takes, and that is not on the card yet. */
  ink?: InkModel;
  mask?: Mask;
  /** A stencil of the shelf that it lays; the server works that out. */
  design?: string;
  make: () => Step;
}

/** What lies on the shelf, to be taken by a step. */
export interface Shelved {
  inks: InkModel[];
  motifs: ShelfOut["motifs"];
  designs: Schemas["DesignOut"][];
}
const NOTHING: Shelved = { inks: [], motifs: [], designs: [] };

/** What can be added after a step, group by group: with what is on the card, and with what is on the shelf. */
export function newSteps(card: CardOut, after: Step | undefined, shelved: Shelved = NOTHING): NewStep[] {
  const list = stepsOfCard(card, after, shelved);
  const place = (value: string) => GROUPS.findIndex(({ of }) => of.test(value));
  return list
    .map((one) => ({ ...withItsInk(one, card, shelved), group: GROUPS[place(one.value)]?.label }))
    .sort((a, b) => place(a.value) - place(b.value));
}
/** A step with the ink of the shelf that it lays, where that is not on the card. */
function withItsInk(one: NewStep, card: CardOut, shelved: Shelved): NewStep {
  if (one.ink || card.plan.inks.some(({ kind }) => !ASIDE.has(kind))) return one;
  const step = one.make();
  const key = step.do === "brush" ? step.ink : null;
  const ink = shelved.inks.find((other) => other.key === key);
  return ink && !card.plan.inks.some((other) => other.key === key) ? { ...one, ink } : one;
}
const ASIDE = new Set(["powder", "clear", "white", "paste"]);
const GROUPS = [
  {
    label: t("logic.newSteps.groupInk"),
    of: /^(brush|whole|slant|vignette|patches|smoosh|splatter|bare|stroke|wet-area|halo-|inside-|pressed-)/,
  },
  { label: t("logic.newSteps.groupMasks"), of: /^(lay-|new-|shelf-|wipe-(?!beads)|lift-)/ },
  { label: t("logic.newSteps.groupPrints"), of: /^(print|draw|stamp|words|dots|in-print)/ },
  { label: t("logic.newSteps.groupPowder"), of: /^(emboss|wipe-beads|prepare-anti-static)/ },
  { label: t("logic.newSteps.groupWater"), of: /^(water|dry)/ },
  { label: t("logic.newSteps.groupStuck"), of: /^stick-/ },
  { label: t("logic.newSteps.groupCare"), of: /./ },
];

function stepsOfCard(card: CardOut, after: Step | undefined, shelved: Shelved): NewStep[] {
  const { plan, reading } = card;
  const w = reading.panel_width_mm;
  const h = reading.panel_height_mm;
  const short = Math.min(w, h);
  const colours = plan.inks.filter((ink) => !ASIDE.has(ink.kind));
  /** With no colour beside the card yet the first of the shelf is taken: another is a tap away. */
  const first = colours.length ? undefined : shelved.inks.find((ink) => !ASIDE.has(ink.kind));
  const kindOf = (key: string) => plan.inks.find((ink) => ink.key === key)?.kind;
  const laid = new Set(plan.steps.map((step) => (step.do === "brush" ? step.ink : "")));
  const next = colours.find((ink) => !laid.has(ink.key))?.key;
  const before =
    after?.do === "brush" && colours.some((ink) => ink.key === after.ink) ? after.ink : undefined;
  /** She lays her inks one after another: the next that lies beside the card, and when all are laid, that of the step before. */
  const colour = next ?? before ?? colours[0]?.key ?? first?.key ?? plan.inks[0]?.key ?? "";
  const darkest =
    [...reading.inks]
      .filter((i) => colours.some((c) => c.key === i.key))
      .sort((a, b) => a.lightness - b.lightness)[0]?.key ?? colour;
  const powder = plan.inks.find((ink) => ["powder", "clear"].includes(ink.kind));
  const white = plan.inks.find((ink) => ["white", "paste"].includes(ink.kind));
  /** What the shelf has of a kind, where the card has none of it. */
  const shelvedOf = (kind: string) =>
    plan.inks.some((ink) => ink.kind === kind)
      ? []
      : shelved.inks.filter((ink) => ink.kind === kind).slice(0, 4);
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

  /** An image in the middle; one that stands on the bottom edge, where it does not float. */
  const stamped = (motif: string, path: string, stands: boolean) => {
    const image = newPrint(motif as Schemas["BuiltIn"]["motif"], Math.round(short * 0.4), w / 2, h / 2);
    if (!stands) return image;
    const on = inARow(image, 1, { width: w, height: h }, shapeOf(image.image, path));
    return { ...on, stands: "stands" as const };
  };

  const list: NewStep[] = [
    {
      value: "brush",
      label: t("logic.newSteps.brushAnInk"),
      hint: t("logic.newSteps.aBandFromOneEdge"),
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
      label: t("logic.newSteps.brushItAllOver"),
      make: () => lay(colour, "large-brush", whole, { touch: "pale" }),
    },
    {
      value: "slant",
      label: t("logic.newSteps.brushASlantingBand"),
      hint: t("logic.newSteps.atAnyAngle"),
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
      label: t("logic.newSteps.darkenTheEdges"),
      hint: t("logic.newSteps.fromAllFourEdgesOr"),
      make: () =>
        lay(darkest, "large-brush", { over: "vignette", reach_mm: Math.round(short * 0.6), origin: "edges" }),
    },
    {
      value: "patches",
      label: t("logic.newSteps.dabPatchesAtRandom"),
      hint: t("logic.newSteps.untilTheyCoverAsMuch"),
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
      label: t("logic.newSteps.smooshAnInk"),
      hint: t("logic.newSteps.blotsWithRimsAndBare"),
      make: () => lay(colour, "mat", whole, { touch: "medium", passes: 1 }),
    },
    {
      value: "splatter",
      label: t("logic.newSteps.splatterAnInk"),
      hint: t("logic.newSteps.fineOrCoarseDrops"),
      make: () => lay(white?.key ?? darkest, "fine-splatter", whole, { passes: 1, onto: "dry" }),
    },
    ...(shelved.motifs.length
      ? shelved.motifs
      : [{ key: "snail" as const, name: "", path: "", stands: false }]
    ).map(({ key, name, path, stands }) => ({
      value: name ? `print-${key}` : "print",
      label: name ? t("logic.newSteps.stampThe", { name }) : t("logic.newSteps.stampAnImage"),
      path: path || undefined,
      make: () => lay(darkest, "stamp", stamped(key, path, stands), print),
    })),
    {
      value: "draw",
      label: t("logic.newSteps.drawAnImageWithA"),
      hint: t("logic.newSteps.itsOutlineAsFineAs"),
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
      label: t("logic.newSteps.dabWhereItIsStill"),
      hint: t("logic.newSteps.untilNoBareSpotIs"),
      make: () => lay(colour, "sponge", { over: "bare" }, { touch: "medium" }),
    },
    {
      value: "stamp",
      label: t("logic.newSteps.stampMotifs"),
      hint: t("logic.newSteps.largeFirstSmallInThe"),
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
      label: t("logic.newSteps.stampWords"),
      make: () =>
        lay(
          darkest,
          "stamp",
          {
            over: "words",
            text: t("logic.newSteps.thankYou"),
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
      label: t("logic.newSteps.drawDotsWithAPen"),
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
    ...STUCK_CHOICES.map(({ value, label, hint }) => ({
      value: `stick-${value}`,
      label: t("logic.newSteps.stickOn", { what: label }),
      hint: hint ?? t("logic.newSteps.whenAllElseIsDone"),
      make: () => threeOf(value, { width: w, height: h }),
    })),
    {
      value: "water",
      label: t("logic.newSteps.splatterWater"),
      hint: t("logic.newSteps.dropsBlottedOrLeftTo"),
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
      label: t("logic.newSteps.drawAStroke"),
      hint: t("logic.newSteps.byHandWithAPen"),
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
    {
      value: "dry",
      label: t("logic.newSteps.letItDry"),
      make: () => ({ do: "dry", id: "", way: "air", minutes: 5 }),
    },
  ];
  plan.steps.forEach((step, i) => {
    const over = step.do === "brush" ? step.region.over : "";
    if (["print", "motifs", "words"].includes(over))
      list.push({
        value: `in-print-${step.id}`,
        label: t("logic.newSteps.paintInsideThePrintsOf", { i: i + 1 }),
        make: () => lay(colour, "dauber", { over: "in-print", step: step.id, only: [], shaded_from: null }),
      });
  });
  if (plan.steps.some((step) => step.do === "water"))
    list.push({
      value: "wet-area",
      label: t("logic.newSteps.dropInkIntoTheWater"),
      hint: t("logic.newSteps.itRunsOnlyWhereWater"),
      make: () => lay(colour, "medium-brush", { over: "wet-area" }),
    });
  if (powder)
    list.push({
      value: "emboss",
      label: t("logic.newSteps.emboss"),
      hint: t("logic.newSteps.shedsTheInkLaid", { name: powder.name }),
      make: () => lay(powder.key, "dauber", whole, { touch: "full", passes: 1 }),
    });
  for (const ink of [...shelvedOf("powder"), ...shelvedOf("clear")])
    list.push({
      value: `emboss-${ink.key}`,
      label: t("logic.newSteps.embossWith", { name: ink.name }),
      hint: t("logic.newSteps.fromTheShelf"),
      ink,
      make: () => lay(ink.key, "dauber", whole, { touch: "full", passes: 1 }),
    });
  if (plan.steps.some((step) => step.do === "brush" && ["powder", "clear"].includes(kindOf(step.ink) ?? "")))
    list.push({
      value: "wipe-beads",
      label: t("logic.newSteps.wipeTheBeadsOff"),
      make: () => ({ do: "wipe-beads", id: "" }),
    });
  for (const mask of reading.masks)
    list.push(
      {
        value: `lay-${mask.key}`,
        label: t("logic.newSteps.layThe", { called: mask.called }),
        make: () => ({ do: "lay-mask", id: "", mask: mask.key }),
      },
      {
        value: `halo-${mask.key}`,
        label: t("logic.newSteps.brushRoundThe", { called: mask.called }),
        hint: liesHere(mask.key)
          ? t("logic.newSteps.strongestAtItsEdge")
          : t("logic.newSteps.itIsLaidFirstStrongest"),
        make: () => lay(colour, "medium-brush", { over: "halo", mask: mask.key, reach_mm: 22 }),
      },
      {
        value: `inside-${mask.key}`,
        label: t("logic.newSteps.dabInsideThe", { called: mask.called }),
        hint: liesHere(mask.key) ? undefined : t("logic.newSteps.itIsLaidFirst"),
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
        label: t("logic.newSteps.inkTheBackOfThe", { called: mask.called }),
        hint: t("logic.newSteps.allButItsOpeningsPrints"),
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
        label: t("logic.newSteps.wipeThe", { called: mask.called }),
        make: () => ({ do: "wipe", id: "", mask: mask.key }),
      },
      {
        value: `lift-${mask.key}`,
        label: t("logic.newSteps.liftThe", { called: mask.called }),
        make: () => ({ do: "lift-mask", id: "", mask: mask.key }),
      },
    );
  for (const { value, label, hint } of NEW_MASKS) {
    const mask = newMask(value, plan, w, h);
    list.push({
      value: `new-${value}`,
      label: t("logic.newSteps.layNew", { label }),
      hint,
      mask,
      make: () => ({ do: "lay-mask", id: "", mask: mask.key }),
    });
  }
  for (const { key, name, hint } of shelved.designs)
    list.push({
      value: `shelf-${key}`,
      label: t("logic.newSteps.layShelved", { name }),
      hint: hint || t("logic.newSteps.fromTheShelf"),
      design: key,
      make: () => ({ do: "lay-mask", id: "", mask: key }),
    });
  const prepare = (act: Schemas["Prepare"]["act"], label: string, hint: string, tool: string | null = null) =>
    list.push({ value: `prepare-${act}`, label, hint, make: () => ({ do: "prepare", id: "", act, tool }) });
  prepare("anti-static", t("logic.newSteps.useTheAntiStaticBag"), t("logic.newSteps.beforePowder"));
  prepare("clean-tool", t("logic.newSteps.cleanATool"), t("logic.newSteps.beforeAnInkItWould"), "sponge");
  prepare("sweep", t("logic.newSteps.sweepACleanBrushOver"), t("logic.newSteps.evensHybridInk"));
  prepare("register", t("logic.newSteps.markTheCorners"), t("logic.newSteps.beforeAPrintThatComes"));
  prepare("orient", t("logic.newSteps.decideWhichWayIsUp"), t("logic.newSteps.andTryItOnScrap"));
  prepare("turn", t("logic.newSteps.turnThePanelRound"), t("logic.newSteps.whatFollowsIsSaidSo"));
  prepare("cut", t("logic.newSteps.cutItOut"), t("logic.newSteps.whenItIsDry"));
  prepare("trim-down", t("logic.newSteps.trimItDown"), t("logic.newSteps.toGoOnSmaller"));
  prepare("trim", t("logic.newSteps.trimThePanel"), t("logic.newSteps.whenAllInkIsLaid"));
  prepare("mount", t("logic.newSteps.mountIt"), t("logic.newSteps.whenAllIsDry"));
  return list;
}
