import { useDebounceFn } from "@vueuse/core";
import { shallowRef } from "vue";

interface Placed {
  key: string;
  x_mm: number;
  y_mm: number;
}

/**
 * Things moved by the keys: they go with the key at once and are saved when the hand rests, so that a quick hand loses no step and
 * the server is asked once.
 */
export function useNudge<T extends Placed>(save: (moved: T) => void) {
  const moving = shallowRef<T | null>(null);
  const saveSoon = useDebounceFn(() => {
    if (moving.value) save(moving.value);
  }, 220);

  return {
    moving,
    nudge(thing: T, [x, y]: [number, number], within: (moved: T) => T) {
      const from = moving.value?.key === thing.key ? moving.value : thing;
      moving.value = within({ ...from, x_mm: from.x_mm + x, y_mm: from.y_mm + y });
      saveSoon();
    },
    /** The server has answered: what has arrived where it was going is at rest. */
    settle(saved: T[]) {
      const now = moving.value;
      const there = saved.find((one) => one.key === now?.key);
      if (
        !there ||
        !now ||
        (Math.abs(there.x_mm - now.x_mm) < 1e-6 && Math.abs(there.y_mm - now.y_mm) < 1e-6)
      )
        moving.value = null;
    },
  };
}
