/**
 * One card, shared by every page of it. `saved` is what the server last said; the outbox holds the edits it has not answered yet, kept
 * through a reload; what is shown is the one with the other. Readings belong to `saved`.
 */
import { defineStore } from "pinia";
import { computed, ref, shallowRef, watch } from "vue";
import { ask, asFile, NoAnswer, Refusal } from "../api/client";
import type { CardOut } from "../api/models";
import { sayEvened } from "../logic/solving";
import { changed, type Change, type Edit, Gone, isPlanChange, withChanges } from "../logic/edits";
import { newKey } from "../logic/keys";
import { readOutbox, writeOutbox } from "../logic/outbox";
import { useNotices } from "./notices";
import { useServer } from "./server";

type State = "asking" | "ready" | "absent" | "away" | "refused";

/** How often an edit is made again on a card that others keep changing, before it is told. */
const MOST_TRIES = 8;
/** How soon an edit is sent again that the database could not take. */
const TRY_AGAIN_MS = 2000;

function makeStore(id: string) {
  return defineStore(`card/${id}`, () => {
    const server = useServer();
    const notices = useNotices();
    const path = { params: { path: { card_id: id } } };

    const state = ref<State>("asking");
    const saved = shallowRef<CardOut | null>(null);
    const outbox = ref<Edit[]>(readOutbox(id));
    const draft = shallowRef<Change | null>(null);
    /** The moves of the last time it was put in order, in words; null where something else came after. */
    const moves = shallowRef<string[] | null>(null);
    const sending = ref(false);
    /** Whether the database could not take the edit sent last. */
    const stuck = ref(false);

    /** What is on the table now: saved, with what is on its way, and what the hand is just moving. */
    const card = computed<CardOut | null>(() => {
      if (!saved.value) return null;
      const changes = outbox.value.map((edit) => edit.change);
      if (draft.value) changes.push(draft.value);
      return changes.length ? { ...saved.value, plan: withChanges(saved.value.plan, changes) } : saved.value;
    });
    /** Whether the picture of `saved` is what is shown. */
    const pristine = computed(() => outbox.value.length === 0 && draft.value === null);

    /** How many times the card is just being fetched: edits wait for it, so that they are made on what stands now. */
    let fetching = 0;
    async function load() {
      fetching++;
      try {
        saved.value = await ask("get", "/api/cards/{card_id}", path);
        state.value = "ready";
      } catch (error) {
        if (error instanceof NoAnswer) state.value = saved.value ? "ready" : "away";
        else if (error instanceof Refusal) state.value = error.status === 404 ? "absent" : "refused";
        else throw error;
      } finally {
        fetching--;
      }
      if (state.value === "ready") void flush();
    }

    /** Sends the edits one by one, the oldest first, until none is left or the server is away. */
    async function flush() {
      if (sending.value || fetching || !saved.value) return;
      sending.value = true;
      try {
        for (let edit = outbox.value[0], tries = 0; edit && saved.value; edit = outbox.value[0]) {
          try {
            saved.value = await send(id, edit, saved.value, moves);
            done(edit);
            tries = 0;
          } catch (error) {
            if (error instanceof NoAnswer) break;
            if (error instanceof Refusal && error.status === 503) {
              // The database is in use, full or may not be written for now: nothing was changed, and nothing is given up.
              stuck.value = true;
              notices.say(
                "store",
                `${error.message} What you do is kept here, and saved as soon as it can be.`,
              );
              window.setTimeout(() => void flush(), TRY_AGAIN_MS);
              break;
            }
            if (error instanceof Refusal && error.status === 409) {
              saved.value = await ask("get", "/api/cards/{card_id}", path);
              if (isRebased(edit.change) && ++tries < MOST_TRIES) continue;
            }
            if (!(error instanceof Refusal) && !(error instanceof Gone)) throw error;
            done(edit);
            tell(edit, error.message);
          }
        }
      } catch (error) {
        if (error instanceof Refusal && error.status === 404) state.value = "absent";
        else if (!(error instanceof NoAnswer)) throw error;
      } finally {
        sending.value = false;
        // What others did meanwhile was told while this was on its way.
        if (!outbox.value.length) void follow(heard);
      }
    }
    function done(edit: Edit) {
      outbox.value = outbox.value.filter((other) => other.key !== edit.key);
      writeOutbox(id, outbox.value, [edit.key]);
      stuck.value = false;
      notices.clear("store");
    }
    /** A refused edit is never silently gone: it can be made again, or dropped. */
    function tell(edit: Edit, why: string) {
      const what = edit.said.charAt(0).toUpperCase() + edit.said.slice(1);
      notices.keepSaying(
        `edit-${edit.key}`,
        `“${what}” was not done. ${why}`,
        { label: "Try it again", go: () => push(edit.said, edit.change) },
        { label: "Drop it", go: () => undefined },
      );
    }

    /** The newest revision that another window made, where it is what stands now. */
    const foreign = ref<number | null>(null);
    /** The newest revision that was told of while something of its own was on its way. */
    let heard = 0;
    /** The card has come to a revision: where it was not by this window, it is fetched. What is on its way is sent first. */
    async function follow(revision: number) {
      if (!saved.value || revision <= saved.value.revision) return;
      if (sending.value || outbox.value.length) {
        heard = Math.max(heard, revision);
        return;
      }
      heard = 0;
      await load();
      foreign.value = saved.value.revision;
    }
    /** What was done last in another window is undone there. */
    function back(way: "undo" | "redo") {
      if (foreign.value !== null && foreign.value === saved.value?.revision && !outbox.value.length) {
        const said = saved.value[way === "undo" ? "undoes" : "redoes"] ?? "the last change";
        notices.say(
          "foreign",
          `“${way === "undo" ? "Undo" : "Redo"}” was not done: this card was changed in another window (${said}). Take it back there, or go on from it here.`,
        );
        return;
      }
      push(way, { do: way, based_on: null });
    }

    /** Takes an edit on: shown at once, sent as soon as may be. */
    function push(said: string, change: Change) {
      draft.value = null;
      moves.value = null;
      const based_on = outbox.value.length ? null : (saved.value?.revision ?? null);
      const based = change.do === "undo" || change.do === "redo" ? { ...change, based_on } : change;
      outbox.value = [...outbox.value, { key: newKey(), said: said.slice(0, 120), change: based }];
      writeOutbox(id, outbox.value, []);
      void flush();
    }

    watch(
      () => server.returns,
      () => void (saved.value ? flush() : load()),
    );
    void load();

    return {
      id,
      state,
      saved,
      card,
      outbox,
      draft,
      moves,
      sending,
      stuck,
      pristine,
      load,
      push,
      /** What the hand is just doing: shown, and not sent until it is pushed; null takes it back. */
      setDraft(change: Change | null) {
        draft.value = change;
      },
      follow,
      undo: () => back("undo"),
      redo: () => back("redo"),
    };
  });
}

