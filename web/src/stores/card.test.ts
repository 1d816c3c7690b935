import { createPinia, setActivePinia } from "pinia";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { FakeServer, PLAN, until } from "../testing/server";
import { windowKey } from "../logic/keys";
import type { CardStore } from "./card";

let server: FakeServer;
let store: CardStore;
let notices: Awaited<ReturnType<(typeof import("./notices"))["useNotices"]>>;

/** A window of its own: stores that know nothing of an earlier one. */
async function openWindow() {
  store?.$dispose();
  vi.resetModules();
  setActivePinia(createPinia());
  const fresh = await import("pinia");
  fresh.setActivePinia(fresh.createPinia());
  const { useCard } = await import("./card");
  notices = (await import("./notices")).useNotices();
  store = useCard("c1");
}
const retitle = (title: string) => store.push(`call it ${title}`, { do: "title", title });

beforeEach(async () => {
  localStorage.clear();
  server = new FakeServer().install();
  await openWindow();
  await until(() => store.state === "ready");
});

describe("a card", () => {
  it("shows an edit at once and is saved when the server has answered", async () => {
    server.holds = true;
    retitle("Night");
    expect(store.card?.plan.title).toBe("Night");
    expect(store.saved?.plan.title).toBe("Dusk");
    expect(store.pristine).toBe(false);
    await until(() => server.requests.at(-1) === "PUT /api/cards/c1");
    server.release();
    await until(() => store.pristine);
    expect(store.saved?.plan.title).toBe("Night");
    expect(localStorage.length).toBe(0);
  });

  it("follows what another window did, and leaves the undoing of it to that window", async () => {
    server.edit((plan) => ({ ...plan, title: "Theirs" }));
    await store.follow(2);
    expect(store.card?.plan.title).toBe("Theirs");
    const asked = server.requests.length;
    store.undo();
    expect(server.requests).toHaveLength(asked);
    expect(store.outbox).toHaveLength(0);
    await store.follow(2);
    expect(server.requests).toHaveLength(asked);
    retitle("Ours");
    await until(() => store.pristine);
    store.undo();
    await until(() => store.pristine);
    expect(server.requests.at(-1)).toContain("undo");
  });

  it("takes back what it did by another way than an edit, though the news of it came before its own answer", async () => {
    server.edit((plan) => ({ ...plan, title: "From a picture" }), windowKey());
    await store.follow(2);
    const answer = store.saved;
    if (answer) store.take(answer);
    store.undo();
    await until(() => store.pristine);
    expect(server.requests.at(-1)).toContain("undo");
  });

  it("does not follow while something of its own is on its way", async () => {
    server.holds = true;
    retitle("Ours");
    await until(() => server.requests.at(-1) === "PUT /api/cards/c1");
    const fetched = () => server.requests.filter((one) => one === "GET /api/cards/c1").length;
    const before = fetched();
    await store.follow(9);
    expect(store.card?.plan.title).toBe("Ours");
    expect(fetched()).toBe(before);
    server.release();
    await until(() => store.pristine);
    await until(() => fetched() > before);
    expect(store.card?.plan.title).toBe("Ours");
  });

  it("keeps edits while the server is away and sends them, in order, when it is back", async () => {
    server.away = true;
    retitle("Night");
    store.push("remove step 2", { do: "take-step-out", step: "s2" });
    await until(() => !store.sending);
    expect(store.outbox).toHaveLength(2);
    expect(store.card?.plan.steps).toHaveLength(1);
    expect(server.plan).toEqual(PLAN);
    server.away = false;
    await until(() => store.outbox.length === 0);
    expect(server.plan.title).toBe("Night");
    expect(server.plan.steps.map((step) => step.id)).toEqual(["s1"]);
  });

  it("keeps edits that the database cannot take, says why, and sends them again", async () => {
    vi.useFakeTimers({ toFake: ["setTimeout"] });
    try {
      server.busy = 2;
      retitle("Night");
      await vi.waitFor(() => expect(notices.said.get("store")?.text).toContain("in use by another program"));
      expect(store.card?.plan.title).toBe("Night");
      expect(server.plan).toEqual(PLAN);
      await vi.advanceTimersByTimeAsync(2100);
      expect(store.pristine).toBe(false);
      await vi.advanceTimersByTimeAsync(2100);
      await vi.waitFor(() => expect(store.pristine).toBe(true));
      expect(server.plan.title).toBe("Night");
      expect(notices.said.has("store")).toBe(false);
    } finally {
      vi.useRealTimers();
    }
  });

  it("keeps edits through a reload", async () => {
    server.away = true;
    retitle("Night");
    await until(() => !store.sending);
    server.away = false;
    server.install();
    await openWindow();
    await until(() => store.state === "ready" && store.pristine);
    expect(server.plan.title).toBe("Night");
  });

  it("does an edit once though its answer was lost", async () => {
    server.losesAnswers = true;
    retitle("Night");
    await until(() => server.plans.length === 2);
    server.losesAnswers = false;
    await until(() => store.pristine);
    expect(server.plans).toHaveLength(2);
    expect(store.saved?.plan.title).toBe("Night");
  });

  it("makes an edit again on what another window made meanwhile, and keeps both", async () => {
    server.edit((plan) => ({ ...plan, units: "cm" }));
    retitle("Night");
    await until(() => store.pristine);
    expect([server.plan.units, server.plan.title]).toEqual(["cm", "Night"]);
  });

  it("says so when what an edit was for is gone", async () => {
    server.edit((plan) => ({ ...plan, steps: [] }));
    store.push("dry for 9 minutes", { do: "word", step: "s2", path: "minutes", value: 9 });
    await until(() => store.pristine);
    expect([...notices.said.values()][0]?.text).toContain("The step it was for is no longer on the card.");
    expect(server.plan.steps).toEqual([]);
  });

  it("never drops a refused edit silently: it can be tried again", async () => {
    server.refuses = "the moon mask lies off the panel.";
    retitle("Night");
    await until(() => store.pristine);
    expect(store.card?.plan.title).toBe("Dusk");
    const notice = [...notices.said.values()][0];
    expect(notice?.text).toContain("“Call it Night” didn't work. The moon mask lies off the panel.");
    expect(notice?.ways.map((way) => way.label)).toEqual(["Try again", "Discard"]);
    server.refuses = "";
    notice?.ways[0]?.go();
    await until(() => store.pristine);
    expect(server.plan.title).toBe("Night");
  });

  it("lets a later edit through though an earlier one was refused", async () => {
    server.refuses = "no.";
    retitle("Night");
    await until(() => store.pristine);
    server.refuses = "";
    store.push("change the units", { do: "units", units: "cm" });
    await until(() => store.pristine);
    expect([server.plan.title, server.plan.units]).toEqual(["Dusk", "cm"]);
    expect(notices.said.size).toBe(1);
  });

  it("does not take back what another window did", async () => {
    retitle("Night");
    await until(() => store.pristine);
    server.edit((plan) => ({ ...plan, title: "Theirs" }));
    store.undo();
    await until(() => store.pristine);
    expect(server.plan.title).toBe("Theirs");
    expect(store.card?.plan.title).toBe("Theirs");
    expect(notices.said.size).toBe(1);
  });

  it("takes back its own edit that is still on its way", async () => {
    server.holds = true;
    retitle("Night");
    store.undo();
    server.release();
    await until(() => store.pristine);
    expect(server.plan.title).toBe("Dusk");
    expect(server.plans).toHaveLength(3);
  });

  it("shows a draft that is not sent, and takes it back", () => {
    const [moon] = PLAN.masks;
    if (!moon) throw new Error("no moon");
    store.setDraft({ do: "mask", mask: { ...moon, x_mm: 10 } });
    expect(store.card?.plan.masks[0]?.x_mm).toBe(10);
    expect(store.pristine).toBe(false);
    store.setDraft(null);
    expect(store.card?.plan.masks[0]?.x_mm).toBe(60);
    expect(server.requests.filter((request) => request.startsWith("PUT"))).toEqual([]);
  });
});

it("a card that is not there is absent, and one that cannot be asked for is away until it can", async () => {
  const { useCard } = await import("./card");
  const other = useCard("c2");
  await until(() => other.state !== "asking");
  expect(other.state).toBe("absent");
  server.away = true;
  await openWindow();
  await until(() => store.state !== "asking");
  expect(store.state).toBe("away");
  server.away = false;
  await until(() => store.state === "ready");
});
