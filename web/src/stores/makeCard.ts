/**
 * One card, shared by every page of it. `saved` is what the server last said; the outbox holds the edits it has not answered yet, kept
 * through a reload; what is shown is the one with the other. Readings belong to `saved`.
 */
import { capital } from "../logic/capital";
import { defineStore } from "pinia";
import { computed, ref, shallowRef, watch } from "vue";
import { ask, isForNow, NoAnswer, Refusal } from "../api/client";
import type { CardOut } from "../api/models";
import { type Change, type Edit, withChanges, withWas } from "../logic/edits";
import { newKey, windowKey } from "../logic/keys";
import { readOutbox, writeOutbox } from "../logic/outbox";
import { keep, readKept } from "../logic/storage";
import { useNotices } from "./notices";
import { isRebased, sendEdit } from "./sendEdit";
import { useServer } from "./server";
import { t } from "../words";

type State = "asking" | "ready" | "absent" | "away" | "refused";
type Way = "undo" | "redo";

/** How often an edit is made again on a card that others keep changing, before it is told. */
const MOST_TRIES = 8;
/** How soon an edit is sent again that was not answered or could not be taken, at first and at most. */
const TRY_AGAIN_MS = 2000;
const LATEST_TRY_MS = 20_000;

const isBack = (change: Change): change is Extract<Change, { do: Way }> =>
  change.do === "undo" || change.do === "redo";

