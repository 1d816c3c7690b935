/** What is usual where the maker lives, by the browser's language. */
import type { Units } from "../api/models";

/** Regions where paper is measured in inches. */
const INCHES = new Set(["US", "CA", "LR", "MM", "PH"]);

export function placeUnits(language = globalThis.navigator?.language ?? "en"): Units {
  try {
    const region = new Intl.Locale(language).maximize().region ?? "";
    return INCHES.has(region) ? "in" : "cm";
  } catch {
    return "cm";
  }
}
