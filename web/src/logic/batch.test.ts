import { describe, expect, it } from "vitest";
import { cardsUnder, nextInReach } from "./batch";

const batch = (of: [step: number, left: number][]) =>
  of.map(([step, left], i) => ({ number: i + 1, step, left }));
const numbers = (cards: { number: number }[]) => cards.map((card) => card.number);

describe("a batch too large for its row", () => {
  it("keeps the card in hand, whatever it is at", () => {
    const cards = batch(Array.from({ length: 24 }, () => [1, 0]));
    expect(numbers(nextInReach(cards, 24, 4))).toEqual([1, 2, 3, 24]);
  });
  it("then shows what is dry soonest, and then what is furthest behind", () => {
    const cards = batch([
      [9, 0],
      [4, 90_000],
      [2, 0],
      [4, 30_000],
      [1, 0],
    ]);
    expect(numbers(nextInReach(cards, 1, 2))).toEqual([1, 4]);
    expect(numbers(nextInReach(cards, 1, 4))).toEqual([1, 2, 4, 5]);
  });
});

describe("one mask for several cards", () => {
  const steps = [
    { do: "lay-mask", mask: "moon" },
    { do: "brush" },
    { do: "wipe", mask: "moon" },
    { do: "lift-mask", mask: "moon" },
    { do: "lay-mask", mask: "hill" },
    { do: "brush" },
  ];
  const at = (...in_hand: number[]) => in_hand.map((step, i) => ({ number: i + 1, step }));
  it("lies where it is laid and not yet lifted", () => {
    expect(cardsUnder("moon", steps, at(1, 2, 4, 5, 6), 1)).toEqual([2, 3]);
    expect(cardsUnder("hill", steps, at(1, 2, 4, 5, 6), 1)).toEqual([5]);
  });
  it("does not hinder the card it lies on", () => {
    expect(cardsUnder("moon", steps, at(1, 2), 2)).toEqual([]);
  });
});
