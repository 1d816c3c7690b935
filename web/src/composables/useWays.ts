/** The places of Cielo and the ways between them. */
import { computed } from "vue";
import { type RouteLocationRaw, useRoute, useRouter } from "vue-router";

export interface Way {
  name: string;
  label: string;
  to: RouteLocationRaw;
}

export const PLACES: Record<string, string> = {
  cards: "Cards",
  desk: "Desk",
  pieces: "Pieces",
  day: "Day",
  bench: "Bench",
  crossings: "Crossings",
  shelf: "Shelf",
  stencils: "Stencils",
  journal: "Journal",
  trainer: "Train the eye",
};
const OF_A_CARD = ["desk", "pieces", "day", "bench"];

/** `card` is the card the page is of; Crossings keeps it in its address. */
export function useWays(card: () => { id: string; crossings?: Record<string, string> } | null) {
  const route = useRoute();
  const router = useRouter();
  const whole = computed<Way[]>(() => [
    {
      name: "crossings",
      label: "Crossings",
      to: { name: "crossings", query: card() ? { ...card()?.crossings, card: card()?.id } : {} },
    },
    { name: "shelf", label: "Shelf", to: { name: "shelf", query: card() ? { card: card()?.id } : {} } },
    {
      name: "stencils",
      label: "Stencils",
      to: { name: "stencils", query: card() ? { card: card()?.id } : {} },
    },
    { name: "journal", label: "Journal", to: { name: "journal" } },
  ]);
  const ofCard = computed<Way[]>(() =>
    OF_A_CARD.flatMap((name) => {
      const id = card()?.id;
      return id ? [{ name, label: PLACES[name] ?? name, to: { name, params: { id } } }] : [];
    }),
  );
  /** Where she came from, where that was another place of Cielo. */
  const back = computed<Way | null>(() => {
    const from: unknown = route.fullPath && router.options.history.state.back;
    if (typeof from !== "string") return null;
    const there = router.resolve(from);
    const name = String(there.name ?? "");
    if (!PLACES[name] || there.path === route.path) return null;
    return { name, label: PLACES[name], to: from };
  });
  return { whole, ofCard, back, here: computed(() => String(route.name)) };
}
