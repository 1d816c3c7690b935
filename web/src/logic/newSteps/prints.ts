/** Stamps, words and pens. */
import type { Schemas } from "../../api/models";
import { inARow, newPrint, shapeOf } from "../prints";
import { t } from "../../words";
import type { Kit, NewStep } from "./kit";

export function printSteps(kit: Kit): NewStep[] {
  const { plan, shelved, w, h, short, mark, colour, darkest, white, lay, print } = kit;
  /** An image in the middle; one that stands on the bottom edge, where it does not float. */
  const stamped = (motif: string, path: string, stands: boolean) => {
    const image = newPrint(motif as Schemas["BuiltIn"]["motif"], mark(short * 0.4), w / 2, h / 2);
    if (!stands) return image;
    const on = inARow(image, 1, { width: w, height: h }, shapeOf(image.image, path));
    return { ...on, stands: "stands" as const };
  };

  const list: NewStep[] = [
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
          { ...newPrint("fern", mark(short * 0.4), w / 2, h / 2), line_mm: 0.6 },
          { touch: "full", passes: 1, onto: "dry" },
        ),
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
            size_mm: mark(short * 0.25),
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
            x_mm: w / 2,
            y_mm: h > w / 2 ? mark(h * 0.85) : h / 2,
            height_mm: mark(Math.min(9, h * 0.35)),
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
  return list;
}
