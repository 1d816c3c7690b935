"""Ink that beads on melted powder and stands there until it is wiped off.

Melted powder takes no ink: what a later laying leaves on it draws together into beads, thicker than the ink laid and with bare powder
between, and so hides what was embossed until the beads are wiped. How large and how many: common practice, no source.
"""

import numpy as np
from numpy.typing import NDArray

from cielo.core.keeping import kept
from cielo.core.materials import RESIST_KINDS
from cielo.core.plan import Brush, Plan, WipeBeads, masks_on
from cielo.core.simulation.cover import kept_if_small
from cielo.core.simulation.grid import Grid
from cielo.core.simulation.laydown import FAINTEST, strength_laid
from cielo.core.simulation.maps import Laying
from cielo.core.simulation.spots import covered, random_spots

Map = NDArray[np.float32]

# The usual diameter of a bead, the share of the powder they cover, and how much thicker than it was laid the ink stands in one.
BEAD_MM, BEADS_COVER, BEADS_THICKER = 0.8, 0.28, 1.8
BEAD_EDGE_MM = 0.15


def beads_standing(plan: Plan, grid: Grid) -> list[Laying]:
    """The beads of each laying that stand on melted powder after the last step, bottom first; none where they were wiped off."""
    powder: Map | None = None
    standing: list[Laying] = []
    for step, on in masks_on(plan):
        if isinstance(step, WipeBeads):
            standing = []
        elif isinstance(step, Brush):
            laid = strength_laid(plan, step, on, grid)
            if plan.ink(step.ink).kind in RESIST_KINDS:
                melted = np.minimum(laid, 1)
                powder = melted if powder is None else np.maximum(powder, melted)
            elif powder is not None:
                beads = laid * powder * kept_if_small(_beads, grid)(step.seed, grid)
                if beads.max() > FAINTEST:
                    standing.append(Laying(step, np.asarray(beads, np.float32), stands=True))
    return standing


@kept
def _beads(seed: int, grid: Grid) -> Map:
    density = -np.log1p(-BEADS_COVER) / (np.pi / 4 * BEAD_MM**2)
    spots = random_spots(seed + 1, density, BEAD_MM, grid.panel_width_mm, grid.panel_height_mm)
    return np.float32(BEADS_THICKER) * covered(spots, grid, BEAD_EDGE_MM)
