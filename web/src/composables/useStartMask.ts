/** The round mask and the light edge that a card is begun with: what is asked for, and what has no place on the ground chosen. */
import { computed, type Ref, ref } from "vue";
import type { Disc, Edge, Schemas } from "../api/models";
import { EDGE_CHOICES } from "../logic/words";
import { t } from "../words";

export const DISCS = [
  { value: "none" as const, label: t("card.layGradient.noRoundMask") },
  {
    value: "moon" as const,
    label: t("card.layGradient.aMoon"),
    hint: t("card.startCard.aRoundMaskKeptBare"),
  },
  { value: "sun" as const, label: t("card.layGradient.aSun"), hint: t("card.startCard.aLargerRoundMaskLow") },
];

/** `ground`: the one chosen, with inks; none while there is none. */
export function useStartMask(
  panel: Ref<{ width: number; height: number }>,
  ground: () => Schemas["GroundOut"] | undefined,
) {
  const light = ref<Edge>("bottom");
  const disc = ref<"none" | "moon" | "sun">("none");

  function roundMask(): Disc | null {
    if (disc.value === "none") return null;
    const { width, height } = panel.value;
    const moon = disc.value === "moon";
    return {
      key: disc.value,
      name: disc.value,
      x_mm: Math.round(width * (moon ? 0.66 : 0.5)),
      y_mm: Math.round(height * (moon ? 0.28 : 0.62)),
      diameter_mm: Math.round(Math.min(width, height) * (moon ? 0.3 : 0.42)),
      named: [],
      part: "itself" as const,
      keeps: "inside",
      shape: "disc",
    };
  }

  const shownDisc = computed(() => {
    const mask = roundMask();
    return mask && `${mask.x_mm},${mask.y_mm},${mask.diameter_mm}`;
  });
  /** What was asked for and has no place on the ground chosen. */
  const leftOut = computed(() => {
    const of = ground();
    if (!of || of.key === "banded-gradient") return [];
    const called = DISCS.find((one) => one.value === disc.value)?.label ?? "";
    const told: string[] = [];
    if (disc.value !== "none" && of.disc !== "kept")
      told.push(
        of.disc === "own"
          ? t("card.startCard.discOwn", { name: of.name, disc: called })
          : t("card.startCard.discNone", { name: of.name, disc: called }),
      );
    if (light.value !== "bottom")
      told.push(
        t("card.startCard.lightUnused", {
          edge: EDGE_CHOICES.find((e) => e.value === light.value)?.label ?? "",
        }),
      );
    return told;
  });

  return { light, disc, roundMask, shownDisc, leftOut };
}
