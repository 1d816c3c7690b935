"""The same panel without a trick: plain NumPy, double precision, all 31 bands, every step in turn.

It is what run.py is judged against, for fidelity in the tests and for speed in the benchmarks.
"""

import numpy as np

from cielo.core.optics.films import film_of
from cielo.core.optics.layering import TRAPPING
from cielo.core.optics.spectra import Array, xyz_from_reflectance
from cielo.core.optics.stock import put_on_surface, sheet_of
from cielo.core.plan import Brush, Plan, masks_on
from cielo.core.simulation.grid import Grid
from cielo.core.simulation.laydown import strength_laid


def reference_xyz(plan: Plan, grid: Grid) -> Array:
    """The panel's colour after all steps, XYZ of D50, (rows, columns, 3), float64."""
    sheet = sheet_of(plan.stock.paper)
    inner = np.broadcast_to(sheet.inner, (grid.rows, grid.columns, len(sheet.inner))).copy()
    laid = {ink.key: np.zeros((grid.rows, grid.columns)) for ink in plan.inks}
    for step, on in masks_on(plan):
        if not isinstance(step, Brush):
            continue
        strength = strength_laid(plan, step, on, grid).astype(float)
        film = film_of(plan.ink(step.ink), plan.stock.paper)
        below = sum((np.minimum(s, 1.0) for key, s in laid.items() if key != step.ink), np.zeros_like(strength))
        added = film.amount(laid[step.ink] + strength) - film.amount(laid[step.ink])
        inner *= np.exp(-film.density * (added * TRAPPING**below)[..., None])
        laid[step.ink] += strength
    return xyz_from_reflectance(put_on_surface(inner, sheet.veil))
