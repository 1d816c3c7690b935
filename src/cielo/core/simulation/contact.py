"""What touches what: brushings that meet, and brushings that reach a mask. Found from the maps, not from the words."""

from dataclasses import dataclass

import numpy as np

from cielo.core.geometry.distance import Field
from cielo.core.geometry.masks import distance_to_cover_mm
from cielo.core.keeping import kept
from cielo.core.plan import Brush, Mask, Plan, masks_on
from cielo.core.simulation.grid import Grid, grid_of
from cielo.core.simulation.laydown import Map, strength_laid

COARSE_PIXELS_PER_INCH = 20
# Less than this share of a full application cannot be seen or dirty a pad: common practice, no source.
TRACE = 0.03
RIM_MM = 2.0


@dataclass(frozen=True, eq=False)
class Contact:
    """The brushings of one plan as coarse maps by step id, and the grid they are on."""

    plan: Plan
    grid: Grid
    maps: dict[str, Map]

    def meet(self, step_a: str, step_b: str) -> bool:
        """Whether two brushings leave more than a trace of ink on the same spot."""
        return bool(np.any((self.maps[step_a] > TRACE) & (self.maps[step_b] > TRACE)))

    def reaches_mask(self, step: str, mask: str) -> bool:
        """Whether a brushing leaves ink at the rim of a mask, and so on the mask itself."""
        distance = _to_cover(self.plan.mask(mask), self.grid)
        return bool(np.any((self.maps[step] > TRACE) & (distance > 0) & (distance < RIM_MM)))


@kept
def _to_cover(mask: Mask, grid: Grid) -> Field:
    return distance_to_cover_mm(mask, grid.x_mm, grid.y_mm)


def contact_of(plan: Plan) -> Contact:
    """The contact of a plan's brushings, on a grid of COARSE_PIXELS_PER_INCH."""
    grid = grid_of(plan.card, COARSE_PIXELS_PER_INCH)
    maps = {step.id: strength_laid(plan, step, on, grid) for step, on in masks_on(plan) if isinstance(step, Brush)}
    return Contact(plan, grid, maps)
