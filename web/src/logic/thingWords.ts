/** The words for what a thing of the shelf is. */
import type { Schemas } from "../api/models";
import { t } from "../words";

type Ink = Schemas["InkModel"];
type Named<V extends string> = { value: V; label: string; hint?: string };

export const INK_KINDS: Named<Ink["kind"]>[] = [
  {
    value: "dye",
    label: t("logic.thingWords.dyeInk"),
    hint: t("logic.thingWords.transparentSoaksInWaterLifts"),
  },
  {
    value: "pigment",
    label: t("logic.thingWords.pigmentInk"),
    hint: t("logic.thingWords.sitsOnTopStaysWet"),
  },
  {
    value: "hybrid",
    label: t("logic.thingWords.hybridInk"),
    hint: t("logic.thingWords.chalkyForgivingBloomsWithWater"),
  },
  {
    value: "alcohol",
    label: t("logic.thingWords.alcoholInk"),
    hint: t("logic.thingWords.forSyntheticSheetsReDissolvesItself"),
  },
  { value: "white", label: t("logic.thingWords.whiteInk"), hint: t("logic.thingWords.opaque") },
  { value: "metallic", label: t("logic.thingWords.metallicInk") },
  {
    value: "powder",
    label: t("logic.thingWords.embossingPowder"),
    hint: t("logic.thingWords.meltedItShedsInk"),
  },
  {
    value: "clear",
    label: t("logic.thingWords.clearPowder"),
    hint: t("logic.thingWords.keepsWhatIsUnderIt"),
  },
  { value: "paste", label: t("logic.thingWords.paste"), hint: t("logic.thingWords.raisedThroughAStencil") },
];
export const WATER: Named<Ink["water"]>[] = [
  { value: "usual", label: t("logic.thingWords.asUsualForItsKind") },
  { value: "reacts", label: t("logic.thingWords.moved"), hint: t("logic.thingWords.itReactsWithWater") },
  { value: "waterproof", label: t("logic.thingWords.waterproof") },
];
export const DRIES: Named<Ink["dries"]>[] = [
  { value: "usual", label: t("logic.thingWords.asUsual") },
  { value: "slow", label: t("logic.thingWords.slowly"), hint: t("logic.thingWords.staysOpenPowderSticksTo") },
  { value: "quick", label: t("logic.thingWords.quickly") },
];
export const HIDING: Named<"0.5" | "1" | "2">[] = [
  { value: "0.5", label: t("logic.thingWords.little"), hint: t("logic.thingWords.halfAsMuchAsUsual") },
  { value: "1", label: t("logic.thingWords.asUsual") },
  { value: "2", label: t("logic.thingWords.well"), hint: t("logic.thingWords.twiceAsMuchAsUsual") },
];
export const SURFACES: Named<Schemas["PaperModel"]["surface"]>[] = [
  {
    value: "coated",
    label: t("logic.thingWords.verySmooth"),
    hint: t("logic.thingWords.coatedBlendsEasily"),
  },
  { value: "calendered", label: t("logic.thingWords.smooth"), hint: t("logic.thingWords.pressedNotCoated") },
  { value: "uncoated", label: t("logic.thingWords.uncoated"), hint: t("logic.thingWords.usualCardstock") },
  { value: "rough", label: t("logic.thingWords.rough"), hint: t("logic.thingWords.watercolour") },
  { value: "synthetic", label: t("logic.thingWords.synthetic"), hint: t("logic.thingWords.forAlcoholInk") },
];
/** What a stamp prints; kept as it is said. */
export const STAMP_MAKES: Named<string>[] = [
  { value: "", label: t("logic.thingWords.asYouLike") },
  {
    value: "solid",
    label: t("logic.thingWords.aSolidImage"),
    hint: t("logic.thingWords.itsDarkestPartsAreLarge"),
  },
  { value: "line", label: t("logic.thingWords.fineLines") },
  { value: "words", label: t("logic.thingWords.words") },
];
export const STAMP_OF: Named<string>[] = [
  { value: "", label: t("logic.thingWords.rubberOrClear") },
  { value: "rubber", label: t("logic.thingWords.redRubber") },
  { value: "clear", label: t("logic.thingWords.clear") },
];
export const HELD: Named<"usual" | "hand" | "tape" | "sticky" | "magnet">[] = [
  { value: "usual", label: t("logic.thingWords.asUsual") },
  { value: "hand", label: t("logic.thingWords.byHand") },
  { value: "tape", label: t("logic.thingWords.withLowTackTape") },
  { value: "sticky", label: t("logic.thingWords.byItsStickyBack") },
  { value: "magnet", label: t("logic.thingWords.withMagnets") },
];

/** How a value is called where it is chosen from a list. */
export const calledIn = (list: readonly { value: string; label: string }[], value: string) =>
  list.find((one) => one.value === value)?.label ?? value;
