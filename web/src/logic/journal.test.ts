import { describe, expect, test } from "vitest";
import type { Schemas } from "../api/models";
import { sayHand, searched } from "./journal";

describe("a hand in words", () => {
  test.each([
    [1.02, "Your hand was as strong as planned."],
    [1.1, "Your hand was a little stronger than planned, by about 10 %."],
    [0.75, "Your hand was lighter than planned, by about 25 %."],
    [1.5, "Your hand was much stronger than planned, by about 50 %."],
  ])("of %s", (hand, words) => expect(sayHand(hand)).toBe(words));
});

test("a search wants every word, wherever it stands", () => {
  const entry = (title: string, inks: string[], next_time = ""): Schemas["JournalEntryOut"] => ({
    id: title,
    made_at: "2026-11-26T09:00:00Z",
    facts: { title, rating: 0, notes: "", next_time, lies: "", for_whom: "" },
    card: null,
    planned: true,
    photographed: false,
    stock: "Glasshouse white",
    inks,
    size_mm: null,
    differently: [],
    comparison: null,
    taken_in: false,
    paced_in: false,
    clocked: "",
    paces: [],
  });
  const all = [entry("Dusk", ["Yucca 1"]), entry("Dawn", ["Agave 6"], "less blue")];
  expect(searched(all, "").map((one) => one.id)).toEqual(["Dusk", "Dawn"]);
  expect(searched(all, "glasshouse yucca").map((one) => one.id)).toEqual(["Dusk"]);
  expect(searched(all, "LESS").map((one) => one.id)).toEqual(["Dawn"]);
  expect(searched(all, "dusk agave")).toEqual([]);
});
