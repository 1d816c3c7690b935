/** What the solvers answer, in words. */
import type { Schemas, Step } from "../api/models";
import { TOUCH_CHOICES } from "./words";
import { t } from "../words";

type Recipe = Schemas["RecipeOut"];

/** How much gentler a gradient has become. */
export function sayEvened(before: number, after: number): string {
  const share = before > 0 ? Math.round((1 - after / before) * 100) : 0;
  if (share < 3) return t("logic.solving.itIsAsEvenAs");
  return t("logic.solving.evenedTheSteepestPlaceIs", { share });
}

const touchOf = (touch: string) => TOUCH_CHOICES.find(({ value }) => value === touch)?.label ?? touch;

/** "Yucca 1, 2 light passes; dry; then Agave 6, 1 strong pass" */
export function sayRecipe(recipe: Recipe): string {
  return recipe.layers
    .map(({ ink, passes, touch }) =>
      t("logic.solving.layer", { ink: ink.name, passes, touch: touchOf(touch) }, passes),
    )
    .join(t("logic.solving.dryThen"));
}

/** "2 light passes", "the first print" */
export function sayLaid(touch: string, passes: number): string {
  const named = touchOf(touch);
  if (touch === "first" || touch === "second" || touch === "third") return named;
  return t("logic.solving.passes", { passes, touch: named }, passes);
}

/** How lively a seam stays that way. */
export function sayBridge({ kind, liveliness }: Schemas["BridgeOut"]): string {
  const share = Math.round(Math.min(1, liveliness) * 100);
  const keeps =
    share >= 95
      ? t("logic.solving.asLivelyAsTheInks")
      : share >= 60
        ? t("logic.solving.staysLively")
        : share >= 30
          ? t("logic.solving.turnsDull")
          : t("logic.solving.turnsGrey");
  return t("logic.solving.ofTheDuller", {
    kind: kind === "an ink between" || kind === "white between" ? t("logic.solving.betweenThem") : "",
    keeps,
    share,
  });
}

/** How near a recipe comes to what was wanted. */
export function sayNear(difference: number): string {
  if (difference < 1) return t("logic.solving.justThat");
  if (difference < 3) return t("logic.solving.nearlyThatSeenOnlySide");
  if (difference < 8) return t("logic.solving.nearIt");
  return t("logic.solving.notItButAsNear");
}

const NEAR = [1, 3, 8];

/** Of recipes that are as near by the eye, those of the fewest inks first; the best few. */
export function simplest(recipes: readonly Recipe[], most = 6): Recipe[] {
  const how = ({ difference }: Recipe) => NEAR.filter((limit) => difference >= limit).length;
  return [...recipes]
    .sort((a, b) => how(a) - how(b) || a.layers.length - b.layers.length || a.difference - b.difference)
    .slice(0, most);
}

/** A recipe as steps over the whole panel, each dry before the next. Ids are given when they are laid. */
export function stepsOf(recipe: Recipe): Step[] {
  return recipe.layers.flatMap((layer, i): Step[] => [
    ...(i ? [{ do: "dry", id: "", way: "air", minutes: 5 } as Step] : []),
    {
      do: "brush",
      id: "",
      ink: layer.ink.key,
      tool: "large-brush",
      region: { over: "whole" },
      touch: layer.touch,
      passes: layer.passes,
      onto: i ? "dry" : "damp",
      fade: null,
      seed: 1,
    } as Step,
  ]);
}
