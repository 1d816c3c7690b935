/** Edits of a card as requests to the server. */
import { ask, asFile } from "../api/client";
import type { CardOut } from "../api/models";
import { type Change, changed, type Edit, isPlanChange } from "../logic/edits";
import { windowKey } from "../logic/keys";

/** An edit that can be made as well on the newer plan. What is taken back, and what stands at a step, is not guessed. */
export function isRebased(change: Change): boolean {
  return change.do !== "undo" && change.do !== "redo";
}

/** Pieces are put on and taken away in the whole card; on the page of a piece its own plan is shown. */
async function ofPart(id: string, answer: CardOut): Promise<CardOut> {
  if (answer.id === id) return answer;
  return ask("get", "/api/cards/{card_id}", { params: { path: { card_id: id } } });
}

/** Sends one edit as the request that it is; `moves` takes what it tells. Throws Gone, NoAnswer, Refusal. */
export async function sendEdit(
  id: string,
  { key, said, change }: Edit,
  now: CardOut,
  moves: { value: string[] | null },
): Promise<CardOut> {
  const params = { path: { card_id: id } };
  const window = windowKey();
  const basis = { based_on: now.revision, key, window };
  if (isPlanChange(change)) {
    const body = { ...basis, said, plan: changed(now.plan, change) };
    return ask("put", "/api/cards/{card_id}", { params, body });
  }
  switch (change.do) {
    case "gradient":
      return ask("post", "/api/cards/{card_id}/gradient", { params, body: { ...change.wish, ...basis } });
    case "ground":
      return ask("post", "/api/cards/{card_id}/ground", {
        params,
        body: { ...basis, ground: change.ground },
      });
    case "resize":
      return ask("post", "/api/cards/{card_id}/card", {
        params,
        body: { ...basis, said: change.said, card: change.card },
      });
    case "make-piece":
      return ofPart(
        id,
        await ask("post", "/api/cards/{card_id}/beside", {
          params,
          body: { ...basis, kind: change.kind, stock: change.stock },
        }),
      );
    case "put-piece":
      return ofPart(
        id,
        await ask("put", "/api/cards/{card_id}/beside/{piece}", {
          params: { path: { card_id: id, piece: change.piece } },
          body: { ...basis, ...change.put, said: change.said },
        }),
      );
    case "take-piece-away":
      return ofPart(
        id,
        await ask("post", "/api/cards/{card_id}/beside/{piece}/take-away", {
          params: { path: { card_id: id, piece: change.piece } },
          body: basis,
        }),
      );
    case "print-design":
      return ask("post", "/api/cards/{card_id}/prints/design", {
        params,
        body: { ...basis, design: change.design, after: change.after },
      });
    case "print-drawing":
      return ask("post", "/api/cards/{card_id}/prints/drawing", {
        params: { ...params, query: { ...basis, name: change.name, after: change.after } },
        ...asFile("image/svg+xml", new Blob([change.svg])),
      });
    case "own-mask":
      return ask("post", "/api/cards/{card_id}/prints/{step}/mask", {
        params: { path: { card_id: id, step: change.step } },
        body: basis,
      });
    case "spread":
      return ask("post", "/api/cards/{card_id}/prints/{step}/spread", {
        params: { path: { card_id: id, step: change.step } },
        body: basis,
      });
    case "thread":
      return ofPart(
        id,
        await ask("post", "/api/cards/{card_id}/beside/{piece}/thread", {
          params: { path: { card_id: id, piece: change.piece } },
          body: basis,
        }),
      );
    case "stencil":
      return ask("post", "/api/cards/{card_id}/stencil", {
        params,
        body: {
          ...basis,
          stencil: change.stencil,
          lay: change.lay ?? false,
          after: change.after,
          instead: change.instead,
        },
      });
    case "drawing":
      return ask("post", "/api/cards/{card_id}/drawing", {
        params: { ...params, query: { ...basis, name: change.name } },
        ...asFile("image/svg+xml", new Blob([change.svg])),
      });
    case "remedy": {
      const { code, step, remedy } = change;
      return ask("post", "/api/cards/{card_id}/remedy", { params, body: { ...basis, code, step, remedy } });
    }
    case "take-measured-in":
      return ask("post", "/api/cards/{card_id}/measured", { params, body: basis });
    case "order": {
      const ordered = await ask("post", "/api/cards/{card_id}/order", { params, body: basis });
      moves.value = ordered.moves;
      return ordered.card;
    }
    case "version":
      return ask("post", "/api/cards/{card_id}/versions/{number}/take", {
        params: { path: { card_id: id, number: change.number } },
        body: basis,
      });
    case "undo":
      return ask("post", "/api/cards/{card_id}/undo", {
        params,
        body: { ...basis, based_on: change.based_on ?? now.revision },
      });
    case "redo":
      return ask("post", "/api/cards/{card_id}/redo", {
        params,
        body: { ...basis, based_on: change.based_on ?? now.revision },
      });
    case "mask-action": {
      const at = { path: { card_id: id, mask: change.mask } };
      const { action } = change;
      switch (action.do) {
        case "centre":
          return ask("post", "/api/cards/{card_id}/masks/{mask}/centre", { params: at, body: basis });
        case "counterpart":
          return ask("post", "/api/cards/{card_id}/masks/{mask}/counterpart", { params: at, body: basis });
        case "bridges":
          return ask("post", "/api/cards/{card_id}/masks/{mask}/bridges", { params: at, body: basis });
        case "hold-mask":
          return ask("post", "/api/cards/{card_id}/masks/{mask}/hold", {
            params: at,
            body: { ...basis, kind: action.kind },
          });
        case "strip":
          return ask("post", "/api/cards/{card_id}/masks/{mask}/strip", {
            params: at,
            body: { ...basis, motif: action.motif, margin_mm: action.margin_mm },
          });
      }
    }
  }
}
