/** The places of Cielo and the ways between them. */
import { computed } from "vue";
import { type RouteLocationRaw, useRoute, useRouter } from "vue-router";
import { t } from "../words";

export interface Way {
  name: string;
  label: string;
  to: RouteLocationRaw;
}

export const PLACES: Record<string, string> = {
  cards: t("everywhere.useWays.cards"),
  desk: t("everywhere.useWays.desk"),
  pieces: t("everywhere.useWays.pieces"),
  day: t("everywhere.useWays.day"),
  bench: t("everywhere.useWays.bench"),
  crossings: t("everywhere.useWays.crossings"),
  shelf: t("everywhere.useWays.shelf"),
  stencils: t("everywhere.useWays.stencils"),
  journal: t("everywhere.useWays.journal"),
  settings: t("everywhere.useWays.settings"),
  trainer: t("everywhere.common.trainTheEye"),
};
const OF_A_CARD = ["desk", "pieces", "day", "bench"];

/** `card` is the card the page is of; Crossings keeps it in its address. */
export function useWays(card: () => { id: string; crossings?: Record<string, string> } | null) {
  const route = useRoute();
  const router = useRouter();
  const whole = computed<Way[]>(() => [
    {
      name: "crossings",
      label: t("everywhere.useWays.crossings"),
      to: { name: "crossings", query: card() ? { ...card()?.crossings, card: card()?.id } : {} },
    },
    {
      name: "shelf",
      label: t("everywhere.useWays.shelf"),
      to: { name: "shelf", query: card() ? { card: card()?.id } : {} },
    },
    {
      name: "stencils",
      label: t("everywhere.useWays.stencils"),
      to: { name: "stencils", query: card() ? { card: card()?.id } : {} },
    },
    { name: "journal", label: t("everywhere.useWays.journal"), to: { name: "journal" } },
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
