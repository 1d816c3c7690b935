"""What touches what, as the masks lie: steps that meet, and brushings that reach a mask. Found from the maps, not from the words."""

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np
from shapely.geometry.base import BaseGeometry

from cielo.core.geometry.distance import signed_distance_mm
from cielo.core.geometry.putting_on import piece_shape
from cielo.core.geometry.shapes import rings_mm
from cielo.core.geometry.sticking import shape_stuck
from cielo.core.materials import RESIST_KINDS
from cielo.core.plan import Brush, Plan, PutOn, StickOn, Water, WipeBeads, masks_on
from cielo.core.simulation.cover import to_cover_mm
from cielo.core.simulation.grid import Grid, grid_of
from cielo.core.simulation.laydown import Map, strength_laid, water_laid

COARSE_PIXELS_PER_INCH = 20
# Less than this share of a full application cannot be seen or dirty a pad: common practice, no source.
TRACE = 0.03
# Ink met on less than this share of the panel, along a mask's rim say, is not met. Judgement, no source.
A_FEW = 0.0008
RIM_MM = 2.0


@dataclass(frozen=True, eq=False)
class Contact:
    """The footprints of one plan's steps as coarse maps by step id (ink in full applications; water, wiping and
    the pieces put on 0..1), and their grid."""

    plan: Plan
    grid: Grid
    maps: dict[str, Map]

    def overlap(self, step_a: str, step_b: str) -> float:
        """The share of the panel on which two steps both leave more than a trace, 0..1; 0 where one of them leaves nothing anywhere."""
        a, b = self.maps.get(step_a), self.maps.get(step_b)
        if a is None or b is None:
            return 0.0
        return float(np.count_nonzero((a > TRACE) & (b > TRACE))) / a.size

    def meet(self, step_a: str, step_b: str) -> bool:
        """Whether two steps touch the same places, more than a few of them."""
        return self.overlap(step_a, step_b) > A_FEW

    def reaches_mask(self, step: str, mask: str) -> bool:
        """Whether a brushing leaves ink at the rim of a mask, and so on the mask itself."""
        distance = to_cover_mm(self.plan.mask(mask), self.grid)
        return bool(np.any((self.maps[step] > TRACE) & (distance > 0) & (distance < RIM_MM)))

    def lies_under(self, step: str, mask: str) -> bool:
        """Whether a mask lies on what a step left, more than a few places of it."""
        laid = self.maps.get(step)
        if laid is None:
            return False
        covered = np.count_nonzero((laid > TRACE) & (to_cover_mm(self.plan.mask(mask), self.grid) < 0))
        return float(covered) / laid.size > A_FEW


def contact_of(plan: Plan, on: Mapping[str, frozenset[str]] | None = None) -> Contact:
    """The contact of a plan's steps, on a grid of COARSE_PIXELS_PER_INCH, as the masks lie or with those ``on`` for each step id."""
    grid = grid_of(plan.card, COARSE_PIXELS_PER_INCH)
    lying = {step.id: masks for step, masks in masks_on(plan)} if on is None else on
    maps: dict[str, Map] = {}
    for step in plan.steps:
        if isinstance(step, Brush):
            laid = strength_laid(plan, step, lying[step.id], grid)
            # A coarse pixel across a mask's edge has ink of both its sides, which yet do not meet: it counts to the side its middle is on.
            for mask in lying[step.id]:
                laid = np.where(to_cover_mm(plan.mask(mask), grid) < 0, np.float32(0), laid)
            maps[step.id] = laid
        elif isinstance(step, Water):
            maps[step.id] = water_laid(plan, step, lying[step.id], grid)
        elif isinstance(step, PutOn):
            maps[step.id] = _lies(piece_shape(plan, step.piece), grid)
        elif isinstance(step, StickOn):
            maps[step.id] = _lies(shape_stuck(step), grid)
    powders = [maps[step.id] for step in plan.steps if isinstance(step, Brush) and plan.ink(step.ink).kind in RESIST_KINDS]
    if powders:
        maps |= {step.id: np.max(powders, axis=0) for step in plan.steps if isinstance(step, WipeBeads)}
    return Contact(plan, grid, maps)


def _lies(shape: BaseGeometry, grid: Grid) -> Map:
    """Where something comes that is put on, 0 or 1."""
    x, y = np.broadcast_arrays(grid.x_mm[None, :], grid.y_mm[:, None])
    rings = tuple(ring[:-1] for ring in rings_mm(shape))
    return np.asarray(signed_distance_mm(rings, x, y) < 0, np.float32) if rings else np.zeros(x.shape, np.float32)
