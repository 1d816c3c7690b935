import { computed, ref } from "vue";
import {
  api,
  type CardOut,
  type Finding,
  type PlanModel,
  Refusal,
  refusalOf,
  type Schemas,
  take,
} from "../api/client";
import { withUnsaved } from "../logic/unsaved";
import { useNotice } from "./useNotice";

export type MaskAction =
  | { do: "centre" }
  | { do: "as-mask" }
  | { do: "bridges" }
  | { do: "hold"; kind: "tape" | "magnet" }
  | { do: "strip"; motif: string; margin_mm: number };

type Make = (plan: PlanModel) => PlanModel;

/**
 * One card: what the server has, and the ways to change it. Every change is saved as it happens. Changes wait for each other, and a
 * word shows what was made of it at once, so a second tap counts from there and a quick hand loses none.
 */
export function useCard(id: string) {
  const card = ref<CardOut | null>(null);
  const waiting = ref(0);
  const { attempt } = useNotice();
  let queue: Promise<unknown> = Promise.resolve();
  let saved: CardOut | null = null;
  const unsaved: Make[] = [];
  const path = { params: { path: { card_id: id } } };

  function show() {
    card.value = saved && { ...saved, plan: withUnsaved(saved.plan, unsaved) };
  }
  async function load() {
    saved = (await attempt(() => take<CardOut>(api.GET("/api/cards/{card_id}", path)))) ?? null;
    show();
  }

  function inTurn(action: (now: CardOut) => Promise<CardOut>, make?: Make): Promise<CardOut | undefined> {
    waiting.value++;
    if (make) {
      unsaved.push(make);
      show();
    }
    const turn = queue.then(() =>
      attempt(async () => {
        if (!saved) return undefined;
        try {
          saved = await action(saved);
        } catch (error) {
          if (error instanceof Refusal && error.status === 409)
            saved = await take(api.GET("/api/cards/{card_id}", path));
          throw error;
        } finally {
          if (make) unsaved.splice(unsaved.indexOf(make), 1);
          show();
        }
        return saved;
      }),
    );
    queue = turn.finally(() => waiting.value--);
    return turn;
  }

  return {
    card,
    saving: computed(() => waiting.value > 0),
    load,
    change: (said: string, make: Make) =>
      inTurn(
        (now) =>
          take(
            api.PUT("/api/cards/{card_id}", {
              ...path,
              body: { based_on: now.revision, said, plan: make(now.plan) },
            }),
          ),
        make,
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
    /** A stencil of the shelf, laid in the middle. */
    layStencil: (stencil: string) =>
      inTurn((now) =>
        take(
          api.POST("/api/cards/{card_id}/stencil", { ...path, body: { based_on: now.revision, stencil } }),
        ),
      ),
    /** What is worked out for a mask where it lies: centred, held, bridged, used as a mask, a strip fitted round a motif. */
    maskAction: (mask: string, action: MaskAction) =>
      inTurn((now) => {
        const params = { params: { path: { card_id: id, mask } } };
        const based_on = now.revision;
        switch (action.do) {
          case "centre":
            return take(
              api.POST("/api/cards/{card_id}/masks/{mask}/centre", { ...params, body: { based_on } }),
            );
          case "as-mask":
            return take(
              api.POST("/api/cards/{card_id}/masks/{mask}/as-mask", { ...params, body: { based_on } }),
            );
          case "bridges":
            return take(
              api.POST("/api/cards/{card_id}/masks/{mask}/bridges", { ...params, body: { based_on } }),
            );
          case "hold":
            return take(
              api.POST("/api/cards/{card_id}/masks/{mask}/hold", {
                ...params,
                body: { based_on, kind: action.kind },
              }),
            );
          case "strip":
            return take(
              api.POST("/api/cards/{card_id}/masks/{mask}/strip", {
                ...params,
                body: { based_on, motif: action.motif, margin_mm: action.margin_mm },
              }),
            );
        }
      }),
    remedy: ({ code, step, remedy }: Finding) =>
      inTurn((now) =>
        take(
          api.POST("/api/cards/{card_id}/remedy", {
            ...path,
            body: { based_on: now.revision, code, step, remedy },
          }),
        ),
      ),
    /** Predicts with inks, stock and crossings as the shelf knows them now. */
    takeMeasuredIn: () =>
      inTurn((now) =>
        take(api.POST("/api/cards/{card_id}/measured", { ...path, body: { based_on: now.revision } })),
      ),
    /** Sets the steps in working order; comes back with what was moved and why, or null where it could not be done. */
    putInOrder: async () => {
      let moves: string[] = [];
      const done = await inTurn(async (now) => {
        const body = { based_on: now.revision };
        const ordered = await take<Schemas["OrderedOut"]>(
          api.POST("/api/cards/{card_id}/order", { ...path, body }),
        );
        moves = ordered.moves;
        return ordered.card;
      });
      return done ? moves : null;
    },
    undo: () => inTurn(() => take(api.POST("/api/cards/{card_id}/undo", path))),
    redo: () => inTurn(() => take(api.POST("/api/cards/{card_id}/redo", path))),
  };
}
