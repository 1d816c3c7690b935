/** The card that a page and all that stands on it are of. */
import { inject, type InjectionKey, provide } from "vue";
import type { CardStore } from "../stores/card";
import { useOthersEdits } from "./useOthersEdits";
import { t } from "../words";

const DESK: InjectionKey<CardStore> = Symbol(t("everywhere.useDesk.theCardOnTheDesk"));

export function provideDesk(card: CardStore) {
  provide(DESK, card);
  useOthersEdits(card.id, (revision) => void card.follow(revision));
}
export function useDesk(): CardStore {
  const card = inject(DESK);
  if (!card) throw new Error("This stands on a card's page only.");
  return card;
}
