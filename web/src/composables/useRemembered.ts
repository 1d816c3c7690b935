/**
 * A value of a page that is there again when she goes back to it: it is kept with that step of the browser's history. A page that is
 * loaded anew begins as any other.
 */
import { type Ref, ref, watch } from "vue";

let loadedAnew = performance
  .getEntriesByType("navigation")
  .some((one) => (one as PerformanceNavigationTiming).type === "reload");
globalThis.addEventListener("popstate", () => (loadedAnew = false));

export function useRemembered<T>(name: string, first: T): Ref<T> {
  const kept = loadedAnew ? {} : ((history.state as { cielo?: Record<string, unknown> } | null)?.cielo ?? {});
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
