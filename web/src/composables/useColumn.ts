/** A column in which something unfolds above what is worked on: opened it is seen from its beginning, closed again all stands as it was. */
import { ref } from "vue";

export function useColumn() {
  const column = ref<HTMLElement | null>(null);
  /** How far down it was before it was opened. */
  let wasAt = 0;
  /** So much higher or lower is what stands below it now; -Infinity where it was opened. */
  function scrolled(by: number) {
    const it = column.value;
    if (!it) return;
    if (by === -Infinity) {
      wasAt = it.scrollTop;
      it.scrollTo(0, 0);
    } else if (it.scrollTop > -by) it.scrollBy(0, by);
    else it.scrollTo(0, wasAt);
  }
  return { column, scrolled };
}
