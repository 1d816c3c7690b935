"""What lies where after some steps: every laying of ink as a map of strength, and what later water took from it and carried away.

Symbols
-------
=========  ===============  ================================================================================
symbol     shape            meaning
=========  ===============  ================================================================================
s          (rows, columns)  strength a step laid, full applications
w          (rows, columns)  how wet the water left each place, 0..1
f          ()               share of that ink a full drop sets free, by kind (optics.water)
b          ()               share of what is free that a cloth takes up
ring_k     (rows, columns)  the rim of drop k, integral 1 over the panel, 1/mm2
m_k        ()               ink free under drop k: f s w integrated over it, mm2
=========  ===============  ================================================================================

s' = s (1 - f w) + (1 - b) sum_k m_k ring_k. Whatever is not blotted is found again at the rims, so no ink is lost. A wash has no
drops: what it frees and nobody takes up settles where it was. Ink under melted powder is not reached.
"""

from functools import partial
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from cielo.core.keeping import KEPT
from cielo.core.materials import RESIST_KINDS
from cielo.core.optics.water import BLOTTED, frees
from cielo.core.plan import Brush, Plan, Water, masks_on
from cielo.core.sequence.drying import wants_min
from cielo.core.sequence.durations import passing_min
from cielo.core.simulation.cover import LARGEST_KEPT, kept_with, left_open
from cielo.core.simulation.grid import Grid, grid_of
from cielo.core.simulation.laydown import covers, strength_laid, water_laid, water_spots
from cielo.core.simulation.spots import rims

Map = NDArray[np.float32]

# Ink under a drop is read off a map of this resolution, so that the answer is the same for every part and size of picture.
READING_PIXELS_PER_INCH = 40


# Drops left to dry run out past where they fell: their rims settle at so many radii. Common practice, no source.
BLOOMS = 1.3


class Laying(NamedTuple):
    """One laying of ink as it lies at the end: the step, its map, and whether it mixes with the laying before it.

    A step that is meant "wet" finds dry ink where enough time has passed, and then lies on it as any other. ``stands``: as beads on
    melted powder, which sheds all other ink (beads.py). ``still_wet``: it had not dried by the last step.
    """

    step: Brush
    strength: Map
    into_wet: bool = False
    stands: bool = False
    still_wet: bool = False


# How much a stamp leaves is the stamp's doing, and not the hand's.
PRINTS = ("first", "second", "third")


def layings(plan: Plan, grid: Grid) -> list[Laying]:
    """Every laying of a plan in working order, as later water left it. Do not write to the maps.

    Embossing powder sticks to watermark ink, and to whatever slow ink is still open where it falls; minutes count (sequence.drying).
    """
    laid: list[Laying] = []
    wet: list[
        tuple[Map, bool, float, str]
    ] = []  # what was laid, whether it is slow ink, how many minutes it still wants, and its step
    for step, on in masks_on(plan):
        _, air_min = passing_min(plan, step)
        wet = [(strength, slow, left - air_min, by) for strength, slow, left, by in wet if left > air_min]
        if isinstance(step, Brush):
            strength = strength_laid(plan, step, on, grid)
            ink = plan.ink(step.ink)
            still_open = [other for other, slow, _, _ in wet if slow]
            if ink.kind in RESIST_KINDS and still_open:
                found = (strength, *still_open)
                strength = kept_with("clung", found, grid, _clinging)
            times = plan.laid_times(step.ink)
            if times != 1 and ink.kind not in RESIST_KINDS and step.touch not in PRINTS:
                strength = kept_with(("times", times), (strength,), grid, partial(np.multiply, np.float32(times)))
            laid.append(Laying(step, strength, step.onto == "wet" and bool(wet)))
            wet.append((strength, ink.stays_open, wants_min(plan, step), step.id))
        elif isinstance(step, Water):
            laid = _after_water(plan, step, on, grid, laid)
    not_dry = {by for *_, by in wet}
    return [laying._replace(still_wet=laying.step.id in not_dry) for laying in laid]


def _clinging(strength: Map, *still_open: Map) -> Map:
    """Powder where it was meant to stick, and where slow ink is still open."""
    return np.asarray(np.maximum(strength, np.minimum(np.max(still_open, axis=0), 1)))


