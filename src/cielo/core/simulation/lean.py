"""The panel at the edges of what Cielo believes: as pale, and as strong, as nine in ten true panels may well be.

Symbols
-------
======  ======  ====================================================================================
symbol  shape   meaning
======  ======  ====================================================================================
u       (n,)    half width of the 90 % band at n places that are inked, CIEDE2000 (optics.confidence)
t       ()      what every strength laid is taken times
e(t)    (n,)    CIEDE2000 between those places at strengths times t and times 1
======  ======  ====================================================================================

t is found by halving so that the median of e(t) is the median of u: below 1 for the palest panel, above 1 for the strongest. That leans all
inks one way at once; a single hue that is off is told by the band at its place.
"""

from collections.abc import Sequence
from dataclasses import replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from cielo.core.keeping import kept
from cielo.core.optics.confidence import uncertainty
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import lab_from_xyz
from cielo.core.plan import Plan
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.maps import Laying, layings
from cielo.core.simulation.measured import measured_of
from cielo.core.simulation.run import panel_xyz

Lean = Literal["paler", "stronger"]

# The panel is looked at so coarsely, and at so many places, for the bands.
PIXELS_PER_INCH, PLACES = 9.0, 12
# Less ink than this, in full applications, leaves a place bare.
BARE = 0.05
PALEST, STRONGEST, HALVINGS = 0.2, 4.0, 9


def times_for(plan: Plan, lean: Lean) -> float:
    """t of the symbol table; 1 where nothing is inked."""
    return _times(replace(plan, title=""), lean)


@kept
def _times(plan: Plan, lean: Lean) -> float:
    grid = grid_of(plan.card, PIXELS_PER_INCH)
    laid = layings(plan, grid)
    places = _places(laid)
    if not len(places):
        return 1.0
    rows, columns = places.T
    inks = {ink.key: replace(ink, laydown="film") for ink in plan.inks}
    bands = [
        uncertainty(
            plan.stock.paper,
            inks,
            [(one.step.ink, float(one.strength[row, column])) for one in laid if one.strength[row, column] > BARE],
            measured=measured_of(plan),
        )
        for row, column in places
    ]
    wanted = float(np.median(bands))
    usual = lab_from_xyz(panel_xyz(plan, grid)[rows, columns])

    def moved(times: float) -> float:
        return float(np.median(ciede2000(lab_from_xyz(panel_xyz(plan, grid, times=times)[rows, columns]), usual)))

    near, far = 1.0, PALEST if lean == "paler" else STRONGEST
    for _ in range(HALVINGS):
        middle = (near * far) ** 0.5
        near, far = (middle, far) if moved(middle) < wanted else (near, middle)
    return round(float((near * far) ** 0.5), 4)


def _places(laid: Sequence[Laying]) -> NDArray[np.int64]:
    """Rows and columns of inked places, (n, 2), from the least to the most inked in even steps."""
    if not laid:
        return np.zeros((0, 2), np.int64)
    total = np.sum([one.strength for one in laid], axis=0)
    inked = np.argwhere(total > BARE)
    by_ink = inked[np.argsort(total[inked[:, 0], inked[:, 1]], kind="stable")]
    if not len(by_ink):
        return by_ink
    return np.asarray(by_ink[np.unique(np.linspace(0, len(by_ink) - 1, PLACES).round().astype(int))], np.int64)
