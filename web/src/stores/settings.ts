/** What she has set once for every page: how Cielo looks, measures, says dates, and rings. Kept with the browser. */
import { defineStore } from "pinia";
import { computed, watchEffect } from "vue";
import { useMediaQuery } from "@vueuse/core";
import type { Units } from "../api/models";
import { asYes, useKept } from "../composables/useKept";
import { placeUnits } from "../logic/locale";

export type Look = "device" | "light" | "dark";
export type Paper = "card" | "letter" | "a4";
const oneOf =
  <T extends string>(...all: T[]) =>
  (text: string) =>
    all.find((one) => one === text) ?? (all[0] as T);

export const useSettings = defineStore("settings", () => {
  const look = useKept<Look>("cielo-look", "device", oneOf<Look>("device", "light", "dark"));
  const measure = useKept<Units | "place">(
    "cielo-units",
    "place",
    oneOf<Units | "place">("place", "in", "cm"),
  );
  /** What the run sheet is printed on: what goes with the card's units, or always one. */
  const paper = useKept<Paper>("cielo-paper", "card", oneOf<Paper>("card", "letter", "a4"));
  /** The language dates are written in; empty for that of the browser. */
  const dates = useKept("cielo-dates", "", (text) => text);
  const rings = useKept("cielo-chime", true, asYes);
  const evening = useMediaQuery("(prefers-color-scheme: dark)");
  const dark = computed(() => (look.value === "device" ? evening.value : look.value === "dark"));
  const units = computed<Units>(() => (measure.value === "place" ? placeUnits() : measure.value));
  watchEffect(() => {
    document.documentElement.dataset["look"] = dark.value ? "dark" : "light";
  });
  return { look, measure, paper, dates, rings, dark, units };
});
