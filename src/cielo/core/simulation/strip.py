"""A gradient strip: a sequence of inks as it would be blended, and where a stark line would show."""

from dataclasses import dataclass

import numpy as np

from cielo.core.bounds import Lab
from cielo.core.materials import Ink, MeasuredCrossing, Stock
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import lab_from_xyz
from cielo.core.plan import Band, Brush, Card, Plan, Reveals
from cielo.core.simulation.grid import Grid
from cielo.core.simulation.run import panel_xyz

PER_MM = 2
STRIP_HEIGHT_MM = 20.0
# A change of colour faster than this is seen as a line, CIEDE2000 per mm. Common practice, no source.
STARK_PER_MM = 4.0


@dataclass(frozen=True)
class Strip:
    """Colours every 1 / PER_MM mm from the first ink's end, the places of the seams, and the steepest place.

    steepest_per_mm : largest change of colour, CIEDE2000 per mm, at steepest_mm.
    even_carry_mm : the shortest carry that would show no line, where this one shows one and another would not.
    """

    colours: tuple[Lab, ...]
    seams_mm: tuple[float, ...]
    steepest_per_mm: float
    steepest_mm: float
    even_carry_mm: float | None

    @property
    def stark(self) -> bool:
        return self.steepest_per_mm > STARK_PER_MM


def gradient_strip(
    stock: Stock,
    inks: tuple[Ink, ...],
    length_mm: float,
    carry_mm: float,
    passes: int = 3,
    crossings: tuple[MeasuredCrossing, ...] = (),
) -> Strip:
    """The strip of two or more inks in the order given, over ``length_mm``, each carried ``carry_mm`` into the next."""
    width = length_mm / len(inks)
    known = (stock, inks, crossings)
    lab, steepest, at = _blend(known, length_mm, min(carry_mm, width), passes)
    even = None
    if steepest > STARK_PER_MM:
        longer = np.arange(np.ceil(carry_mm) + 1, width + 0.01, 1.0)
        even = next((float(c) for c in longer if _blend(known, length_mm, c, passes)[1] <= STARK_PER_MM), None)
    colours = tuple((float(c[0]), float(c[1]), float(c[2])) for c in lab)
    seams = tuple((i + 1) * width for i in range(len(inks) - 1))
    return Strip(colours, seams, steepest, at, even)


def _blend(
    known: tuple[Stock, tuple[Ink, ...], tuple[MeasuredCrossing, ...]], length_mm: float, carry_mm: float, passes: int
) -> tuple[np.ndarray, float, float]:
    """Lab (place, 3), the steepest change per mm and where."""
    stock, inks, crossings = known
    width = length_mm / len(inks)
    steps = []
    for i, ink in enumerate(inks):
        start = i * width + carry_mm / 2 if i else 0.0
        end = length_mm if i == len(inks) - 1 else (i + 1) * width - carry_mm / 2
        band = Band("left", start, max(start, end), carry_mm if i else 0.0, carry_mm)
        steps.append(Brush(f"s{i}", ink.key, "small-brush", band, "light", passes))
    card = Card(length_mm, STRIP_HEIGHT_MM, "left", Reveals(0, 0, 0, 0))
    plan = Plan("strip", "in", card, stock, inks, (), tuple(steps), crossings=crossings)
    places = round(length_mm * PER_MM)
    grid = Grid(length_mm, STRIP_HEIGHT_MM, length_mm / places, STRIP_HEIGHT_MM, 1, places)
    lab = lab_from_xyz(panel_xyz(plan, grid)[0])
    change = ciede2000(lab[1:], lab[:-1]) * PER_MM
    worst = int(np.argmax(change))
    return lab, float(change[worst]), (worst + 1) / PER_MM
