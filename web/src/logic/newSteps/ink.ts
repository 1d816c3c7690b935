/** Ways to lay ink on the ground. */
import { t } from "../../words";
import type { Kit, NewStep } from "./kit";

export function inkSteps(kit: Kit): NewStep[] {
  const { plan, reading, w, h, short, mark, colour, darkest, white, lay, whole, liesHere } = kit;
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
          end_mm: mark(h / 3),
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
          end_mm: mark(h / 3),
          lead_in_mm: 0,
          carry_mm: 20,
        }),
    },
    {
      value: "vignette",
      label: t("logic.newSteps.darkenTheEdges"),
      hint: t("logic.newSteps.fromAllFourEdgesOr"),
      make: () =>
        lay(darkest, "large-brush", { over: "vignette", reach_mm: mark(short * 0.6), origin: "edges" }),
    },
    {
      value: "patches",
      label: t("logic.newSteps.dabPatchesAtRandom"),
      hint: t("logic.newSteps.untilTheyCoverAsMuch"),
      make: () =>
        lay(
          colour,
          "sponge",
          { over: "patches", size_mm: mark(short * 0.25), cover: 0.6 },
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
    {
      value: "bare",
      label: t("logic.newSteps.dabWhereItIsStill"),
      hint: t("logic.newSteps.untilNoBareSpotIs"),
      make: () => lay(colour, "sponge", { over: "bare" }, { touch: "medium" }),
    },
    {
      value: "stroke",
      label: t("logic.newSteps.drawAStroke"),
      hint: t("logic.newSteps.byHandWithAPen"),
      make: () =>
        lay(darkest, "pen", {
          over: "stroke",
          points: [
            [w * 0.2, h / 2],
            [w * 0.8, h / 2],
          ],
          width_mm: 1,
        }),
    },
  ];
  if (plan.steps.some((step) => step.do === "water"))
    list.push({
      value: "wet-area",
      label: t("logic.newSteps.dropInkIntoTheWater"),
      hint: t("logic.newSteps.itRunsOnlyWhereWater"),
      make: () => lay(colour, "medium-brush", { over: "wet-area" }),
    });
  for (const mask of reading.masks)
    list.push(
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
    );
  return list;
}
