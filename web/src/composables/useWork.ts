/** A piece of work at the server: the key it is asked by, how far it is, and its end where nobody waits for it any more. */
import { useIntervalFn } from "@vueuse/core";
import { onScopeDispose, ref } from "vue";
import { ask, isGivenUp, NoAnswer, Refusal } from "../api/client";
import { newKey } from "../logic/keys";

const HOW_OFTEN_MS = 400;

export function useWork() {
  let key = "";
  const share = ref<number | null>(null);
  const path = () => ({ params: { path: { key } } });
  async function quietly<T>(asked: () => Promise<T>): Promise<T | null> {
    try {
      return await asked();
    } catch (error) {
      // Whether it is told or stopped changes nothing of the answer.
      if (error instanceof NoAnswer || error instanceof Refusal || isGivenUp(error)) return null;
      throw error;
    }
  }
  const { pause, resume } = useIntervalFn(
    async () => {
      const mine = key;
      const told = await quietly(() => ask("get", "/api/works/{key}", path()));
      if (mine === key) share.value = told?.share ?? null;
    },
    HOW_OFTEN_MS,
    { immediate: false },
  );
  function end() {
    pause();
    if (key) void quietly(() => ask("delete", "/api/works/{key}", path()));
    key = "";
    share.value = null;
  }
  onScopeDispose(end);
  return {
    /** How much is done, 0 to 1; null where that is not known. */
    share,
    /** A new piece of work, to be asked for by this key; what went on before is stopped. */
    begin(): string {
      if (key) end();
      key = newKey();
      resume();
      return key;
    },
    /** It is done, or nobody wants it any more. */
    end,
  };
}
