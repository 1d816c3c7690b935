/**
 * The picture of a card after some steps: the saved one at its revision, and over it a live one while something is not saved yet or the
 * panel is tilted to the light. Of live ones one question is on its way and the newest waits; each is coarse first and sharper as soon as
 * nothing newer waits. A late answer never takes the place of a newer picture.
 */
import { computed, onBeforeUnmount, type Ref, ref, watch } from "vue";
import { askPicture, isGivenUp, type Look, NoAnswer, pictureUrl, Refusal } from "../api/client";
import type { CardStore } from "../stores/card";
import { useShown } from "./useShown";

/** Dots to the inch of live pictures, coarse to sharp, and of the saved one. */
const LIVE_DPI = [40, 60, 100];
const FULL_DPI = 100;

export type Place = { x_mm: number; y_mm: number };

export function usePicture(
  desk: CardStore,
  steps: Ref<number>,
  look: Ref<Look | null>,
  lamp: Ref<Place | null>,
) {
  const canvas = ref<HTMLCanvasElement | null>(null);
  /** How many live pictures were drawn; 0 while the saved one is what is seen. */
  const drawn = ref(0);
  /** Whether the newest of them is as sharp as the saved one. */
  const sharp = ref(false);
  let current: AbortController | null = null;
  let waiting = false;

  const wanted = computed(() =>
    desk.pristine && desk.saved
      ? {
          url: pictureUrl(desk.id, desk.saved.revision, FULL_DPI, steps.value, look.value),
          of: Math.min(steps.value, desk.saved.plan.steps.length),
        }
      : null,
  );
  const { shown, missed, settled } = useShown(wanted);
  const live = computed(() => !desk.pristine || lamp.value !== null);
  /** After how many steps the live picture that is seen is. */
  const liveOf = ref(0);
  watch(shown, () => {
    if (!live.value && settled.value) drawn.value = 0;
  });
  watch(live, (now) => {
    if (now) return;
    current?.abort();
    if (settled.value) drawn.value = 0;
  });

  function question(dpi: number, signal: AbortSignal): Promise<Blob> | null {
    const plan = desk.card?.plan;
    const done = Math.min(steps.value, plan?.steps.length ?? 0);
    if (!desk.pristine && plan)
      return askPicture("post", "/api/cards/picture.png", {
        body: plan,
        params: { query: { dpi, steps: done } },
        signal,
      });
    if (!lamp.value || !desk.saved) return null;
    const { x_mm, y_mm } = lamp.value;
    return askPicture("get", "/api/cards/{card_id}/picture.png", {
      params: {
        path: { card_id: desk.id },
        query: { revision: desk.saved.revision, dpi, steps: done, lamp: `${x_mm},${y_mm}`, look: look.value },
      },
      signal,
    });
  }

  async function draw(picture: Blob, dpi: number, of: number) {
    const bitmap = await createImageBitmap(picture);
    const on = canvas.value;
    if (!on || !live.value) return bitmap.close();
    on.width = bitmap.width;
    on.height = bitmap.height;
    on.getContext("bitmaprenderer")?.transferFromImageBitmap(bitmap);
    drawn.value += 1;
    liveOf.value = of;
    sharp.value = dpi === FULL_DPI && !waiting;
  }

  /** One question on its way, and the newest waiting. */
  async function ask(sharpness = 0) {
    if (!live.value) return;
    if (current) {
      waiting = true;
      return;
    }
    const mine = new AbortController();
    current = mine;
    waiting = false;
    try {
      const dpi = LIVE_DPI[sharpness] ?? FULL_DPI;
      const of = Math.min(steps.value, desk.card?.plan.steps.length ?? 0);
      const picture = await question(dpi, mine.signal);
      if (picture && !mine.signal.aborted) await draw(picture, dpi, of);
    } catch (error) {
      // What cannot be drawn is told when it is saved.
      if (!isGivenUp(error) && !(error instanceof NoAnswer) && !(error instanceof Refusal)) throw error;
    } finally {
      if (current === mine) current = null;
    }
    if (waiting) void ask();
    else if (sharpness + 1 < LIVE_DPI.length && !mine.signal.aborted) void ask(sharpness + 1);
  }
  watch(
    [() => (desk.pristine ? null : desk.card?.plan), steps, lamp, look, () => desk.saved?.revision],
    () => void ask(),
  );

  onBeforeUnmount(() => current?.abort());
  return {
    shown: computed(() => shown.value?.url ?? ""),
    canvas,
    drawn,
    sharp,
    missed,
    /** After how many steps the panel is that is seen; null while none is. */
    of: computed(() => (drawn.value ? liveOf.value : (shown.value?.of ?? null))),
    settled: computed(() => settled.value && drawn.value === 0),
  };
}
