/** The one way to the server: types go by path and method, refusals are words, and silence is told apart from a refusal. */
import { capital } from "../logic/capital";
import createClient, { type MaybeOptionalInit, type Middleware } from "openapi-fetch";
import type { HttpMethod, PathsWithMethod, RequiredKeysOf } from "openapi-typescript-helpers";
import type { paths } from "./schema";
import { t } from "../words";

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

/** The server did not answer, or not to the end; whether it did what was asked is not known. */
export class NoAnswer extends Error {
  constructor() {
    super(t("everywhere.client.cieloDoesNotAnswer"));
  }
}

export function isGivenUp(error: unknown): boolean {
  return error instanceof DOMException && error.name === "AbortError";
}
/** Refusals that say nothing of what was asked: the database is in use, a fault, something between. Asked again it may well be done. */
const FOR_NOW = new Set([401, 408, 425, 429]);
export function isForNow(error: unknown): error is Refusal {
  return error instanceof Refusal && (error.status >= 500 || FOR_NOW.has(error.status));
}

/** Who wants to know whether the server is heard. */
interface Listener {
  heard(): void;
  lost(): void;
}
let listener: Listener = { heard: () => undefined, lost: () => undefined };
export function listen(to: Listener) {
  listener = to;
}

async function refusalOf(response: Response): Promise<Refusal> {
  const problem = await response.json().catch(() => ({}));
  const reason: string = problem.reason || problem.title || t("everywhere.client.somethingFailedInCielo");
  const sentence = capital(reason);
  return new Refusal(response.status, sentence, problem.mend ?? "", problem.field ?? "");
}

const words: Middleware = {
  async onResponse({ response }) {
    // What was kept of an earlier answer says that the server does not answer now.
    if (response.headers.has("x-cielo-kept")) listener.lost();
    else listener.heard();
    if (!response.ok) throw await refusalOf(response);
  },
  onError({ error }) {
    if (isGivenUp(error) || error instanceof Refusal) return error as Error;
    listener.lost();
    return new NoAnswer();
  },
};

const client = createClient<paths>({
  baseUrl: globalThis.location?.origin ?? "",
  fetch: (request) => globalThis.fetch(request),
});
client.use(words);

type Operation<M extends HttpMethod, P extends keyof paths> = paths[P] extends Record<M, infer O> ? O : never;
type Content<O, Code extends number> = O extends {
  responses: Record<Code, { content: { "application/json": infer Body } }>;
}
  ? Body
  : never;
/** The body of a good answer, as the schema has it. */
export type AnswerOf<M extends HttpMethod, P extends keyof paths> =
  Content<Operation<M, P>, 200> | Content<Operation<M, P>, 201>;

type Init<M extends HttpMethod, P extends PathsWithMethod<paths, M>> = MaybeOptionalInit<paths[P], M> & {
  signal?: AbortSignal;
};
type Loose = (method: string, path: string, init?: object) => Promise<{ data?: unknown }>;

/** What is no refusal and was not given up is no answer: a body that broke off, or that is not what it says it is. */
async function heardOut<T>(answer: Promise<{ data?: unknown }>): Promise<T> {
  try {
    return (await answer).data as T;
  } catch (error) {
    throw error instanceof Refusal || error instanceof NoAnswer || isGivenUp(error) ? error : new NoAnswer();
  }
}

/** Asks, and has the body of the answer. Throws Refusal, NoAnswer, or the error of a signal that gave it up. */
export async function ask<M extends HttpMethod, P extends PathsWithMethod<paths, M>>(
  method: M,
  path: P,
  ...[init]: RequiredKeysOf<Init<M, P>> extends never ? [Init<M, P>?] : [Init<M, P>]
): Promise<AnswerOf<M, P>> {
  // The client's own rendering of an answer loses the lengths of tuples; the schema is taken at its word here, and only here.
  return heardOut((client.request as Loose)(method, path, init));
}

/** As `ask`, for an answer that is a picture. */
export async function askPicture<M extends HttpMethod, P extends PathsWithMethod<paths, M>>(
  method: M,
  path: P,
  init: Init<M, P>,
): Promise<Blob> {
  return heardOut((client.request as Loose)(method, path, { ...init, parseAs: "blob" }));
}

/** The header by which what is asked twice, by a double tap or after an answer was lost, is made once. */
export function once(request: string) {
  return { headers: { "idempotency-key": request } };
}

/** For a file sent as the body, as it is. */
export function asFile(type: string, file: Blob, request?: string) {
  const headers = { "content-type": type, ...(request ? once(request).headers : {}) };
  return { body: file as never, bodySerializer: () => file, headers };
}

/** How the panel can be shown but as predicted. */
export type Look = "paler" | "stronger" | "wet";
/** The saved picture; or as pale or as strong as the panel may well come out, or still wet. */
export function pictureUrl(
  id: string,
  revision: number,
  dpi: number,
  steps?: number,
  look?: Look | null,
): string {
  const after = steps === undefined ? "" : `&steps=${steps}`;
  return `/api/cards/${id}/picture.png?revision=${revision}&dpi=${dpi}${after}${look ? `&look=${look}` : ""}`;
}

/** The small picture after a step, by what it depends on: while that stays the same, it is not asked for again. */
export function proofUrl(id: string, key: string, steps: number): string {
  return `/api/cards/${id}/proof/${key}.png?steps=${steps}`;
}
