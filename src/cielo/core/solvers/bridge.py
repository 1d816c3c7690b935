"""Bridge: two inks that would turn to mud where they meet, and what keeps the seam between them lively.

An ink between the two, white between them, or a gap of bare stock; each is judged by the dullest place it leaves, against the duller of the
two ends.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from cielo.core.bounds import Lab
from cielo.core.materials import Ink, Stock
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.hue import chroma
from cielo.core.optics.spectra import Array
from cielo.core.solvers.recipes import colours_of

BridgeKind = Literal["as it is", "an ink between", "white between", "a gap"]
# Shares of each ink along a seam, from all of the first to all of the second.
PLACES = 9


@dataclass(frozen=True)
class Bridge:
    """One way across. ink : what goes between, None for a gap or as it is.

    colours : along the seam, CIE Lab, from the first ink to the second. liveliest : the chroma of its dullest place as a share of the
    duller end's, 0 and more; 1 keeps the seam as lively as its ends. steepest : the largest step of colour between neighbouring places.
    """

    kind: BridgeKind
    ink: Ink | None
    colours: tuple[Lab, ...]
    liveliness: float
    steepest: float


def bridges(stock: Stock, first: Ink, second: Ink, shelf: Sequence[Ink], most: int = 4) -> tuple[Bridge, ...]:
    """Ways across the seam of two inks on a stock: as it is, the gap, then the liveliest inks of the shelf between them."""
    able = [
        ink
        for ink in shelf
        if ink.kind in ("dye", "pigment", "hybrid", "alcohol", "white") and ink.key not in (first.key, second.key)
    ]
    ways = [_bridge(stock, "as it is", (first, second)), _gap(stock, first, second)]
    ways += sorted(
        (_bridge(stock, "white between" if ink.kind == "white" else "an ink between", (first, ink, second)) for ink in able),
        key=lambda way: (-min(way.liveliness, 1.0), way.steepest, way.ink.key if way.ink else ""),
    )[:most]
    return tuple(ways)


def _bridge(stock: Stock, kind: BridgeKind, inks: tuple[Ink, ...]) -> Bridge:
    """The seam of inks carried into each other: along it each dies away as the next comes in, at light strength."""
    share = np.linspace(0, 1, PLACES)
    which, laid = [], []
    for low in range(len(inks) - 1):
        which += [(low, low + 1, -1)] * PLACES
        laid += [(1 - s, s, 0.0) for s in share]
    lab = colours_of(stock, inks, np.array(which), np.array(laid, dtype=np.float32))
    return _read(kind, inks[1] if len(inks) > 2 else None, lab)


def _gap(stock: Stock, first: Ink, second: Ink) -> Bridge:
    share = np.linspace(1, 0, PLACES)
    which = [(0, -1, -1)] * PLACES + [(1, -1, -1)] * PLACES
    laid = [(s, 0.0, 0.0) for s in (*share, *share[::-1])]
    lab = colours_of(stock, (first, second), np.array(which), np.array(laid, dtype=np.float32))
    return _read("a gap", None, lab)


def _read(kind: BridgeKind, ink: Ink | None, lab: Array) -> Bridge:
    colourful = np.hypot(lab[:, 1], lab[:, 2])
    ends = min(chroma(_lab(lab[0])), chroma(_lab(lab[-1])))
    # Bare stock in a gap, and white, are light and not dull: what counts against a seam is what is both grey and dark.
    dull = lab[:, 0] < max(lab[0, 0], lab[-1, 0]) + 3
    least = float(colourful[dull].min()) if dull.any() else ends
    steps = ciede2000(lab[1:], lab[:-1])
    return Bridge(kind, ink, tuple(_lab(one) for one in lab), round(least / max(ends, 1e-9), 2), float(steps.max()))


def _lab(values: Array) -> Lab:
    return (float(values[0]), float(values[1]), float(values[2]))
