/**
 * What the pages say. Every sentence stands in `en/`, a file for each place, with its controls and values as names in braces, so that
 * another language can put them in another order: it is a folder beside `en/`, and a line below. What the server says is worded in
 * `core/say`.
 */
import { createI18n } from "vue-i18n";
import bench from "./en/bench.json";
import card from "./en/card.json";
import cards from "./en/cards.json";
import crossings from "./en/crossings.json";
import day from "./en/day.json";
import desk from "./en/desk.json";
import everywhere from "./en/everywhere.json";
import journal from "./en/journal.json";
import logic from "./en/logic.json";
import mask from "./en/mask.json";
import nowhere from "./en/nowhere.json";
import panel from "./en/panel.json";
import pieces from "./en/pieces.json";
import settings from "./en/settings.json";
import shelf from "./en/shelf.json";
import solving from "./en/solving.json";
import stencils from "./en/stencils.json";
import step from "./en/step.json";
import trainer from "./en/trainer.json";
import versions from "./en/versions.json";

const en = {
  bench,
  card,
  cards,
  crossings,
  day,
  desk,
  everywhere,
  journal,
  logic,
  mask,
  nowhere,
  panel,
  pieces,
  settings,
  shelf,
  solving,
  stencils,
  step,
  trainer,
  versions,
};

/** Where a sentence stands: `place.page.sentence`. */
type Named<Tree> = {
  [Key in keyof Tree & string]: Tree[Key] extends string ? Key : `${Key}.${Named<Tree[Key]>}`;
}[keyof Tree & string];

export const i18n = createI18n({
  legacy: false,
  locale: globalThis.navigator?.language ?? "en",
  fallbackLocale: "en",
  missingWarn: false,
  fallbackWarn: false,
  messages: { en },
});

// What is written on the page is in the language that it is written in, which is that of its words and not of the browser.
const spoken = String(i18n.global.locale.value).split("-")[0] ?? "en";
if (globalThis.document) document.documentElement.lang = spoken in { en } ? spoken : "en";

/** A sentence, with what stands in its braces; where it tells of one or of many apart, as it is said of so many. */
export function t(sentence: Named<typeof en>, values: Record<string, unknown> = {}, many = 1): string {
  return i18n.global.t(sentence, values, many);
}
