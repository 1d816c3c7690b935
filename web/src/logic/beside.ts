/** The pieces of a card that are made beside the panel. Of a piece the id is the card's, a tilde and the piece's key. */
import type { Cut, Schemas, Units } from "../api/models";
import { onRuler } from "./length";
import { t } from "../words";

export const OF = "~";
export const wholeOf = (id: string) => id.split(OF)[0] ?? id;
export const pieceId = (id: string, key: string) => `${wholeOf(id)}${OF}${key}`;

export type PieceKind = Schemas["MakePiece"]["kind"];
export const PIECE_KINDS: {
  value: PieceKind;
  label: string;
  hint: string;
  /** Of these a card has one alone. */
  belongs?: Schemas["BesideOut"]["belongs"];
}[] = [
  { value: "strip", label: t("logic.beside.aStrip"), hint: t("logic.beside.forASentimentOnFoam") },
  { value: "circle", label: t("logic.beside.aCircle"), hint: t("logic.beside.of138InASpotlight") },
  { value: "square", label: t("logic.beside.aSquare"), hint: t("logic.beside.aPanelInThePanel") },
  { value: "figure", label: t("logic.beside.aFigure"), hint: t("logic.beside.cutToItsOutlineStanding") },
  { value: "hill", label: t("logic.beside.aHill"), hint: t("logic.beside.hangsOverAndIsTrimmed") },
  {
    value: "second print",
    label: t("logic.beside.aSecondPrintOfThis"),
    hint: t("logic.beside.withAllItsStepsTo"),
  },
  {
    value: "back of the panel",
    belongs: "back",
    label: t("logic.beside.theBackOfThePanel"),
    hint: t("logic.beside.bothSidesOfOneSheet"),
  },
  {
    value: "front of the base",
    belongs: "base",
    label: t("logic.beside.theFrontOfTheBase"),
    hint: t("logic.beside.inkOnTheCardItself"),
  },
  {
    value: "inside of the base",
    belongs: "inside",
    label: t("logic.beside.theInsideOfTheBase"),
    hint: t("logic.beside.seenWhenItIsOpened"),
  },
  {
    value: "envelope",
    belongs: "envelope",
    label: t("logic.beside.theFrontOfTheEnvelope"),
    hint: t("logic.beside.aDecorationThatGoesWith"),
  },
];
/** What is said of a part that is not put on the panel. */
export const BELONGS: Record<Exclude<Schemas["BesideOut"]["belongs"], "panel">, string> = {
  base: t("logic.beside.baseFrontNote"),
  inside: t("logic.beside.baseInsideNote"),
  back: t("logic.beside.panelBackNote"),
  envelope: t("logic.beside.envelopeNote"),
};

type BesideOut = Schemas["BesideOut"];
/** What the server takes of a piece when it is put on another way: what is said anew, and nothing of the rest. */
export function placedPiece(
  part: Partial<BesideOut>,
): Omit<Schemas["PutPiece"], "based_on" | "key" | "said" | "window"> {
  const { name, width_mm, height_mm, x_mm, y_mm, angle_deg, raised_mm, flush, cuts, used } = part;
  const outline = part.outline as Schemas["PutPiece"]["outline"];
  return { name, outline, width_mm, height_mm, x_mm, y_mm, angle_deg, raised_mm, flush, cuts, used };
}

export const CUT_OUTS = [
  { value: "3 square", label: t("logic.beside.threeSquares"), hint: t("logic.beside.staggeredEachPutOnIn") },
  { value: "3 round", label: t("logic.beside.threeCircles") },
  { value: "1 square", label: t("logic.beside.aSquare") },
  { value: "1 round", label: t("logic.beside.aCircle"), hint: t("logic.beside.of138InWhereThere") },
] as const;
export type CutOut = (typeof CUT_OUTS)[number]["value"];
const SPOTLIGHT_MM = 35;
const SMALLER = [1, 0.75, 0.5];
/** Shapes to cut from a piece, beside what is cut from it already: staggered across it, or in a row along a narrow one. */
export function cutOut(piece: BesideOut, what: CutOut, units: Units): Cut[] {
  const [many, shape] = [Number(what[0]), what.slice(2)];
  const round = shape === "round";
  const [short, long] = [
    Math.min(piece.width_mm, piece.height_mm),
    Math.max(piece.width_mm, piece.height_mm),
  ];
  const narrow = long > 2 * short;
  const size = onRuler(
    narrow ? short * 0.7 : round ? Math.min(SPOTLIGHT_MM, short * 0.28) : short * (many > 1 ? 0.21 : 0.4),
    units,
  );
  const called = round ? "circle" : "square";
  const taken = new Set(piece.cuts.map((cut) => cut.key));
  const cut = [...piece.cuts];
  for (let i = 0; i < many; i++) {
    let number = 1;
    while (taken.has(`${called}-${number}`)) number++;
    const key = `${called}-${number}`;
    taken.add(key);
    // From the upper left to the lower right.
    const along = many === 1 ? 0.5 : 0.5 + (i - (many - 1) / 2) * 0.24;
    const across = narrow ? 0.5 : along;
    const at = piece.width_mm >= piece.height_mm ? { x: along, y: across } : { x: across, y: along };
    // Smaller where there is no room for it; where there is none for that either, fewer are cut.
    const tried = SMALLER.map((share) => ({ size: onRuler(size * share, units), round }));
    const fits = tried.find((one) => freePlace(piece, cut, one, at));
    const place = fits && freePlace(piece, cut, fits, at);
    if (!place) break;
    cut.push({
      key,
      name: `${called} ${number}`,
      use: "spotlight" as const,
      outline: round ? ("round" as const) : ("rectangle" as const),
      ...place,
      width_mm: fits.size,
      height_mm: fits.size,
      angle_deg: 0,
      rim_mm: onRuler(6, units),
    });
  }
  return cut.slice(piece.cuts.length);
}

/** So many places are tried across and down. */
const TRIED = 24;
/** The middle nearest to where it is wanted (shares of the piece) at which a shape so large is whole and overlaps nothing that is cut. */
function freePlace(
  piece: BesideOut,
  cut: readonly Cut[],
  { size, round }: { size: number; round: boolean },
  at: { x: number; y: number },
) {
  const free = ({ x, y }: { x: number; y: number }) => {
    const [x_mm, y_mm] = [piece.width_mm * x, piece.height_mm * y];
    const whole = Math.min(x_mm, y_mm, piece.width_mm - x_mm, piece.height_mm - y_mm) > size / 2;
    const apart = (one: Cut) =>
      Math.abs(one.x_mm - x_mm) > (one.width_mm + size) / 2 ||
      Math.abs(one.y_mm - y_mm) > (one.height_mm + size) / 2 ||
      (round &&
        one.outline === "round" &&
        Math.hypot(one.x_mm - x_mm, one.y_mm - y_mm) > (one.width_mm + size) / 2);
    return whole && cut.every(apart);
  };
  const far = (to: { x: number; y: number }) =>
    Math.hypot((to.x - at.x) * piece.width_mm, (to.y - at.y) * piece.height_mm);
  const all = Array.from({ length: TRIED * TRIED }, (_, i) => ({
    x: ((i % TRIED) + 0.5) / TRIED,
    y: (Math.floor(i / TRIED) + 0.5) / TRIED,
  }));
  const found = [at, ...all.sort((a, b) => far(a) - far(b))].find(free);
  const tenth = (mm: number) => Math.round(mm * 10) / 10;
  return found && { x_mm: tenth(piece.width_mm * found.x), y_mm: tenth(piece.height_mm * found.y) };
}
