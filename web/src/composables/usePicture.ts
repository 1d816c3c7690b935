/**
 * The picture of a card after some steps: the saved one at its revision, and while something is not saved yet a quick one of what is
 * shown. The newest wins; a late answer never takes the place of a newer picture.
 */
import { computed, onBeforeUnmount, type Ref, ref, watch } from "vue";
import { askPicture, isGivenUp, type Lean, NoAnswer, pictureUrl, Refusal } from "../api/client";
import type { CardStore } from "../stores/card";

const QUICK_DPI = 60;
const FULL_DPI = 100;

export function usePicture(desk: CardStore, steps: Ref<number>, lean: Ref<Lean | null>) {
  const shown = ref("");
  let quick = "";
  let current: AbortController | null = null;
  let waiting = false;

  const wanted = computed(() =>
    desk.pristine && desk.saved
      ? pictureUrl(desk.id, desk.saved.revision, FULL_DPI, steps.value, lean.value)
      : "",
  );
  function show(url: string) {
    const before = quick;
    shown.value = url;
    quick = url.startsWith("blob:") ? url : "";
    if (before && before !== url) URL.revokeObjectURL(before);
  }

  // A new picture is shown when it is there, never a gap between the old and the new.
  watch(
    wanted,
    (url) => {
      if (!url) return;
      current?.abort();
      const image = new Image();
      image.onload = () => {
        if (url === wanted.value) show(url);
      };
      image.src = url;
    },
    { immediate: true },
  );

  /** One question on its way, and the newest waiting. */
  async function askQuick() {
    const plan = desk.card?.plan;
    if (desk.pristine || !plan) return;
    if (current) {
      waiting = true;
      return;
    }
    const mine = new AbortController();
    current = mine;
    try {
      const query = { dpi: QUICK_DPI, steps: Math.min(steps.value, plan.steps.length) };
      const blob = await askPicture("post", "/api/cards/picture.png", {
        body: plan,
        params: { query },
        signal: mine.signal,
      });
      if (!mine.signal.aborted && !desk.pristine) show(URL.createObjectURL(blob));
    } catch (error) {
      // What cannot be drawn is told when it is saved.
      if (!isGivenUp(error) && !(error instanceof NoAnswer) && !(error instanceof Refusal)) throw error;
    } finally {
      if (current === mine) current = null;
      if (waiting) {
        waiting = false;
        void askQuick();
      }
    }
  }
  watch([() => (desk.pristine ? null : desk.card?.plan), steps], () => void askQuick());

  onBeforeUnmount(() => {
    current?.abort();
    if (quick) URL.revokeObjectURL(quick);
  });
  return { shown, settled: computed(() => wanted.value !== "" && shown.value === wanted.value) };
}
