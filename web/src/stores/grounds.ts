/** The grounds a card may start from; they come with Cielo and do not change. */
import { defineStore } from "pinia";
import { ask } from "../api/client";
import { useAsked } from "../composables/useAsked";

export const useGrounds = defineStore("grounds", () => {
  const { value, state, again } = useAsked((signal) => ask("get", "/api/grounds", { signal }));
  return { grounds: value, state, again };
});
