import { computed, ref } from "vue";
import { api, type CardOut, type PlanModel, Refusal, refusalOf, type Schemas, take } from "../api/client";
import { useNotice } from "./useNotice";

/**
 * One card: what the server has, and the ways to change it. Every change is saved as it happens; changes wait for each other,
 * so a quick hand loses none.
 */
export function useCard(id: string) {
  const card = ref<CardOut | null>(null);
  const waiting = ref(0);
  const { attempt } = useNotice();
  let queue: Promise<unknown> = Promise.resolve();
  const path = { params: { path: { card_id: id } } };

  async function load() {
    card.value = (await attempt(() => take<CardOut>(api.GET("/api/cards/{card_id}", path)))) ?? null;
  }

  function inTurn(action: (now: CardOut) => Promise<CardOut>): Promise<CardOut | undefined> {
    waiting.value++;
    const turn = queue.then(() =>
      attempt(async () => {
        if (!card.value) return undefined;
        try {
          card.value = await action(card.value);
        } catch (error) {
          if (error instanceof Refusal && error.status === 409)
            card.value = await take(api.GET("/api/cards/{card_id}", path));
          throw error;
        }
        return card.value;
      }),
    );
    queue = turn.finally(() => waiting.value--);
    return turn;
  }

  return {
    card,
    saving: computed(() => waiting.value > 0),
    load,
    change: (said: string, make: (plan: PlanModel) => PlanModel) =>
      inTurn((now) =>
        take(
          api.PUT("/api/cards/{card_id}", {
            ...path,
            body: { based_on: now.revision, said, plan: make(now.plan) },
          }),
        ),
      ),
    layOut: (wish: Omit<Schemas["ProposeGradient"], "based_on">) =>
      inTurn((now) =>
        take(
          api.POST("/api/cards/{card_id}/gradient", { ...path, body: { ...wish, based_on: now.revision } }),
        ),
      ),
    layGround: (ground: string) =>
      inTurn((now) =>
        take(api.POST("/api/cards/{card_id}/ground", { ...path, body: { ground, based_on: now.revision } })),
      ),
    /** A stencil from a drawing of the maker's own. */
    bringDrawing: (name: string, file: File) =>
      inTurn(async (now) => {
        const query = `based_on=${now.revision}&name=${encodeURIComponent(name)}`;
        const response = await fetch(`/api/cards/${id}/drawing?${query}`, {
          method: "POST",
          headers: { "content-type": "image/svg+xml" },
          body: await file.arrayBuffer(),
        });
        if (!response.ok) throw await refusalOf(response);
        return (await response.json()) as CardOut;
      }),
    remedy: (code: string, step: string) =>
      inTurn((now) =>
        take(
          api.POST("/api/cards/{card_id}/remedy", { ...path, body: { based_on: now.revision, code, step } }),
        ),
      ),
    undo: () => inTurn(() => take(api.POST("/api/cards/{card_id}/undo", path))),
    redo: () => inTurn(() => take(api.POST("/api/cards/{card_id}/redo", path))),
  };
}
