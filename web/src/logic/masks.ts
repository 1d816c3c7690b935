/** Masks and stencils that can be added to a plan, each in a place and size that suits the panel. */
import type { Mask, PlanModel } from "../api/models";
import { onRuler } from "./length";
import { t } from "../words";

export type Shape = "moon" | "edge" | "hills" | "clouds" | "torn" | "tapes" | "border" | "stencil" | "motif";

export const NEW_MASKS: { value: Shape; label: string; hint: string }[] = [
  { value: "moon", label: t("everywhere.common.aRoundMask"), hint: t("logic.masks.moonSunSpotlight") },
  { value: "edge", label: t("logic.masks.aStraightEdge"), hint: t("logic.masks.horizonWallAndFloor") },
  { value: "hills", label: t("logic.masks.anEdgeOfHills"), hint: t("logic.masks.keepsWhatIsAboveIt") },
  { value: "clouds", label: t("logic.masks.anEdgeOfClouds"), hint: t("logic.masks.turnItRoundAndRound") },
  { value: "torn", label: t("logic.masks.tornPaper"), hint: t("logic.masks.aSoftRaggedEdge") },
  { value: "tapes", label: t("logic.masks.twoTapes"), hint: t("logic.masks.aStripStaysOpenBetween") },
  { value: "border", label: t("logic.masks.aTapedBorder"), hint: t("logic.masks.fourTapesTheRimStays") },
  {
    value: "stencil",
    label: t("logic.masks.aRepeatStencil"),
    hint: t("logic.masks.inkComesThroughItsOpenings"),
  },
  { value: "motif", label: t("logic.masks.oneMotif"), hint: t("logic.masks.aMaskCutToA") },
];

/** How far a sheet is pushed on when it is first laid again, mm. */
const PUSHED_MM = 4;
/** The same sheet laid again, a little higher: one thing, which is cut and fetched once. */
export function pushedOn(plan: PlanModel, was: Mask): Mask {
  const taken = new Set(plan.masks.map((mask) => mask.key));
  let number = 2;
  while (taken.has(`${was.key.slice(0, 50)}-${number}`)) number++;
  const key = `${was.key.slice(0, 50)}-${number}`;
  return { ...was, key, y_mm: was.y_mm - PUSHED_MM, sheet: was.sheet ?? was.key };
}

/** A new mask of a shape, with a key that no other of the plan has. */
export function newMask(shape: Shape, plan: PlanModel, width: number, height: number): Mask {
  const taken = new Set(plan.masks.map((mask) => mask.key));
  let number = 1;
  while (taken.has(number === 1 ? shape : `${shape}-${number}`)) number++;
  const key = number === 1 ? shape : `${shape}-${number}`;
  const name = number === 1 ? NAMES[shape] : `${NAMES[shape]} ${number}`;
  const short = Math.min(width, height);
  const mark = (mm: number) => onRuler(mm, plan.units);
  const place = {
    key,
    name,
    named: [],
    part: "itself" as const,
    x_mm: width / 2,
    y_mm: height / 2,
  };
  const edge = {
    ...place,
    shape: "edge" as const,
    angle_deg: 0,
    height_mm: mark(14),
    seed: number,
    flipped: false,
  };
  switch (shape) {
    case "moon":
      return { ...place, shape: "disc", diameter_mm: mark(short * 0.32), keeps: "inside" };
    case "edge":
      return { ...edge, profile: "straight", keeps: "inside" };
    case "hills":
      return { ...edge, profile: "hills", keeps: "outside" };
    case "clouds":
      return { ...edge, profile: "clouds", keeps: "inside" };
    case "torn":
      return { ...edge, profile: "torn", keeps: "inside" };
    case "tapes":
      return { ...place, shape: "tapes", angle_deg: -18, width_mm: mark(38), keeps: "outside" };
    case "border": {
      const rim = mark(6);
      const size = { width_mm: height - 2 * rim, length_mm: width - 2 * rim };
      return { ...place, shape: "tapes", angle_deg: 0, ...size, keeps: "outside" };
    }
    case "stencil": {
      const size = mark(short * 0.22);
      const pitch = mark(size * 1.25);
      const rest = { angle_deg: 0, staggered: true, spread_mm: 0, flipped: false, keeps: "outside" as const };
      return { ...place, shape: "stencil", motif: "rosette", size_mm: size, pitch_mm: pitch, ...rest };
    }
    case "motif": {
      const rest = { angle_deg: 0, spread_mm: 0, flipped: false, keeps: "inside" as const };
      return { ...place, shape: "motif", motif: "saguaro", size_mm: mark(short * 0.5), ...rest };
    }
  }
}

const NAMES: Record<Shape, string> = {
  moon: t("logic.masks.moon"),
  edge: t("logic.masks.straight"),
  hills: t("logic.masks.hills"),
  clouds: t("logic.masks.clouds"),
  torn: t("logic.masks.tornPaper"),
  tapes: t("logic.masks.strip"),
  border: t("logic.masks.border"),
  stencil: t("logic.masks.agave"),
  motif: t("logic.masks.motif"),
};

export const PROFILES = [
  { value: "straight" as const, label: t("logic.masks.straight") },
  { value: "wave" as const, label: t("logic.masks.aWave") },
  { value: "hills" as const, label: t("logic.masks.hills") },
  { value: "dunes" as const, label: t("logic.masks.dunes") },
  { value: "clouds" as const, label: t("logic.masks.clouds") },
  { value: "torn" as const, label: t("logic.masks.tornPaper") },
];

/** Which side a mask keeps, in words for its own shape. */
export function keepsChoices(shape: Mask["shape"]) {
  const words =
    shape === "edge"
      ? { inside: t("logic.masks.whatIsBelowIt"), outside: t("logic.masks.whatIsAboveIt") }
      : { inside: t("logic.masks.whatIsInsideIt"), outside: t("logic.masks.allButWhatIsInside") };
  return [
    { value: "inside" as const, label: words.inside },
    { value: "outside" as const, label: words.outside },
  ];
}

/** How far a strip stays off the motif it is fitted round, by the ruler in use, mm. */
export const NUDGE = { in: 25.4 / 8, cm: 3 } as const;

export function isRepeat(mask: Mask): boolean {
  return mask.shape === "stencil" || (mask.shape === "drawn" && mask.pitch_mm > 0);
}
export function isStencil(mask: Mask): boolean {
  return ["stencil", "motif", "drawn"].includes(mask.shape) && mask.keeps === "outside";
}
