"""A plan's inks as single precision arrays at the picture's bands, as the loop of run.py wants them."""

from dataclasses import replace
from functools import lru_cache
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from cielo.core.materials import Ink, Paper
from cielo.core.optics.films import film_of
from cielo.core.optics.layering import hindrance, quickness
from cielo.core.optics.refine import Refinement
from cielo.core.plan import Plan
from cielo.core.simulation.bands import EVERY, PICTURE_BANDS
from cielo.core.simulation.measured import measured_of

# Amounts are read off a curve at so many strengths, from 0 to the strongest.
KNOTS = 513
STRONGEST = 16.0


class Inks(NamedTuple):
    """A plan's inks as the arrays of run.py's symbol table."""

    curves: NDArray[np.float32]
    densities: NDArray[np.float32]
    scatterings: NDArray[np.float32]
    hindrances: NDArray[np.float32]
    log_traps: NDArray[np.float32]
    pair_of: NDArray[np.int64]
    resists: NDArray[np.bool_]
    veils: NDArray[np.float32]


def inks_of(plan: Plan) -> Inks:
    """The plan's inks as arrays of the symbol table. Do not write to them."""
    return _on_sheet(plan.stock.paper, plan.inks, _Known(measured_of(plan)))


class _Known:
    """What was measured, by what it is and not by what it holds: measured_of gives the same one for the same crossings."""

    def __init__(self, measured: Refinement) -> None:
        self.measured = measured

    def __hash__(self) -> int:
        return id(self.measured)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _Known) and other.measured is self.measured


@lru_cache(maxsize=64)
def _on_sheet(paper: Paper, inks: tuple[Ink, ...], known: _Known) -> Inks:
    films = [film_of(replace(ink, laydown="film"), paper) for ink in inks]
    count = len(films)
    knots = np.linspace(0, STRONGEST, KNOTS)
    measured, keys = known.measured, [ink.key for ink in inks]
    hindrances = np.array([[hindrance(below, above) for below in films] for above in films]).reshape(count, count)
    traps = [[np.log(measured.trapping(below, above)) for below in keys] for above in keys]
    log_traps = hindrances * np.reshape(traps, (count, count)) * np.array([[quickness(film)] for film in films]).reshape(count, 1)
    pairs = [(i, j) for i in range(count) for j in range(count) if measured.change(keys[j], keys[i]) is not None]
    pair_of = np.full((count, count), -1, dtype=np.int64)
    for row, pair in enumerate(pairs, count):
        pair_of[pair] = row
    changes = [measured.changes[keys[j], keys[i]] for i, j in pairs]
    return Inks(
        np.array([film.amount(knots) for film in films], dtype=np.float32).reshape(count, KNOTS),
        np.array([density[::EVERY] for density in [*(film.density for film in films), *changes]], dtype=np.float32).reshape(
            count + len(pairs), PICTURE_BANDS
        ),
        np.array([film.scattering[::EVERY] for film in films], dtype=np.float32).reshape(count, PICTURE_BANDS),
        hindrances.astype(np.float32),
        log_traps.astype(np.float32),
        pair_of,
        np.array([film.resists for film in films], dtype=np.bool_),
        np.array([film.veil for film in films], dtype=np.float32),
    )