const made = new Map<string, ReturnType<typeof makeStore>>();

/** The store of one card; whoever opens the card first loads it, and later pages look whether it is still so. */
export function useCard(id: string) {
  const known = made.get(id);
  const definition = known ?? makeStore(id);
  made.set(id, definition);
  const store = definition();
  if (known) void store.load();
  return store;
}
export type CardStore = ReturnType<typeof useCard>;

/** An edit that can be made as well on the newer plan. What is taken back, and what stands at a step, is not guessed. */
function isRebased(change: Change): boolean {
  return change.do !== "undo" && change.do !== "redo";
}

/** Pieces are put on and taken away in the whole card; on the page of a piece its own plan is shown. */
async function ofPart(id: string, answer: CardOut): Promise<CardOut> {
  if (answer.id === id) return answer;
  return ask("get", "/api/cards/{card_id}", { params: { path: { card_id: id } } });
}

async function send(
  id: string,
  { key, said, change }: Edit,
  now: CardOut,
  moves: { value: string[] | null },
): Promise<CardOut> {
  const params = { path: { card_id: id } };
  const basis = { based_on: now.revision, key };
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
        body: { ...basis, stencil: change.stencil },
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
    case "even": {
      const evened = await ask("post", "/api/cards/{card_id}/even", { params, body: basis });
      moves.value = [sayEvened(evened.before, evened.after)];
      return evened.card;
    }
    case "undo":
      return ask("post", "/api/cards/{card_id}/undo", {
        params,
        body: { key, based_on: change.based_on ?? now.revision },
      });
    case "redo":
      return ask("post", "/api/cards/{card_id}/redo", {
        params,
        body: { key, based_on: change.based_on ?? now.revision },
      });
    case "mask-action": {
      const at = { path: { card_id: id, mask: change.mask } };
      const { action } = change;
      switch (action.do) {
        case "centre":
          return ask("post", "/api/cards/{card_id}/masks/{mask}/centre", { params: at, body: basis });
        case "as-mask":
          return ask("post", "/api/cards/{card_id}/masks/{mask}/as-mask", { params: at, body: basis });
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
