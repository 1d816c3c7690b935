/** Which cards of a batch are shown at the bench where there is no room for all. */

export interface InBatch {
  number: number;
  /** Its step in hand, counted from 1. */
  step: number;
  /** Milliseconds its timer still runs; 0 where none does. */
  left: number;
}

/** The card in hand, then those that are dry soonest, then those furthest behind: `most` of them, by number. */
export function nextInReach<Card extends InBatch>(cards: Card[], inHand: number, most: number): Card[] {
  const group = (card: Card) => (card.number === inHand ? 0 : card.left > 0 ? 1 : 2);
  const within = (card: Card) => (card.left > 0 ? card.left : card.step);
  return [...cards]
    .sort((a, b) => group(a) - group(b) || within(a) - within(b) || a.number - b.number)
    .slice(0, most)
    .sort((a, b) => a.number - b.number);
}

/** The cards, but for one, on which a mask lies now: laid in a step that is done, and not lifted since. */
export function cardsUnder(
  mask: string,
  steps: { do: string; mask?: string }[],
  cards: Pick<InBatch, "number" | "step">[],
  except: number,
): number[] {
  return cards
    .filter(({ number, step }) => {
      const done = steps.slice(0, step - 1).filter((s) => s.mask === mask);
      const last = done.reverse().find((s) => s.do === "lay-mask" || s.do === "lift-mask");
      return number !== except && last?.do === "lay-mask";
    })
    .map(({ number }) => number);
}
