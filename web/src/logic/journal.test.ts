import { describe, expect, test } from "vitest";
import type { Schemas } from "../api/models";
import { grouped, sayHand, sayRecord, searched } from "./journal";

describe("a hand in words", () => {
  test.each([
    [1.02, "Your hand was as strong as planned."],
    [1.1, "Your hand was a little stronger than planned, by about 10 %."],
    [0.75, "Your hand was lighter than planned, by about 25 %."],
    [1.5, "Your hand was much stronger than planned, by about 50 %."],
  ])("of %s", (hand, words) => expect(sayHand(hand)).toBe(words));
});

const entry = (title: string, inks: string[], next_time = ""): Schemas["JournalEntryOut"] => ({
  id: title,
  made_at: "2026-11-26T09:00:00Z",
  facts: { title, rating: 0, notes: "", next_time, lies: "", for_whom: "", sold: false },
  card: null,
  group: inks.length ? "Show" : "",
  planned: true,
  photographed: false,
  stock: "Glasshouse white",
  inks,
  size_mm: null,
  differently: [],
  comparison: null,
  taken_in: false,
  pads: [],
  pairs: [],
  paced_in: false,
  used: "",
  off_shelf: false,
  clocked: "",
  paces: "",
  techniques: inks.length > 1 ? ["blended"] : [],
});

test("a search wants every word, wherever it stands", () => {
  const all = [entry("Dusk", ["Yucca 1"]), entry("Dawn", ["Agave 6"], "less blue")];
  expect(searched(all, "").map((one) => one.id)).toEqual(["Dusk", "Dawn"]);
  expect(searched(all, "glasshouse yucca").map((one) => one.id)).toEqual(["Dusk"]);
  expect(searched(all, "LESS").map((one) => one.id)).toEqual(["Dawn"]);
  expect(searched(all, "dusk agave")).toEqual([]);
});

test("cards stand with all they share, the largest group first; liked ones by how much", () => {
  const all = [
    { ...entry("Dusk", ["Yucca 1", "Sage 8"]), facts: { ...entry("Dusk", []).facts, rating: 3 } },
    { ...entry("Dawn", ["Yucca 1"]), facts: { ...entry("Dawn", []).facts, rating: 5 } },
    { ...entry("By feel", []), stock: "" },
  ];
  const shown = (by: Parameters<typeof grouped>[1]) =>
    grouped(all, by).map(({ of, entries }) => [of, entries.map((one) => one.id)]);
  expect(shown("time")).toEqual([["", ["Dusk", "Dawn", "By feel"]]]);
  expect(shown("ink")).toEqual([
    ["Yucca 1", ["Dusk", "Dawn"]],
    ["made before Cielo", ["By feel"]],
    ["Sage 8", ["Dusk"]],
  ]);
  expect(shown("liking").map(([of]) => of)).toEqual(["5 of 5", "3 of 5", "not rated yet"]);
  expect(shown("set")).toEqual([
    ["Show", ["Dusk", "Dawn"]],
    ["in no set", ["By feel"]],
  ]);
  expect(sayRecord(all)).toBe("3 cards made, 1 liked.");
  expect(sayRecord(all.map((one) => ({ ...one, facts: { ...one.facts, sold: true } })))).toBe(
    "3 cards made, 1 liked, 3 sold.",
  );
  expect(shown("technique").at(0)).toEqual(["made before Cielo", ["Dawn", "By feel"]]);
});
