/**
 * A picture by its address, and what it is of: what is said of a picture is said from `shown`, and so is true of what is seen. One is on
 * its way and the newest waits; there is never a gap between two; one that did not come is asked for again.
 */
import { computed, getCurrentScope, onScopeDispose, type Ref, ref, shallowRef, watch } from "vue";
import { useServer } from "../stores/server";

export interface Pictured<T> {
  url: string;
  of: T;
}
const AGAIN_MS = 1500;
const LATEST_AGAIN_MS = 15_000;

export function useShown<T>(wanted: Ref<Pictured<T> | null>) {
  const server = useServer();
  const shown = shallowRef<Pictured<T> | null>(null);
  /** Whether the one wanted did not come, and is waited for. */
  const missed = ref(false);
  let onItsWay: Pictured<T> | null = null;
  let waiting: ReturnType<typeof setTimeout> | undefined;
  let wait = AGAIN_MS;
  let gone = false;

  function load() {
    clearTimeout(waiting);
    const now = wanted.value;
    if (onItsWay || !now || gone) return;
    if (now.url === shown.value?.url) {
      shown.value = now;
      missed.value = false;
      return;
    }
    onItsWay = now;
    const image = new Image();
    image.onload = () => done(now, true);
    image.onerror = () => done(now, false);
    image.src = now.url;
  }
  function done(it: Pictured<T>, there: boolean) {
    onItsWay = null;
    if (gone) return;
    const newest = wanted.value?.url === it.url;
    if (there) {
      shown.value = newest && wanted.value ? wanted.value : it;
      wait = AGAIN_MS;
    }
    missed.value = newest && !there;
    if (!newest) load();
    else if (!there) {
      waiting = setTimeout(load, wait);
      wait = Math.min(LATEST_AGAIN_MS, wait * 1.5);
    }
  }
  watch(wanted, load, { immediate: true });
  watch(() => server.returns, load);
  if (getCurrentScope())
    onScopeDispose(() => {
      gone = true;
      clearTimeout(waiting);
    });
  return {
    shown,
    missed,
    /** Whether what is seen is what is wanted. */
    settled: computed(() => wanted.value !== null && wanted.value.url === shown.value?.url),
  };
}
