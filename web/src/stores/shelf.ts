/** The shelf, with its inks as they look on one stock. */
import { defineStore } from "pinia";
import { computed, onScopeDispose, ref, watch } from "vue";
import { ask } from "../api/client";
import { useAsked } from "../composables/useAsked";

export const useShelf = defineStore("shelf", () => {
  /** The stock she chose to look on, and the one of the card that is looked at, which holds for its pages alone. */
  const chosen = ref<string | null>(null);
  const ofCard = ref<string | null>(null);
  const stock = computed(() => ofCard.value ?? chosen.value);
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
      if (key) chosen.value = key;
    },
    /** Shows the inks on the stock of a card or of one of its pieces, as long as the page is of that. */
    lookOnCard(of: () => string | undefined) {
      watch(of, (key) => key && (ofCard.value = key), { immediate: true });
      onScopeDispose(() => (ofCard.value = null));
    },
    /** The stock that was chosen to look on, if any was. */
    chosen: computed(() => chosen.value),
    /** The stock the inks are shown on. */
    stock: computed(() => stock.value ?? asked.value.value?.stocks[0]?.stock.key ?? null),
  };
});
