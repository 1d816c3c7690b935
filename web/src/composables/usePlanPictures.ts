/** Pictures of plans that are only proposed, drawn one after another as they come. */
import { onScopeDispose, ref, watch } from "vue";
import { askPicture, isGivenUp, NoAnswer, Refusal } from "../api/client";
import type { PlanModel } from "../api/models";

const DPI = 40;

export function usePlanPictures(plans: () => readonly PlanModel[]) {
  const pictures = ref<string[]>([]);
  let drawing = new AbortController();
  const forget = () => pictures.value.forEach((url) => URL.revokeObjectURL(url));
  async function draw(now: readonly PlanModel[]) {
    drawing.abort();
    drawing = new AbortController();
    forget();
    pictures.value = [];
    const { signal } = drawing;
    try {
      for (const plan of now) {
        const query = { dpi: DPI, steps: plan.steps.length };
        const picture = await askPicture("post", "/api/cards/picture.png", {
          body: plan,
          params: { query },
          signal,
        });
        pictures.value = [...pictures.value, URL.createObjectURL(picture)];
      }
    } catch (error) {
      if (!isGivenUp(error) && !(error instanceof NoAnswer) && !(error instanceof Refusal)) throw error;
    }
  }
  watch(plans, (now) => void draw(now), { immediate: true });
  onScopeDispose(() => {
    drawing.abort();
    forget();
  });
  return pictures;
}
