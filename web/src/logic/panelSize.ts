/** How large the panel of a card is, mm: what its reveals and mats leave. */
import type { CardPart } from "../api/models";

export function panelSize(card: CardPart): { width: number; height: number } {
  const layers = [card.reveals, ...card.mats.map((mat) => mat.reveals)];
  return {
    width: layers.reduce((left, layer) => left - layer.left_mm - layer.right_mm, card.width_mm),
    height: layers.reduce((left, layer) => left - layer.top_mm - layer.bottom_mm, card.height_mm),
  };
}
