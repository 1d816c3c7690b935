import { describe, expect, it } from "vitest";
import type { CardSummary } from "../api/models";
import { grouped } from "./cardGroups";
import { placeUnits } from "./locale";
import { asBody, panelOf, type Sizes } from "./startSizes";
import { type Filter, filtersFor, sayLeft, shown, type Thing } from "./things";

const unknown: Thing["facts"] = { since: "", place: "", note: "", named: [] };

function thing(name: string, more: Partial<Thing> = {}): Thing {
  return {
    kind: "ink",
    key: name.toLowerCase(),
    name,
    ink: null,
    stock: null,
    own: null,
    facts: unknown,
    away: false,
    can_delete: true,
    low: false,
    hexes: [],
    lightness: 50,
    family: "blues",
    last_used: "",
    ...more,
  } as Thing;
}
const all: Filter = { search: "", only: null, sort: "shelf" };
const TODAY = "2026-11-26";
const names = (things: Thing[]) => things.map((one) => one.name);

describe("the shelf", () => {
  const shelf = [
    thing("Séquoia 10", {
      lightness: 30,
      family: "browns",
      facts: { ...unknown, place: "tin two" },
      last_used: "2026-11-01",
    }),
    thing("Agave 2", { lightness: 70, family: "greens", low: true, last_used: "2026-01-01" }),
    thing("Agave 10", { lightness: 60, family: "greens" }),
    thing("Old", { away: true }),
    thing("Kraft", { kind: "stock" }),
  ];
  it("shows what is of the kind and not put away, in its order", () => {
    expect(names(shown(shelf, "ink", all, TODAY))).toEqual(["Séquoia 10", "Agave 2", "Agave 10"]);
    expect(names(shown(shelf, "stock", all, TODAY))).toEqual(["Kraft"]);
  });
  it.each([
    ["sequoia", ["Séquoia 10"]],
    ["TIN two", ["Séquoia 10"]],
    ["agave 10", ["Agave 10"]],
    ["nothing", []],
  ])("is searched for %s", (search, found) => {
    expect(names(shown(shelf, "ink", { ...all, search }, TODAY))).toEqual(found);
  });
  it.each([
    ["low", ["Agave 2"]],
    ["idle", ["Agave 2", "Agave 10"]],
    ["away", ["Old"]],
    ["greens", ["Agave 2", "Agave 10"]],
  ])("is filtered to %s", (only, found) => {
    expect(names(shown(shelf, "ink", { ...all, only }, TODAY))).toEqual(found);
  });
  it("is sorted light to dark, by family, and by name as people count", () => {
    expect(names(shown(shelf, "ink", { ...all, sort: "light" }, TODAY))).toEqual([
      "Agave 2",
      "Agave 10",
      "Séquoia 10",
    ]);
    expect(names(shown(shelf, "ink", { ...all, sort: "family" }, TODAY))[0]).toBe("Séquoia 10");
    expect(names(shown(shelf, "ink", { ...all, sort: "name" }, TODAY))).toEqual([
      "Agave 2",
      "Agave 10",
      "Séquoia 10",
    ]);
  });
  it("offers only families that are there", () => {
    const offered = filtersFor(shelf, "ink").map((one) => one.value);
    expect(offered).toContain("greens");
    expect(offered).not.toContain("reds");
  });
  it("keeps powders and pastes apart from inks, and filters by how light a colour is", () => {
    const powder = { kind: "powder" } as Thing["ink"];
    const inks = [
      thing("Pale", { lightness: 80, hexes: ["#eee"] }),
      thing("Deep", { lightness: 20, hexes: ["#111"] }),
      thing("White powder", { ink: powder, lightness: 95, hexes: ["#fff"] }),
    ];
    expect(names(shown(inks, "powder", all, TODAY))).toEqual(["White powder"]);
    expect(names(shown(inks, "ink", { ...all, only: "dark ones" }, TODAY))).toEqual(["Deep"]);
    const offered = filtersFor(inks, "ink").map((one) => one.value);
    expect(offered.filter((one) => one.endsWith(" ones"))).toEqual(["light ones", "dark ones"]);
  });
  it("says what is left", () => {
    expect(sayLeft(thing("a"))).toBe("plenty");
    expect(sayLeft(thing("a", { facts: { ...unknown, left: 1 } }))).toBe("1 pass");
    expect(sayLeft(thing("a", { kind: "stock", facts: { ...unknown, left: 3 } }))).toBe("3 sheets");
    expect(sayLeft(thing("a", { kind: "stamp" }))).toBe("one or more");
  });
});

describe("the table of cards", () => {
  const card = (title: string, group = "") =>
    ({ title, group, stock: "White", inks: ["Agave 6"] }) as CardSummary;
  const cards = [card("Dusk"), card("Rain", "Show 10"), card("Moon", "Show 2")];
  it("stands in groups by name, what is in none last", () => {
    expect(grouped(cards, "").map((group) => group.name)).toEqual(["Show 2", "Show 10", ""]);
  });
  it("is searched by all that is written on a card", () => {
    expect(grouped(cards, "agave show").flatMap((group) => group.cards.map((c) => c.title))).toEqual([
      "Moon",
      "Rain",
    ]);
    expect(grouped(cards, "kraft")).toEqual([]);
  });
});

describe("the size of a new card", () => {
  const formats = [
    { key: "five-seven", name: "5 × 7", width_mm: 127, height_mm: 177.8, reveal_mm: 3 },
  ] as never[];
  const sizes: Sizes = {
    format: "five-seven",
    width_mm: 100,
    height_mm: 100,
    across: false,
    fold: "left",
    panel: null,
  };
  it("gives the panel its rim, whichever way it lies", () => {
    const upright = panelOf(sizes, formats);
    const across = panelOf({ ...sizes, across: true }, formats);
    expect([across.width, across.height]).toEqual([upright.height, upright.width]);
    expect(upright.width).toBeCloseTo(121);
  });
  it("tells the server one's own size, and a panel only where it was told", () => {
    expect(asBody({ ...sizes, format: null })).toEqual({
      width_mm: 100,
      height_mm: 100,
      across: false,
      fold: "left",
    });
    expect(asBody({ ...sizes, panel: { width_mm: 90, height_mm: 80 } })).toMatchObject({
      panel_width_mm: 90,
      panel_height_mm: 80,
    });
  });
});

describe("what is usual by language", () => {
  it.each([
    ["en-US", "in"],
    ["en", "in"],
    ["en-GB", "cm"],
    ["de", "cm"],
    ["fr-CA", "in"],
    ["nonsense-!!", "cm"],
  ])("%s", (language, units) => {
    expect(placeUnits(language)).toBe(units);
  });
});
