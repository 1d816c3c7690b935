/** What the page has to say, by source: what is said of one thing is never wiped by another thing that went well. */
import { defineStore } from "pinia";
import { reactive } from "vue";

export interface Notice {
  text: string;
  /** Ways on, offered beside the text. */
  ways: { label: string; go: () => unknown }[];
  /** Stays when the page is left. */
  stays: boolean;
}

export const useNotices = defineStore("notices", () => {
  const said = reactive(new Map<string, Notice>());

  return {
    said,
    say(source: string, text: string, ...ways: Notice["ways"]) {
      said.set(source, { text, ways, stays: false });
    },
    /** As `say`, for what outlives the page it was said on. */
    keepSaying(source: string, text: string, ...ways: Notice["ways"]) {
      said.set(source, { text, ways, stays: true });
    },
    clear(source: string) {
      said.delete(source);
    },
    leavePage() {
      for (const [source, notice] of said) if (!notice.stays) said.delete(source);
    },
  };
});
