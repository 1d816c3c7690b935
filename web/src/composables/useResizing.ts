/** Changes of the card: where they make the panel larger or smaller, what is to become of the steps is asked first. */
import { ref } from "vue";
import type { CardPart } from "../api/models";
import { panelSize } from "../logic/panelSize";
import { useDesk } from "./useDesk";

export function useResizing() {
  const desk = useDesk();
  const asked = ref<{ card: CardPart; said: string } | null>(null);

  /** Change the card, or ask first. */
  function set(part: Partial<CardPart>, said: string) {
    const plan = desk.card?.plan;
    if (!plan) return;
    const card = { ...plan.card, ...part };
    const [was, is] = [panelSize(plan.card), panelSize(card)];
    const same = Math.abs(was.width - is.width) < 0.05 && Math.abs(was.height - is.height) < 0.05;
    if (same || !plan.steps.length) desk.push(said, { do: "card", part });
    else asked.value = { card, said };
  }
  function fit() {
    if (asked.value) desk.push(asked.value.said, { do: "resize", ...asked.value });
    asked.value = null;
  }
  function leaveSteps() {
    if (asked.value) desk.push(asked.value.said, { do: "card", part: asked.value.card });
    asked.value = null;
  }
  const keep = () => (asked.value = null);
  return { asked, set, fit, leaveSteps, keep };
}
