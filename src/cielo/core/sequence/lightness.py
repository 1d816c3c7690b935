"""Light to dark as the inks look on the stock at hand, never by name or by swatch."""

from functools import lru_cache

from cielo.core.bounds import Lab
from cielo.core.materials import Ink, Paper
from cielo.core.optics.layering import lab_of_stack

# Two inks closer than this in L* count as equally light: common practice, no source.
SAME_LIGHTNESS = 4.0


@lru_cache(maxsize=1024)
def seen_on(stock: Paper, ink: Ink) -> Lab:
    """Lab of one full application of the ink on the stock."""
    return lab_of_stack(stock, {ink.key: ink}, [(ink.key, 1.0)])


def lightness_on(stock: Paper, ink: Ink) -> float:
    """L* (0..100) of one full application of the ink on the stock."""
    return seen_on(stock, ink)[0]


def light_to_dark(stock: Paper, inks: tuple[Ink, ...]) -> tuple[Ink, ...]:
    """The inks, lightest first on that stock; equals stay in the order of their names, so the answer is always the same."""
    return tuple(sorted(inks, key=lambda ink: (-round(lightness_on(stock, ink), 3), ink.name, ink.key)))
