/** What lies on the panel and can be moved about on it: masks, what holds them, focal pieces, and the prints of the chosen step. */
import { computed, type Ref } from "vue";
import type { CardOut, Focal, Hold, Mask } from "../api/models";
import { panelSize } from "../logic/panelSize";
import { type PlacedPrint, regionOf, withPlace } from "../logic/prints";
import { type Line, linesFor } from "../logic/snapping";
import type { CardStore } from "../stores/card";
import { usePlacing } from "./usePlacing";
import { t } from "../words";

/** `onPanel` keeps a thing from leaving the panel; `scale` is pixels a millimetre. */
export function usePanelPlacings(
  desk: CardStore,
  card: Ref<CardOut>,
  chosen: Ref<string | null>,
  scale: Ref<number>,
  onPanel: <T extends { x_mm: number; y_mm: number }>(thing: T) => T,
) {
  const step = computed(() => (card.value.plan.units === "in" ? 25.4 / 16 : 1));
  const lines = (thing: { key: string }, way: "x_mm" | "y_mm"): Line[] => {
    const { width, height } = panelSize(card.value.plan.card);
    return linesFor(card.value.plan, thing.key, way, way === "x_mm" ? width : height);
  };
  const called = (mask: Mask) =>
    card.value.reading.masks.find((other) => other.key === mask.key)?.called ?? mask.name;

  const masks = usePlacing<Mask>({
    scale,
    step,
    lines,
    within: onPanel,
    draft: (mask) => desk.setDraft(mask && { do: "mask", mask }),
    save: (mask) => desk.push(t("everywhere.common.moveWhat", { what: called(mask) }), { do: "mask", mask }),
  });
  const holds = usePlacing<Hold>({
    scale,
    step,
    draft: (hold) => desk.setDraft(hold && { do: "hold", hold }),
    save: (hold) => desk.push(t("everywhere.common.moveWhat", { what: hold.kind }), { do: "hold", hold }),
  });
  const focal = usePlacing<Focal>({
    scale,
    step,
    lines,
    within: onPanel,
    draft: (piece) => desk.setDraft(piece && { do: "focal", piece }),
    save: (piece) => desk.push(t("everywhere.common.moveWhat", { what: piece.name }), { do: "focal", piece }),
  });
  const printing = computed(() => card.value.plan.steps.find((other) => other.id === chosen.value));
  function placed(place: PlacedPrint) {
    const region = regionOf(printing.value);
    if (printing.value?.do === "stick-on")
      return {
        do: "word",
        step: printing.value.id,
        path: "spots",
        value: printing.value.spots.map((spot, i) =>
          String(i) === place.key ? { x_mm: place.x_mm, y_mm: place.y_mm } : spot,
        ),
      } as const;
    if (!chosen.value || (region?.over !== "print" && region?.over !== "words")) return null;
    return { do: "word", step: chosen.value, path: "region", value: withPlace(region, place) } as const;
  }
  const prints = usePlacing<PlacedPrint>({
    scale,
    step,
    lines,
    draft: (place) => desk.setDraft(place && placed(place)),
    save: (place) => {
      const change = placed(place);
      if (change) desk.push(t("everywhere.usePanelPlacings.moveThePrint"), change);
    },
  });
  const guides = computed(() =>
    [masks, focal, prints].map((placing) => placing.guides.value).find((g) => g.x || g.y),
  );
  return { masks, holds, focal, prints, guides };
}