export function makeStore(id: string) {
  return defineStore(`card/${id}`, () => {
    const server = useServer();
    const notices = useNotices();
    const path = { params: { path: { card_id: id } } };

    const state = ref<State>("asking");
    const saved = shallowRef<CardOut | null>(null);
    const found = readOutbox(id);
    const outbox = ref<Edit[]>(found.edits);
    if (found.odd) notices.keepSaying(`aside-${id}`, t("everywhere.card.setAside"));
    /** Whether the browser keeps the edits that are not saved yet through a reload. */
    const kept = ref(true);
    const draft = shallowRef<Change | null>(null);
    /** The moves of the last time it was put in order, in words; null where something else came after. */
    const moves = shallowRef<string[] | null>(null);
    const sending = ref(false);
    /** Whether the edit sent last could not be taken for now. */
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

    /** The card as it came: an older revision never takes the place of a newer one. */
    function takeOn(came: CardOut) {
      if (came.revision >= (saved.value?.revision ?? 0)) saved.value = came;
      state.value = "ready";
    }

    /** How many times the card is just being fetched: edits wait for it, so that they are made on what stands now. */
    let fetching = 0;
    async function load() {
      fetching++;
      try {
        takeOn(await ask("get", "/api/cards/{card_id}", path));
      } catch (error) {
        if (error instanceof NoAnswer || isForNow(error)) {
          state.value = saved.value ? "ready" : "away";
          later();
        } else if (error instanceof Refusal)
          state.value = error.status === 404 || error.status === 422 ? "absent" : "refused";
        else throw error;
      } finally {
        fetching--;
      }
      if (state.value === "ready") void flush();
    }

    /** What was not answered is tried again after a while, whether or not the server is known to be away. */
    let waiting: ReturnType<typeof setTimeout> | undefined;
    let wait = TRY_AGAIN_MS;
    function later() {
      clearTimeout(waiting);
      waiting = setTimeout(goOn, wait);
      wait = Math.min(LATEST_TRY_MS, wait * 1.5);
    }
    function goOn() {
      clearTimeout(waiting);
      void (saved.value ? flush() : load());
    }

    /** Sends the edits one by one, the oldest first, until none is left or one cannot be sent for now. */
    async function flush() {
      if (sending.value || fetching || !saved.value) return;
      sending.value = true;
      try {
        for (let edit = outbox.value[0], tries = 0; edit && saved.value; edit = outbox.value[0]) {
          try {
            takeOn(await sendEdit(id, edit, saved.value, moves));
            done(edit);
            tries = 0;
          } catch (error) {
            if (error instanceof NoAnswer || isForNow(error)) {
              // Nothing is given up: it is sent again by the same key, so that it is done once.
              if (error instanceof Refusal) tellStuck(edit, error.message);
              later();
              break;
            }
            if (error instanceof Refusal && error.status === 404) throw error;
            if (error instanceof Refusal && error.status === 409) {
              takeOn(await ask("get", "/api/cards/{card_id}", path));
              if (isRebased(edit.change) && ++tries < MOST_TRIES) continue;
            }
            refuse(edit, error instanceof Error ? error.message : String(error));
          }
        }
      } catch (error) {
        if (error instanceof Refusal && error.status === 404) state.value = "absent";
        else later();
      } finally {
        sending.value = false;
        // What others did meanwhile was told while this was on its way.
        if (!outbox.value.length) void follow(heard);
      }
    }
    function keepOutbox(gone: string[]) {
      server.kept = kept.value = writeOutbox(id, outbox.value, gone);
    }
    function done(edit: Edit) {
      const revision = saved.value?.revision ?? null;
      leave(edit);
      // What takes this edit back takes back the revision that it made, and no other.
      outbox.value = outbox.value.map((other) => meant(other, edit.key, revision));
      keepOutbox([edit.key]);
      stuck.value = false;
      server.saves++;
      wait = TRY_AGAIN_MS;
      notices.clear("store");
    }
    function leave(edit: Edit) {
      outbox.value = outbox.value.filter((other) => other.key !== edit.key);
    }
    function meant(edit: Edit, of: string, based_on: number | null): Edit {
      return isBack(edit.change) && edit.change.of === of
        ? { ...edit, change: { ...edit.change, of: null, based_on } }
        : edit;
    }
    /** An edit that was refused is not there to be taken back: what was to do so goes with it, and what was to follow goes by what stands. */
    function refuse(edit: Edit, why: string) {
      const gone = [edit];
      leave(edit);
      const back = outbox.value.find((other) => isBack(other.change) && other.change.of === edit.key);
      if (back) {
        gone.push(back);
        leave(back);
        outbox.value = outbox.value.map((other) => meant(other, back.key, saved.value?.revision ?? null));
      }
      keepOutbox(gone.map(({ key }) => key));
      stuck.value = false;
      if (isBack(edit.change)) notices.say("back", why);
      else if (!back) tell(edit, why);
    }
    const called = (edit: Edit) => capital(edit.said);
    /** A refused edit is never silently gone: it can be made again, or dropped. */
    function tell(edit: Edit, why: string) {
      notices.keepSaying(
        `edit-${edit.key}`,
        t("everywhere.card.refused", { what: called(edit), why }),
        { label: t("everywhere.common.tryAgain"), go: () => push(edit.said, edit.change) },
        { label: t("everywhere.card.discard"), go: () => undefined },
      );
    }
    /** An edit that cannot be taken for now waits; and if she would rather not wait for it, it can be dropped. */
    function tellStuck(edit: Edit, why: string) {
      stuck.value = true;
      const told = kept.value
        ? t("everywhere.card.keptHere", { message: why })
        : t("everywhere.card.keptInWindow", { message: why });
      notices.say("store", told, {
        label: t("everywhere.card.discardEdit"),
        go: () => {
          leave(edit);
          keepOutbox([edit.key]);
          stuck.value = false;
          goOn();
        },
      });
    }

    /** The newest revision that came without this window's doing. */
    let foreign = Number(readKept(`cielo.foreign.${id}`, "sessionStorage") ?? 0);
    /** The newest revision that was told of and has not come yet. */
    let heard = 0;
    let following = false;
    /** The card has come to a revision: where it was not by this window, it is fetched. What is on its way is sent first. */
    async function follow(revision: number) {
      heard = Math.max(heard, revision);
      if (!saved.value || heard <= saved.value.revision) return;
      if (sending.value || outbox.value.length || fetching || following) return;
      following = true;
      await load().finally(() => (following = false));
      if (saved.value && !saved.value.undoes_of) {
        foreign = saved.value.revision;
        keep(`cielo.foreign.${id}`, String(foreign), "sessionStorage");
      }
      if (saved.value && heard > saved.value.revision) later();
    }
    /** Take on what something this window did by another way than an edit has made of the card. */
    function take(came: CardOut) {
      takeOn(came);
      if (foreign === came.revision) foreign = 0;
    }

    /** Edits taken back before they were sent, the last one last. */
    const takenBack = shallowRef<Edit[]>([]);
    /** Whether an edit is of this window. Of one that says of no window it is known by how the news of it came, also after a reload. */
    const own = (window: string | null | undefined) =>
      window ? window === windowKey() : saved.value?.revision !== foreign;
    /** The last edit of all that are on their way, where it is not being sent yet. */
    const unsent = computed(() => {
      const last = outbox.value.at(-1);
      return last && !isBack(last.change) && !(sending.value && outbox.value.length === 1) ? last : null;
    });
    const undoes = computed(() => {
      const last = outbox.value.at(-1);
      if (last && !isBack(last.change)) return last.said;
      return saved.value?.undoes ?? null;
    });
    const redoes = computed(() => takenBack.value.at(-1)?.said ?? saved.value?.redoes ?? null);

    function undo() {
      draft.value = null;
      const last = unsent.value;
      if (last) {
        // Nobody has seen it yet: it was never done.
        leave(last);
        keepOutbox([last.key]);
        takenBack.value = [...takenBack.value, last];
        return;
      }
      back("undo");
    }
    function redo() {
      const last = outbox.value.at(-1);
      if (last?.change.do === "undo" && !(sending.value && outbox.value.length === 1)) {
        leave(last); // it has not been taken back yet
        keepOutbox([last.key]);
        return;
      }
      const again = takenBack.value.at(-1);
      if (again) {
        takenBack.value = takenBack.value.slice(0, -1);
        queue({ ...again, key: newKey() });
        return;
      }
      back("redo");
    }
    /** What was done last in another window is undone there. */
    function back(way: Way) {
      const before = outbox.value.at(-1);
      const by = way === "undo" ? saved.value?.undoes_of : saved.value?.redoes_of;
      const said = (way === "undo" ? saved.value?.undoes : saved.value?.redoes) ?? null;
      if (!before && (said === null || !own(by))) {
        if (said !== null)
          notices.say(
            "back",
            t("everywhere.card.undoRefused", {
              way: way === "undo" ? t("everywhere.action.undo") : t("everywhere.action.redo"),
              said,
            }),
          );
        return;
      }
      const based_on = before ? null : (saved.value?.revision ?? null);
      queue({ key: newKey(), said: way, change: { do: way, based_on, of: before?.key ?? null } });
    }

    function queue(edit: Edit) {
      draft.value = null;
      moves.value = null;
      notices.clear("back");
      outbox.value = [...outbox.value, edit];
      keepOutbox([]);
      void flush();
    }
    /** Takes an edit on: shown at once, sent as soon as may be. */
    function push(said: string, change: Change) {
      draft.value = null;
      takenBack.value = [];
      const from = card.value ? withWas(card.value.plan, change) : change;
      queue({ key: newKey(), said: said.slice(0, 120), change: from });
    }

    watch(() => server.returns, goOn);
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
      kept,
      pristine,
      undoes,
      redoes,
      load,
      push,
      /** What the hand is just doing: shown, and not sent until it is pushed; null takes it back. */
      setDraft(change: Change | null) {
        draft.value = change;
      },
      follow,
      take,
      undo,
      redo,
    };
  });
}
