/** The stencils, masks and images of the shelf, as they are drawn; asked for once, and again when the shelf has changed. */
import { defineStore } from "pinia";
import { ask } from "../api/client";
import { useAsked } from "../composables/useAsked";
import { useSettings } from "./settings";

export const useDesigns = defineStore("designs", () => {
  const { value, state, again } = useAsked((signal) =>
    ask("get", "/api/stencils", { params: { query: { units: useSettings().units } }, signal }),
  );
  return { designs: value, state, again };
});
