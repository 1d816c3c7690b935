/** A drawing brought in from a file, as a stencil of the card. */
import { nameOfDrawing } from "../logic/drawings";
import { t } from "../words";
import type { CardStore } from "./card";

export async function bringDrawing(desk: CardStore, file: File) {
  const name = nameOfDrawing(file);
  const svg = await file.text();
  desk.push(t("everywhere.dropped.bringTheDrawingIn", { name }), { do: "drawing", name, svg });
}
