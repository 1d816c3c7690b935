"""Ink on ink: what a stack of films looks like, bottom first.

Each further film takes less well where others lie below it: its amount counts TRAPPING ** c, c being the full applications of
other inks underneath, each ink counted up to one. The value was fitted on FOGRA39L and FOGRA29L (crossings of
two and three inks).
"""

from collections.abc import Mapping, Sequence

import numpy as np

from cielo.core.materials import Ink, Lab, Paper
from cielo.core.optics.films import film_of
from cielo.core.optics.spectra import Array
from cielo.core.optics.stock import lab_seen, sheet_of
from cielo.errors import BadInput

TRAPPING = 0.85

Stack = Sequence[tuple[str, float]]


def lab_of_stack(paper: Paper, inks: Mapping[str, Ink], stack: Stack) -> Lab:
    """The colour of a stack of inks on a stock.

    Parameters: ``stack`` is (ink key, strength >= 0) from the bottom up. The same ink met again is a thicker film of it, not
    a new one. Raises BadInput for an ink that is not in ``inks`` or a strength below 0.
    """
    sheet = sheet_of(paper)
    lab = lab_seen(inner_of_stack(sheet.inner, paper, inks, stack), sheet.veil)
    return (float(lab[0]), float(lab[1]), float(lab[2]))


def inner_of_stack(inner: Array, paper: Paper, inks: Mapping[str, Ink], stack: Stack) -> Array:
    """Inner reflectance (31,) of the sheet below to that of the sheet with the stack on it."""
    laid: dict[str, float] = {}
    density = np.zeros_like(inner)
    for key, strength in stack:
        if key not in inks:
            raise BadInput(
                f"no ink is called {key!r}.", field="stacks", mend=f"Defined are: {', '.join(sorted(inks)) or 'none'}."
            )
        if not strength >= 0:
            raise BadInput(f"the strength {strength} is below 0.", field="stacks", mend="Use 0 or more.")
        film = film_of(inks[key], paper)
        before = laid.get(key, 0.0)
        added = float(film.amount(before + strength) - film.amount(before))
        below = sum(min(s, 1.0) for other, s in laid.items() if other != key)
        density += film.density * added * TRAPPING**below
        laid[key] = before + strength
    return np.asarray(inner * np.exp(-density))
