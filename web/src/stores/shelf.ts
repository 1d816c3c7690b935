/** The shelf, with its inks as they look on one stock. */
import { defineStore } from "pinia";
import { computed, ref } from "vue";
import { ask } from "../api/client";
import { useAsked } from "../composables/useAsked";

export const useShelf = defineStore("shelf", () => {
  const stock = ref<string | null>(null);
  const asked = useAsked(
    (signal) =>
      ask("get", "/api/shelf", { params: { query: stock.value ? { stock: stock.value } : {} }, signal }),
    stock,
  );
  return {
    shelf: asked.value,
    state: asked.state,
    again: asked.again,
    /** Shows the inks on that stock. */
    lookOn(key: string | null | undefined) {
      if (key && key !== stock.value) stock.value = key;
    },
    /** The stock that was chosen to look on, if any was. */
    chosen: computed(() => stock.value),
    /** The stock the inks are shown on. */
    stock: computed(() => stock.value ?? asked.value.value?.stocks[0]?.stock.key ?? null),
  };
});
