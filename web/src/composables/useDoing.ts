/** The one way to do something by the server that is no edit of a card: refusals are said where it was done. */
import { ref } from "vue";
import { isGivenUp, NoAnswer, Refusal } from "../api/client";
import { useNotices } from "../stores/notices";

/** `source` names what is done; what is said of it stands until it is done again. */
export function useDoing(source: string) {
  const notices = useNotices();
  const busy = ref(false);
  return {
    busy,
    /** True when it was done. Without an answer it is not known, and the page says that the server is away. */
    async run(action: () => Promise<unknown>): Promise<boolean> {
      busy.value = true;
      try {
        await action();
        notices.clear(source);
        return true;
      } catch (error) {
        if (error instanceof Refusal) notices.say(source, error.message);
        else if (!(error instanceof NoAnswer) && !isGivenUp(error)) throw error;
        return false;
      } finally {
        busy.value = false;
      }
    },
  };
}
