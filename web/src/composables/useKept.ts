/** A choice that the browser keeps, where it keeps anything; where it does not, it holds as long as the page. */
import { type Ref, ref, watch } from "vue";
import { keep, readKept } from "../logic/storage";

export function useKept<T>(key: string, first: T, read: (text: string) => T): Ref<T> {
  const kept = readKept(key);
  const value = ref(kept === null ? first : read(kept)) as Ref<T>;
  watch(value, (now) => keep(key, now === null ? null : String(now)), { flush: "sync" });
  return value;
}
/** A yes or no. */
export const asYes = (text: string) => text === "true";
