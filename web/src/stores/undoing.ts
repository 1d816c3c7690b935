/** What was done on the shelf or in the journal, where the server keeps no history: the last can be undone, then the one before it. */
import { defineStore } from "pinia";
import { reactive } from "vue";

export type UndoPlace = "shelf" | "journal";
interface Done {
  said: string;
  undo: () => Promise<unknown>;
}
/** So many are kept; an older one is too far back to be meant. */
const MOST = 50;

export const useUndoing = defineStore("undoing", () => {
  const done = reactive<Record<UndoPlace, Done[]>>({ shelf: [], journal: [] });
  return {
    /** What would be undone, in words; undefined when there is nothing. */
    last: (place: UndoPlace): string | undefined => done[place].at(-1)?.said,
    did(place: UndoPlace, said: string, undo: () => Promise<unknown>) {
      done[place] = [...done[place], { said, undo }].slice(-MOST);
    },
    /** Undoes the last; it stays to be undone when that does not work. */
    async undo(place: UndoPlace) {
      const last = done[place].at(-1);
      if (!last) return;
      await last.undo();
      done[place] = done[place].filter((one) => one !== last);
    },
    /** What was done to a thing that is gone can be undone no more. */
    forget: (place: UndoPlace) => (done[place] = []),
  };
});
