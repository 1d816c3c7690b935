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
m_k        ()               ink that settles at the rim of drop k, mm2: its share of f s w over the panel, what is blotted taken off
=========  ===============  ================================================================================

s' = s (1 - f w) + (1 - b) sum_k m_k ring_k, with s as it lies when the water comes: earlier waters have moved it already. Whatever is not
blotted is found again at the rims, so no ink is lost. A wash has no drops: s' = s (1 - f w b), for what it frees and nobody takes up
settles where it was. Ink under melted powder is not reached.

What each drop frees is worked out for the whole panel, on the grid of reading; every picture, of a part or in another size, is given that.
"""

from functools import partial
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from cielo.core.keeping import KEPT
from cielo.core.materials import RESIST_KINDS, TOOLS
from cielo.core.optics.water import BLOTTED, frees
from cielo.core.plan import Brush, Plan, Water, masks_on
from cielo.core.sequence.drying import wants_min
from cielo.core.sequence.durations import passing_min
from cielo.core.simulation.cover import LARGEST_KEPT, kept_with, left_open
from cielo.core.simulation.grid import Grid, reading_grid
from cielo.core.simulation.laydown import covers, strength_laid, water_laid, water_spots
from cielo.core.simulation.spots import rims

Map = NDArray[np.float32]

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


# What settles at the rims, mm2 of each drop, (drop,), by the step of water and the step that laid the ink.
Settling = dict[tuple[str, str], NDArray[np.float64]]


def layings(plan: Plan, grid: Grid) -> list[Laying]:
    """Every laying of a plan in working order, as later water left it. Do not write to the maps.

    Embossing powder sticks to watermark ink, and to whatever slow ink is still open where it falls; minutes count (sequence.drying).
    """
    settling: Settling = {}
    reading = reading_grid(grid)
    if grid != reading and any(isinstance(step, Water) and TOOLS[step.tool].texture == "drops" for step in plan.steps):
        _followed(plan, reading, settling, finds=True)
    return _followed(plan, grid, settling, finds=grid == reading)


def _followed(plan: Plan, grid: Grid, settling: Settling, *, finds: bool) -> list[Laying]:
    """``layings``; ``finds``: on the grid of reading, where what settles is worked out and written to ``settling``."""
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
            laid = _after_water(plan, step, on, grid, laid, settling, finds)
    not_dry = {by for *_, by in wet}
    return [laying._replace(still_wet=laying.step.id in not_dry) for laying in laid]


def _clinging(strength: Map, *still_open: Map) -> Map:
    """Powder where it was meant to stick, and where slow ink is still open."""
    return np.asarray(np.maximum(strength, np.minimum(np.max(still_open, axis=0), 1)))


def _after_water(
    plan: Plan, step: Water, on: frozenset[str], grid: Grid, laid: list[Laying], settling: Settling, finds: bool
) -> list[Laying]:
    after: list[Laying] = []
    powders: list[Map] = []  # those above, from the top down
    for laying in reversed(laid):
        ink = plan.ink(laying.step.ink)
        after.append(laying)
        if frees(ink) > 0:
            key = (step.id, laying.step.id)
            washed, settles = _washed(plan, step, on, grid, laying, tuple(powders), None if finds else settling.get(key))
            after[-1] = laying._replace(strength=washed)
            if finds and settles is not None:
                settling[key] = settles
        if ink.kind in RESIST_KINDS:
            powders.append(laying.strength)
    return after[::-1]


def _washed(
    plan: Plan,
    step: Water,
    on: frozenset[str],
    grid: Grid,
    laying: Laying,
    powders: tuple[Map, ...],
    settles: NDArray[np.float64] | None,
) -> tuple[Map, NDArray[np.float64] | None]:
    """A laying as water left it under the ``powders`` above, and what settles at the rim of each drop, mm2, (drop,); None of a wash.

    ``settles`` is found where it is None. Kept by the very maps it comes from, which are themselves kept: so a change of one laying does
    not draw the rims of all the others anew.
    """
    wet = water_laid(plan, step, on, grid)
    free = frees(plan.ink(laying.step.ink))
    made_of = (laying.strength, wet, *powders)
    given = None if settles is None else settles.tobytes()
    # Kept with the maps it comes from, so that those are not taken for others.
    key = ("washed", free, step.blot, step.seed, covers(plan, on), given, *(id(made) for made in made_of))
    before = KEPT.get(key)
    if before is not None:
        return before[1]  # type: ignore[no-any-return]
    reached = wet
    for powder in powders:
        reached = reached * (1 - np.minimum(powder, 1))
    freed = np.asarray(laying.strength * (np.float32(free) * np.minimum(reached, 1)), np.float32)
    answer: tuple[Map, NDArray[np.float64] | None]
    drops = water_spots(step, grid)
    if drops is None:
        answer = np.asarray(laying.strength - freed * np.float32(BLOTTED if step.blot else 0.0), np.float32), None
    else:
        rings = drops if step.blot else drops * np.array([1, 1, BLOOMS])
        passes = _let_through(plan, on, grid)
        if settles is None:
            settles = _settling(drops, rings, freed, 1 - (BLOTTED if step.blot else 0.0), passes, grid)
        settled = rims(rings, settles, grid) * passes
        answer = np.asarray(laying.strength - freed + settled, np.float32), settles
    if grid.rows * grid.columns <= LARGEST_KEPT:
        KEPT.put(key, (made_of, answer))
    return answer


def _let_through(plan: Plan, on: frozenset[str], grid: Grid) -> Map | np.float32:
    """Where ink settles beside tapes and masks, 0..1."""
    shields = [left_open(mask, grid) for mask in covers(plan, on)]
    return np.asarray(np.prod(shields, axis=0), np.float32) if shields else np.float32(1)


# Where a drop's ink is read, in radii from its middle.
_READ_AT = ((0.0, 0.0), (0.55, 0.0), (-0.55, 0.0), (0.0, 0.55), (0.0, -0.55))


def _settling(
    drops: NDArray[np.float64], rings: NDArray[np.float64], freed: Map, left: float, passes: Map | np.float32, grid: Grid
) -> NDArray[np.float64]:
    """What settles at the rim of each drop, mm2, (drop,): of all that is ``freed`` the share ``left``, by how much lies under each drop."""
    under = np.zeros(len(drops))
    for across, down in _READ_AT:
        x, y = drops[:, 0] + across * drops[:, 2], drops[:, 1] + down * drops[:, 2]
        on_panel = (x >= 0) & (x < grid.panel_width_mm) & (y >= 0) & (y < grid.panel_height_mm)
        rows = np.clip((y / grid.pixel_height_mm).astype(int), 0, grid.rows - 1)
        columns = np.clip((x / grid.pixel_width_mm).astype(int), 0, grid.columns - 1)
        under += np.where(on_panel, freed[rows, columns], 0.0)
    under *= np.pi * drops[:, 2] ** 2
    # What would settle under tape or beyond the edge settles beside it, so that none is lost.
    found = float((rims(rings, under, grid) * passes).sum(dtype=float))
    return under * (left * float(freed.sum(dtype=float)) / found) if found > 0 else under
