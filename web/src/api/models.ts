/** The server's nouns, by the names used here. */
import type { components } from "./schema";

export type Schemas = components["schemas"];
export type CardOut = Schemas["CardOut"];
export type CardSummary = Schemas["CardSummary"];
export type PlanModel = Schemas["PlanModel"];
export type Step = PlanModel["steps"][number];
export type Brush = Schemas["Brush"];
export type Disc = Schemas["Disc"];
export type Print = Schemas["Print"];
export type At = Schemas["At"];
export type Words = Schemas["Words"];
export type InkModel = Schemas["InkModel"];
export type Part = Schemas["PartOut"];
export type Finding = Schemas["FindingOut"];
export type ShelfOut = Schemas["ShelfOut"];
export type AnswerOut = Schemas["AnswerOut"];
export type BenchOut = Schemas["BenchOut"];
export type ChartOut = Schemas["ChartOut"];
export type CrossingOut = Schemas["CrossingOut"];
export type StripOut = Schemas["StripOut"];
export type Edge = Schemas["Band"]["edge"];
export type Units = PlanModel["units"];
export type Mask = NonNullable<PlanModel["masks"]>[number];
export type Hold = NonNullable<PlanModel["holds"]>[number];
export type Focal = NonNullable<PlanModel["focal"]>[number];
export type Cut = NonNullable<PlanModel["cuts"]>[number];
export type CardPart = PlanModel["card"];
