/** How a card's layers lie on each other, mm: its mats, and the panel that its reveals and mats leave. */
import type { CardPart } from "../api/models";

/** The panel's size; never nothing, however large the borders are that are being spun just now. */
export function panelSize(card: CardPart): { width: number; height: number } {
  const layers = [card.reveals, ...card.mats.map((mat) => mat.reveals)];
  return {
    width: Math.max(
      1,
      layers.reduce((left, layer) => left - layer.left_mm - layer.right_mm, card.width_mm),
    ),
    height: Math.max(
      1,
      layers.reduce((left, layer) => left - layer.top_mm - layer.bottom_mm, card.height_mm),
    ),
  };
}

/** The mats that show round the panel, the outermost first: how far each goes beyond the panel at every side, and how it looks. */
export function matsRound(card: CardPart) {
  const beyond = { left: 0, top: 0, right: 0, bottom: 0 };
  return card.mats
    .map((mat, key) => {
      beyond.left += mat.reveals.left_mm;
      beyond.top += mat.reveals.top_mm;
      beyond.right += mat.reveals.right_mm;
      beyond.bottom += mat.reveals.bottom_mm;
      return { key, lab: mat.lab ?? null, ...beyond };
    })
    .reverse();
}

/** Where the panel lies on the base. */
export function cornerOf(card: CardPart): { left: number; top: number } {
  const outermost = matsRound(card)[0];
  return {
    left: card.reveals.left_mm + (outermost?.left ?? 0),
    top: card.reveals.top_mm + (outermost?.top ?? 0),
  };
}
