import createClient, { type Middleware } from "openapi-fetch";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type CardOut = Schemas["CardOut"];
export type CardSummary = Schemas["CardSummary"];
export type PlanModel = Schemas["PlanModel"];
export type StepModel = PlanModel["steps"][number];
export type BrushModel = Schemas["BrushModel"];
export type DiscModel = Schemas["DiscModel"];
export type InkModel = Schemas["InkModel"];
export type Part = Schemas["PartOut"];
export type Finding = Schemas["FindingOut"];
export type ShelfOut = Schemas["ShelfOut"];
export type AnswerOut = Schemas["AnswerOut"];
export type BenchOut = Schemas["BenchOut"];
export type ChartOut = Schemas["ChartOut"];
export type CrossingOut = Schemas["CrossingOut"];
export type StripOut = Schemas["StripOut"];
export type Edge = Schemas["BandModel"]["edge"];
export type Units = PlanModel["units"];

/** A refusal by the server, in words: what is wrong, where, and what to do. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly reason: string,
    readonly mend: string,
    readonly field: string,
  ) {
    super([reason, mend].filter(Boolean).join(" "));
  }
}

/** A response that is not fine, as a Refusal. */
export async function refusalOf(response: Response): Promise<Refusal> {
  const problem = await response
    .clone()
    .json()
    .catch(() => ({}));
  const reason: string = problem.reason || problem.title || "Something failed in Cielo.";
  const sentence = reason.charAt(0).toUpperCase() + reason.slice(1);
  return new Refusal(response.status, sentence, problem.mend ?? "", problem.field ?? "");
}

const refuse: Middleware = {
  async onResponse({ response }) {
    if (!response.ok) throw await refusalOf(response);
  },
  onError() {
    return new Refusal(
      0,
      "Cielo does not answer.",
      "See that it is still running; nothing saved is lost.",
      "",
    );
  },
};

export const api = createClient<paths>({ baseUrl: globalThis.location?.origin ?? "" });
api.use(refuse);

/**
 * The body of an answer; refusals have been thrown by then. The caller names the type, because the client's own rendering of
 * it loses the lengths of tuples.
 */
export async function take<T>(answer: Promise<{ data?: unknown }>): Promise<T> {
  return (await answer).data as T;
}

/** Where the picture of a card stands. */
export function pictureUrl(id: string, revision: number, dpi: number, steps?: number): string {
  const after = steps === undefined ? "" : `&steps=${steps}`;
  return `/api/cards/${id}/picture.png?revision=${revision}&dpi=${dpi}${after}`;
}
