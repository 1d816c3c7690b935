/** The words for what a thing of the shelf is. */
import type { Schemas } from "../api/models";

type Ink = Schemas["InkModel"];
type Named<V extends string> = { value: V; label: string; hint?: string };

export const INK_KINDS: Named<Ink["kind"]>[] = [
  { value: "dye", label: "dye ink", hint: "transparent, soaks in, water lifts it" },
  { value: "pigment", label: "pigment ink", hint: "sits on top, stays wet 10 to 20 minutes" },
  { value: "hybrid", label: "hybrid ink", hint: "chalky, forgiving, blooms with water" },
  { value: "alcohol", label: "alcohol ink", hint: "for synthetic sheets; re-dissolves itself" },
  { value: "white", label: "white ink", hint: "opaque" },
  { value: "metallic", label: "metallic ink" },
  { value: "powder", label: "embossing powder", hint: "melted, it sheds ink" },
  { value: "clear", label: "clear powder", hint: "keeps what is under it" },
  { value: "paste", label: "paste", hint: "raised, through a stencil" },
];
export const WATER: Named<Ink["water"]>[] = [
  { value: "usual", label: "as usual for its kind" },
  { value: "reacts", label: "moved", hint: "it reacts with water" },
  { value: "waterproof", label: "waterproof" },
];
export const DRIES: Named<Ink["dries"]>[] = [
  { value: "usual", label: "as usual" },
  { value: "slow", label: "slowly", hint: "stays open; powder sticks to it" },
  { value: "quick", label: "quickly" },
];
export const HIDING: Named<"0.5" | "1" | "2">[] = [
  { value: "0.5", label: "little", hint: "half as much as usual for its kind" },
  { value: "1", label: "as usual" },
  { value: "2", label: "well", hint: "twice as much as usual for its kind" },
];
export const SURFACES: Named<Schemas["PaperModel"]["surface"]>[] = [
  { value: "coated", label: "very smooth", hint: "coated: blends easily" },
  { value: "calendered", label: "smooth", hint: "pressed, not coated" },
  { value: "uncoated", label: "uncoated", hint: "usual cardstock" },
  { value: "rough", label: "rough", hint: "watercolour" },
  { value: "synthetic", label: "synthetic", hint: "for alcohol ink" },
];
/** What a stamp prints; kept as it is said. */
export const STAMP_MAKES: Named<string>[] = [
  { value: "", label: "as you like" },
  { value: "solid", label: "a solid image", hint: "its darkest parts are large" },
  { value: "line", label: "fine lines" },
  { value: "words", label: "words" },
];
export const STAMP_OF: Named<string>[] = [
  { value: "", label: "rubber or clear" },
  { value: "rubber", label: "red rubber" },
  { value: "clear", label: "clear" },
];
export const HELD: Named<"usual" | "hand" | "tape" | "sticky" | "magnet">[] = [
  { value: "usual", label: "as usual" },
  { value: "hand", label: "by hand" },
  { value: "tape", label: "with low-tack tape" },
  { value: "sticky", label: "by its sticky back" },
  { value: "magnet", label: "with magnets" },
];
