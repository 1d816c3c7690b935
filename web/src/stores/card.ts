/**
 * One card, shared by every page of it. `saved` is what the server last said; the outbox holds the edits it has not answered yet, kept
 * through a reload; what is shown is the one with the other. Readings belong to `saved`.
 */
import { defineStore } from "pinia";
import { computed, ref, shallowRef, watch } from "vue";
import { ask, NoAnswer, Refusal } from "../api/client";
import type { CardOut } from "../api/models";
import { type Change, type Edit, Gone, withChanges } from "../logic/edits";
import { newKey } from "../logic/keys";
import { readOutbox, writeOutbox } from "../logic/outbox";
import { useNotices } from "./notices";
import { isRebased, sendEdit } from "./sendEdit";
import { useServer } from "./server";
import { t } from "../words";

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
            saved.value = await sendEdit(id, edit, saved.value, moves);
            done(edit);
            tries = 0;
          } catch (error) {
            if (error instanceof NoAnswer) break;
            if (error instanceof Refusal && error.status === 503) {
              // The database is in use, full or may not be written for now: nothing was changed, and nothing is given up.
              stuck.value = true;
              notices.say("store", t("everywhere.card.whatYouDoIsKept", { message: error.message }));
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
        t("everywhere.card.wasNotDone", { what, why }),
        { label: t("everywhere.card.tryItAgain"), go: () => push(edit.said, edit.change) },
        { label: t("everywhere.card.dropIt"), go: () => undefined },
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
    /** Revisions that this window made by another way than an edit; told of like any other, and maybe before their own answer comes. */
    const own = new Set<number>();
    /** Take on what something this window did has made of the card. */
    function take(card: CardOut) {
      own.add(card.revision);
      if (card.revision >= (saved.value?.revision ?? 0)) saved.value = card;
    }
    /** What was done last in another window is undone there. */
    function back(way: "undo" | "redo") {
      const of = saved.value?.revision ?? -1;
      if (foreign.value === of && !own.has(of) && !outbox.value.length) {
        const said =
          saved.value?.[way === "undo" ? "undoes" : "redoes"] ?? t("everywhere.card.theLastChange");
        notices.say(
          "foreign",
          t("everywhere.card.wasNotDone2", {
            way: way === "undo" ? t("everywhere.card.undo") : t("everywhere.card.redo"),
            said,
          }),
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
      take,
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
