/** Everything on the shelf with what is known of it; inks as they look on the stock looked on. */
import { defineStore } from "pinia";
import { computed } from "vue";
import { ask } from "../api/client";
import { useAsked } from "../composables/useAsked";
import { useShelf } from "./shelf";

export const useThings = defineStore("things", () => {
  const shelf = useShelf();
  const asked = useAsked(
    (signal) =>
      ask("get", "/api/things", { params: { query: shelf.chosen ? { stock: shelf.chosen } : {} }, signal }),
    () => shelf.chosen,
  );
  return {
    things: computed(() => asked.value.value ?? []),
    state: asked.state,
    refusal: asked.refusal,
    busy: asked.busy,
    /** After a change: here, and wherever else the shelf is shown. */
    again: () => Promise.all([asked.again(), shelf.again()]),
  };
});
