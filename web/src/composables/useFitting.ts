/** Text as large as its place allows: the share by which its letters are scaled, so that nothing of it has to be scrolled to. */
import { useElementSize, useResizeObserver } from "@vueuse/core";
import { nextTick, ref, watch, type Ref } from "vue";

/** From as large as is wanted to as small as is still read at arm's length. */
export const SHARES = [1, 0.92, 0.85, 0.78, 0.72, 0.66, 0.61] as const;
const SMALLEST = 0.61;

/** The largest of the shares at which what is asked fits; the smallest where none does. */
export function largestThatFits(fits: (share: number) => boolean): number {
  return SHARES.find((share) => fits(share)) ?? SMALLEST;
}

/** Sets ``--fit`` on an element to the largest share at which its content fits, anew whenever it, or ``of``, changes. */
export function useFitting(element: Ref<HTMLElement | null>, of: () => unknown) {
  const share = ref(1);
  const { width, height } = useElementSize(element);
  function fit() {
    const el = element.value;
    if (!el) return;
    share.value = largestThatFits((one) => {
      el.style.setProperty("--fit", String(one));
      return el.scrollHeight <= el.clientHeight + 1;
    });
    el.style.setProperty("--fit", String(share.value));
  }
  watch([of, width, height], () => void nextTick(fit), { flush: "post", immediate: true });
  useResizeObserver(
    () => (element.value?.firstElementChild as HTMLElement | null) ?? undefined,
    () => {
      const el = element.value;
      if (el && el.scrollHeight > el.clientHeight + 1 && share.value > SMALLEST) fit();
    },
  );
  return share;
}
