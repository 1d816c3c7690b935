/** The one way to do something by the server that is no edit of a card: refusals are said where it was done. */
import { computed, reactive, ref } from "vue";
import { isGivenUp, NoAnswer, Refusal } from "../api/client";
import { newKey } from "../logic/keys";
import { useNotices } from "../stores/notices";

/** `source` names what is done; what is said of it stands until it is done again. */
export function useDoing(source: string) {
  const notices = useNotices();
  const under = ref(0);
  /** What is just being made, and by which key, which stays until it is known whether it was. */
  const making = reactive(new Set<string>());
  const keys = new Map<string, string>();

  /** "done"; "refused", which is said; or "unanswered": without an answer it is not known, and the page says that the server is away. */
  async function attempt(action: () => Promise<unknown>): Promise<"done" | "refused" | "unanswered"> {
    under.value++;
    try {
      await action();
      notices.clear(source);
      return "done";
    } catch (error) {
      if (error instanceof Refusal) {
        notices.say(source, error.message);
        return "refused";
      }
      if (!(error instanceof NoAnswer) && !isGivenUp(error)) throw error;
      return "unanswered";
    } finally {
      under.value--;
    }
  }
  return {
    busy: computed(() => under.value > 0),
    attempt,
    /** True when it was done. */
    async run(action: () => Promise<unknown>): Promise<boolean> {
      return (await attempt(action)) === "done";
    },
    /**
     * As `run`, for what makes something: tapped twice it is done once, and where the answer was lost it is asked again by the same key,
     * so that it is made once. `what` tells it apart from other things made here.
     */
    async make(what: string, action: (request: string) => Promise<unknown>): Promise<boolean> {
      if (making.has(what)) return false;
      const key = keys.get(what) ?? newKey();
      keys.set(what, key);
      making.add(what);
      try {
        const came = await attempt(() => action(key));
        if (came !== "unanswered") keys.delete(what);
        return came === "done";
      } finally {
        making.delete(what);
      }
    },
  };
}
