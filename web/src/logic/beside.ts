/** The pieces of a card that are made beside the panel. Of a piece the id is the card's, a tilde and the piece's key. */
import type { Schemas } from "../api/models";

export const OF = "~";
export const wholeOf = (id: string) => id.split(OF)[0] ?? id;
export const pieceId = (id: string, key: string) => `${wholeOf(id)}${OF}${key}`;

export type PieceKind = Schemas["MakePiece"]["kind"];
export const PIECE_KINDS: { value: PieceKind; label: string; hint: string }[] = [
  { value: "strip", label: "a strip", hint: "for a sentiment, on foam" },
  { value: "circle", label: "a circle", hint: "1 3/8 in; a spotlight, a seal" },
  { value: "square", label: "a square", hint: "a panel in the panel" },
  { value: "figure", label: "a figure", hint: "cut to its outline, standing out" },
  { value: "hill", label: "a hill", hint: "hangs over and is trimmed flush" },
  { value: "second print", label: "a second print of this panel", hint: "with all its steps, to cut from" },
];

type BesideOut = Schemas["BesideOut"];
/** What the server takes of a piece when it is put on another way. */
export function placedPiece(
  piece: BesideOut,
  part: Partial<BesideOut>,
): Omit<Schemas["PutPiece"], "based_on" | "key" | "said"> {
  const { name, width_mm, height_mm, x_mm, y_mm, angle_deg, raised_mm, flush } = { ...piece, ...part };
  const outline = (part.outline ?? piece.outline) as Schemas["PutPiece"]["outline"];
  return { name, outline, width_mm, height_mm, x_mm, y_mm, angle_deg, raised_mm, flush };
}
