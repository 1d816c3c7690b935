"""What a laying changed: one question to the picture, asked by every check on ink that is not seen.

Symbols
-------
=========  ===============  ==========================================================================
symbol     shape            meaning
=========  ===============  ==========================================================================
s          (rows, columns)  strength of the laying, full applications
p, q       (rows, columns)  the picture with it and without it, CIELAB
d          (rows, columns)  CIEDE2000 from p to q where s is at least COUNTS
=========  ===============  ==========================================================================
"""

from dataclasses import replace

import numpy as np

from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import lab_from_xyz
from cielo.core.plan import Brush, Plan
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.maps import layings
from cielo.core.simulation.run import panel_xyz

# Where the eye sees no more colour, CIEDE2000 (the table's design, section 1).
SEES = 2.0
# Of a laying the part that counts: where it is at least this strong. Judgement.
COUNTS = 0.15
# The picture is asked at this resolution.
READING_PIXELS_PER_INCH = 10


def made_at_once(plan: Plan, step: Brush) -> float:
    """d when the laying is just done: nine tenths of its places change no more, CIEDE2000; SEES where it lays nothing to be asked of."""
    at, grid = plan.index_of(step.id), grid_of(plan.card, READING_PIXELS_PER_INCH)
    laid = layings(replace(plan, steps=plan.steps[: at + 1]), grid)[-1].strength > COUNTS
    if not laid.any():
        return SEES
    before, after = (lab_from_xyz(panel_xyz(plan, grid, n)[laid]) for n in (at, at + 1))
    return float(np.percentile(ciede2000(before, after), 90))


def left_at_the_end(plan: Plan, step: Brush) -> float:
    """d when the card is done: all but a fiftieth of the panel's places change no more, CIEDE2000."""
    grid = grid_of(plan.card, READING_PIXELS_PER_INCH)
    bare = replace(plan, steps=tuple(other for other in plan.steps if other is not step))
    there, without = (lab_from_xyz(panel_xyz(of, grid)) for of in (plan, bare))
    return float(np.percentile(ciede2000(there, without), 98))
