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

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from cielo.core.materials import OPEN_KINDS, RESIST_KINDS
from cielo.core.optics.water import BLOTTED, SET_FREE
from cielo.core.plan import Brush, Dry, Plan, Water, masks_on
from cielo.core.simulation.grid import Grid, grid_of
from cielo.core.simulation.laydown import strength_laid, water_laid, water_spots
from cielo.core.simulation.spots import rims

Map = NDArray[np.float32]

# Ink under a drop is read off a map of this resolution, so that the answer is the same for every part and size of picture.
READING_PIXELS_PER_INCH = 40


class Laying(NamedTuple):
    """One laying of ink as it lies at the end: the step and its map."""

    step: Brush
    strength: Map


def layings(plan: Plan, grid: Grid) -> list[Laying]:
    """Every laying of a plan in working order, as later water left it. Do not write to the maps.

    Embossing powder sticks to watermark ink, and to whatever slow ink is still open where it falls.
    """
    laid: list[Laying] = []
    still_open: list[Map] = []
    for step, on in masks_on(plan):
        if isinstance(step, Brush):
            strength = strength_laid(plan, step, on, grid)
            kind = plan.ink(step.ink).kind
            if kind in RESIST_KINDS and still_open:
                strength = np.maximum(strength, np.minimum(np.max(still_open, axis=0), 1))
            if kind in OPEN_KINDS:
                still_open.append(strength)
            laid.append(Laying(step, strength))
        elif isinstance(step, Water):
            laid = _after_water(plan, step, on, grid, laid)
        elif isinstance(step, Dry):
            still_open = []
    return laid


def _after_water(plan: Plan, step: Water, on: frozenset[str], grid: Grid, laid: list[Laying]) -> list[Laying]:
    wet = water_laid(plan, step, on, grid)
    spots = water_spots(step, grid)
    after: list[Laying] = []
    shut: Map | None = None  # share that the water reaches through the powder above, from the top down
    powders: list[Brush] = []
    for laying in reversed(laid):
        ink = plan.ink(laying.step.ink)
        free = SET_FREE[ink.kind]
        strength = laying.strength
        if free > 0:
            reached = wet if shut is None else wet * shut
            strength = strength * (1 - np.float32(free) * reached)
            if spots is not None:
                left = free * (1 - (BLOTTED if step.blot else 0.0))
                strength = strength + rims(spots, left * _under_drops(plan, step, on, laying.step, powders), grid)
            elif not step.blot:
                strength = laying.strength
        after.append(Laying(laying.step, strength))
        if ink.kind in RESIST_KINDS:
            kept = 1 - np.minimum(laying.strength, 1)
            shut = kept if shut is None else shut * kept
            powders.append(laying.step)
    return after[::-1]


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
