/** The stores of cards: one for each card that is looked at, and of those that are not only a few. */
import { getActivePinia } from "pinia";
import { getCurrentScope, onScopeDispose } from "vue";
import { makeStore } from "./makeCard";

/** So many cards are held that no page looks at any more. */
const HELD_CARDS = 3;
const made = new Map<string, ReturnType<typeof makeStore>>();
const lookedAt = new Map<string, number>();

/** The store of one card; whoever opens the card first loads it, and later pages look whether it is still so. */
export function useCard(id: string) {
  const known = made.get(id);
  const definition = known ?? makeStore(id);
  made.delete(id);
  made.set(id, definition);
  const store = definition();
  if (known) void store.load();
  if (getCurrentScope()) {
    lookedAt.set(id, (lookedAt.get(id) ?? 0) + 1);
    onScopeDispose(() => {
      const left = (lookedAt.get(id) ?? 1) - 1;
      if (left) lookedAt.set(id, left);
      else lookedAt.delete(id);
      letGo();
    });
  }
  return store;
}
export type CardStore = ReturnType<typeof useCard>;

/** Cards that nobody looks at and that have nothing to send are let go, those looked at longest ago first. */
function letGo() {
  const idle = [...made.keys()].filter((id) => !lookedAt.has(id));
  const pinia = getActivePinia();
  for (const id of idle.slice(0, Math.max(0, idle.length - HELD_CARDS))) {
    const store = made.get(id)?.();
    if (!store || store.outbox.length || store.sending) continue;
    store.$dispose();
    if (pinia) Reflect.deleteProperty(pinia.state.value, store.$id);
    made.delete(id);
  }
}
