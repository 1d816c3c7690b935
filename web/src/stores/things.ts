/** Everything on the shelf with what is known of it; inks as they look on the stock looked on. */
import { defineStore } from "pinia";
import { computed, ref } from "vue";
import { ask } from "../api/client";
import { useAsked } from "../composables/useAsked";
import { useShelf } from "./shelf";

export const useThings = defineStore("things", () => {
  const stock = ref<string | null>(null);
  const asked = useAsked(
    (signal) =>
      ask("get", "/api/things", { params: { query: stock.value ? { stock: stock.value } : {} }, signal }),
    stock,
  );
  const shelf = useShelf();
  return {
    things: computed(() => asked.value.value ?? []),
    state: asked.state,
    refusal: asked.refusal,
    busy: asked.busy,
    stock,
    lookOn(key: string) {
      stock.value = key;
    },
    /** After a change: here, and wherever else the shelf is shown. */
    again: () => Promise.all([asked.again(), shelf.again()]),
  };
});
