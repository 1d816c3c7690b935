/** A value of a page that is there again when she goes back to it: it is kept with that step of the browser's history. */
import { type Ref, ref, watch } from "vue";

export function useRemembered<T>(name: string, first: T): Ref<T> {
  const kept = (history.state as { cielo?: Record<string, unknown> } | null)?.cielo ?? {};
  const value = ref(name in kept ? (kept[name] as T) : first) as Ref<T>;
  watch(
    value,
    (now) => {
      const state: { cielo?: Record<string, unknown> } = history.state ?? {};
      const plain: unknown = JSON.parse(JSON.stringify(now));
      history.replaceState({ ...state, cielo: { ...state.cielo, [name]: plain } }, "");
    },
    { deep: true },
  );
  return value;
}
