import { ref } from "vue";
import { Refusal } from "../api/client";

export interface Notice {
  text: string;
  /** A way back, offered beside the text. */
  back?: { label: string; go: () => void };
  /** Something was refused when that many things had been tried; what is tried after it and succeeds takes the line away. */
  refusedAt?: number;
}

let tried = 0;

const notice = ref<Notice | null>(null);

/** The one line at the foot of the page that says what went wrong or what can be taken back. */
export function useNotice() {
  return {
    notice,
    say(text: string, back?: Notice["back"]) {
      notice.value = { text, back };
    },
    clear() {
      notice.value = null;
    },
    /** Runs an action; a refusal is said in words, and undefined comes back. */
    async attempt<T>(action: () => Promise<T>): Promise<T | undefined> {
      const mine = ++tried;
      try {
        const result = await action();
        if (notice.value?.refusedAt !== undefined && notice.value.refusedAt < mine) notice.value = null;
        return result;
      } catch (error) {
        notice.value = {
          text: error instanceof Refusal ? error.message : "Something failed; nothing saved is lost.",
          refusedAt: tried,
        };
        if (!(error instanceof Refusal)) console.warn(error);
        return undefined;
      }
    },
  };
}