def _after_water(plan: Plan, step: Water, on: frozenset[str], grid: Grid, laid: list[Laying]) -> list[Laying]:
    after: list[Laying] = []
    powders: list[Laying] = []  # those above, from the top down
    for laying in reversed(laid):
        kind = plan.ink(laying.step.ink).kind
        strength = _washed(plan, step, on, grid, laying, powders) if frees(plan.ink(laying.step.ink)) > 0 else laying.strength
        after.append(laying._replace(strength=strength))
        if kind in RESIST_KINDS:
            powders.append(laying)
    return after[::-1]


def _washed(plan: Plan, step: Water, on: frozenset[str], grid: Grid, laying: Laying, above: list[Laying]) -> Map:
    """A laying as water left it under the powders ``above``.

    Kept by the very maps it comes from, which are themselves kept: so a change of one laying does not draw the rims of all the others
    anew.
    """
    wet = water_laid(plan, step, on, grid)
    free = frees(plan.ink(laying.step.ink))
    shields = tuple(left_open(mask, grid) for mask in covers(plan, on))
    made_of = (laying.strength, wet, *(powder.strength for powder in above))
    # Kept with the maps it comes from, so that those are not taken for others.
    key = ("washed", free, step.blot, step.seed, covers(plan, on), *(id(made) for made in made_of))
    before = KEPT.get(key)
    if before is not None:
        return before[1]  # type: ignore[no-any-return]
    spots = water_spots(step, grid)
    if spots is None and not step.blot:
        return laying.strength
    reached = wet
    for powder in above:
        reached = reached * (1 - np.minimum(powder.strength, 1))
    washed = laying.strength * (1 - np.float32(free) * reached)
    if spots is not None:
        left = free * (1 - (BLOTTED if step.blot else 0.0))
        freed = left * _under_drops(plan, step, on, laying.step, [p.step for p in above])
        if not step.blot:
            spots = spots * np.array([1, 1, BLOOMS])
        settled = rims(spots, freed, grid)
        if shields:
            settled = settled * np.prod(shields, axis=0) * np.float32(_held_back(plan, on, spots, freed))
        washed = washed + settled
    if grid.rows * grid.columns <= LARGEST_KEPT:
        KEPT.put(key, (made_of, washed))
    return washed


def _held_back(plan: Plan, on: frozenset[str], spots: NDArray[np.float64], freed_mm2: NDArray[np.float64]) -> float:
    """What all rims are taken times so that the ink that tapes and masks stop settles beside them and none is lost."""
    grid = grid_of(plan.card, READING_PIXELS_PER_INCH)
    ring = rims(spots, freed_mm2, grid)
    passed = float((ring * np.prod([left_open(mask, grid) for mask in covers(plan, on)], axis=0)).sum())
    return float(ring.sum()) / passed if passed > 0 else 0.0


def _under_drops(plan: Plan, water: Water, on: frozenset[str], laid: Brush, above: list[Brush]) -> NDArray[np.float64]:
    """Ink that each drop of a step of water reaches through the powders ``above``, strength times mm2: (drop,)."""
    grid = grid_of(plan.card, READING_PIXELS_PER_INCH)
    spots = water_spots(water, grid)
    assert spots is not None
    masks = {step.id: on_then for step, on_then in masks_on(plan)}
    strength = strength_laid(plan, laid, masks[laid.id], grid)
    for powder in above:
        strength = strength * (1 - np.minimum(strength_laid(plan, powder, masks[powder.id], grid), 1))
    wet = water_laid(plan, water, on, grid)
    rows = np.clip((spots[:, 1] / grid.pixel_height_mm).astype(int), 0, grid.rows - 1)
    columns = np.clip((spots[:, 0] / grid.pixel_width_mm).astype(int), 0, grid.columns - 1)
    on_panel = (
        (spots[:, 0] >= 0) & (spots[:, 0] < grid.panel_width_mm) & (spots[:, 1] >= 0) & (spots[:, 1] < grid.panel_height_mm)
    )
    area = np.pi * spots[:, 2] ** 2
    # A drop's share of a place where drops lie over each other is what it covers of all of them.
    crowded = max(1.0, float(area[on_panel].sum()) / max(_wet_area(wet, grid), 1e-9))
    return np.asarray(np.where(on_panel, strength[rows, columns] * np.minimum(wet[rows, columns], 1) * area / crowded, 0.0))


def _wet_area(wet: Map, grid: Grid) -> float:
    return float(wet.sum()) * grid.pixel_width_mm * grid.pixel_height_mm
