/** The chart of crossings and the strip of a blend, asked for again as the choice changes. */
import { computed, type Ref } from "vue";
import { ask } from "../api/client";
import { useAsked } from "./useAsked";

export interface ChartChoice {
  stock: string;
  inks: string[];
  light: string;
}
export interface StripChoice {
  stock: string;
  inks: string[];
  length_mm: number;
  carry_mm: number;
}

export function useCrossings(choice: Ref<ChartChoice | null>, strip: Ref<StripChoice | null>) {
  // The same choice made anew asks nothing.
  const wanted = computed(() => JSON.stringify(choice.value));
  const wantedStrip = computed(() => JSON.stringify(strip.value));
  const chart = useAsked((signal) => {
    const body = choice.value;
    return body ? ask("post", "/api/crossings/chart", { body, signal }) : null;
  }, wanted);
  const blend = useAsked((signal) => {
    const body = strip.value;
    return body && body.inks.length > 1 ? ask("post", "/api/crossings/strip", { body, signal }) : null;
  }, wantedStrip);
  return { chart, blend };
}
