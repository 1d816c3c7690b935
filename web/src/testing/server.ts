/** A server for the tests of stores and components: it keeps one card as the real one does, can be away, late, or refuse. */
import type { CardOut, PlanModel } from "../api/models";

export const PLAN = {
  format: "cielo.plan",
  version: 1,
  title: "Dusk",
  units: "in",
  card: {
    width_mm: 127,
    height_mm: 177.8,
    fold: "left",
    reveals: { left_mm: 3, top_mm: 3, right_mm: 3, bottom_mm: 3 },
    mats: [],
    base_stock: "plain card",
    trim_mm: 0,
    raised_mm: 0,
    envelope: "folded",
    turned_deg: 0,
  },
  stock: { key: "white", name: "White", paper: { surface: "uncoated" } },
  inks: [{ key: "a", name: "Agave 3", kind: "dye" }],
  masks: [{ shape: "disc", key: "moon", name: "moon", x_mm: 60, y_mm: 60, diameter_mm: 30, keeps: "inside" }],
  steps: [
    { do: "lay-mask", id: "s1", mask: "moon" },
    { do: "dry", id: "s2", way: "air", minutes: 5 },
  ],
  focal: [],
  holds: [],
  cuts: [],
  schools: { order: "light-to-dark", brushes: "one-per-ink", emboss: "first", strays: "clean", owned: 3 },
  wishes: [],
  crossings: [],
} as unknown as PlanModel;

const READING = {
  panel_width_mm: 121,
  panel_height_mm: 171.8,
  stock_hex: "#fff",
  steps: [],
  findings: [],
  inks: [],
  masks: [],
  focal: [],
  holds: [],
  cuts: [],
};

const json = (body: unknown, status = 200) =>
  new Response(JSON.stringify(body), { status, headers: { "content-type": "application/json" } });
const problem = (status: number, reason: string) => json({ reason, mend: "", field: "" }, status);

export class FakeServer {
  plans: PlanModel[] = [structuredClone(PLAN)];
  keys = new Set<string>();
  requests: string[] = [];
  away = false;
  /** Does what is asked, and lets the answer get lost on the way. */
  losesAnswers = false;
  /** Refuses every edit for that reason. */
  refuses = "";
  /** How many changes the database cannot take before it can again. */
  busy = 0;
  /** Answers are held back until `release`. */
  holds = false;
  private waiting: (() => void)[] = [];

  install() {
    globalThis.fetch = (input) => this.answer(input as Request);
    return this;
  }
  get plan() {
    return this.plans.at(-1) as PlanModel;
  }
  /** Which window made a revision, where it said so. */
  windows = new Map<number, string>();
  /** Another window's edit. */
  edit(change: (plan: PlanModel) => PlanModel, window = "another-window") {
    this.plans.push(change(this.plan));
    this.windows.set(this.plans.length, window);
  }
  release() {
    this.holds = false;
    for (const go of this.waiting.splice(0)) go();
  }
  private card(): CardOut {
    return {
      id: "c1",
      revision: this.plans.length,
      plan: this.plan,
      reading: READING,
      undoes: this.plans.length > 1 ? "something" : null,
      redoes: null,
      undoes_of: this.plans.length > 1 ? (this.windows.get(this.plans.length) ?? null) : null,
      redoes_of: null,
      measured: [],
      piece: null,
      pieces: [],
      run: [],
      remembered: [],
    } as CardOut;
  }
  private async answer(request: Request): Promise<Response> {
    const path = new URL(request.url).pathname;
    this.requests.push(`${request.method} ${path}`);
    if (this.away) throw new TypeError("Failed to fetch");
    const body = request.method === "GET" ? null : await request.json();
    if (this.holds)
      await new Promise<void>((go, giveUp) => {
        this.waiting.push(go);
        request.signal.addEventListener("abort", () => giveUp(new DOMException("given up", "AbortError")));
      });
    const answer = this.act(request.method, path, body);
    if (this.losesAnswers && request.method !== "GET") throw new TypeError("Failed to fetch");
    return answer;
  }
  private act(
    method: string,
    path: string,
    body: { key: string; based_on: number; window?: string; plan?: PlanModel },
  ): Response {
    if (path === "/api/health") return json({ status: "ok" });
    if (!path.startsWith("/api/cards/c1")) return problem(404, "there is no such card.");
    if (method === "GET") return json(this.card());
    if (this.keys.has(body.key)) return json(this.card());
    if (this.busy-- > 0) return problem(503, "The database is in use by another program.");
    if (this.refuses) return problem(422, this.refuses);
    if (body.based_on !== this.plans.length) return problem(409, "this card was changed in another window.");
    const back = path.endsWith("/undo") ? this.plans.at(-2) : undefined;
    this.plans.push(body.plan ?? back ?? this.plan);
    if (body.window) this.windows.set(this.plans.length, body.window);
    this.keys.add(body.key);
    return json(this.card());
  }
}

/** Waits until something holds, a second at most. */
export async function until(holds: () => boolean) {
  for (let i = 0; i < 200 && !holds(); i++) await new Promise((go) => setTimeout(go, 5));
  if (!holds()) throw new Error("It never came to hold.");
}
