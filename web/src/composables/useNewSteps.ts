/** Steps that can be added to the card on the desk, or take the place of one, with what lies on the shelf. */
import { computed } from "vue";
import type { Step } from "../api/models";
import { newSteps } from "../logic/newSteps";
import { newStepId } from "../logic/steps";
import { useDesigns } from "../stores/designs";
import { useShelf } from "../stores/shelf";
import { useDesk } from "./useDesk";

/** `chosen` is told which step is new. */
export function useNewSteps(chosen: (id: string) => void) {
  const desk = useDesk();
  const shelf = useShelf();
  const designs = useDesigns();
  const shelved = computed(() => ({
    inks: shelf.shelf?.inks.map(({ ink }) => ink) ?? [],
    motifs: shelf.shelf?.motifs ?? [],
    designs: designs.designs ?? [],
  }));
  const addable = (after: Step | undefined) => (desk.card ? newSteps(desk.card, after, shelved.value) : []);
  /** What can stand in the place of a step, with what is on the card. */
  const others = (of: Step) => (desk.card ? newSteps(desk.card, of) : []);

  /** A new step after another, or before all of them. */
  function add(after: Step | undefined, what: string) {
    const choice = addable(after).find((one) => one.value === what);
    if (!choice || !desk.card) return;
    const step = { ...choice.make(), id: newStepId(desk.card.plan) };
    const said = choice.label.charAt(0).toLowerCase() + choice.label.slice(1);
    if (choice.design)
      desk.push(said, { do: "stencil", stencil: choice.design, lay: true, after: after?.id ?? null });
    else
      desk.push(said, {
        do: "add-step",
        after: after?.id ?? null,
        step,
        ...(choice.ink ? { ink: choice.ink } : {}),
        ...(choice.mask ? { mask: choice.mask } : {}),
      });
    chosen(step.id);
  }

  return { addable, others, add };
}
