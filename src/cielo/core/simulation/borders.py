"""What shows round the panel on the finished card: the base and its mats, each as the stock that it is cut of looks.

What is known by name alone is taken as plain: a near white base, each mat on it a shade darker.
"""

from typing import NamedTuple

import numpy as np

from cielo.core.bounds import Lab
from cielo.core.optics.spectra import Array, srgb_linear, srgb_matrix, xyz_from_lab
from cielo.core.plan import Card, Reveals

# sRGB of a plain card, and how much darker each mat on it is. They are not predicted.
PLAIN, DARKER = 236.0, 12.0


class Border(NamedTuple):
    """A layer under the panel: where it begins, mm from the card's edges, what of it shows round what lies on it, and its colour as a
    screen can show it, linear sRGB (3,)."""

    begins: Reveals
    shows: Reveals
    linear: Array


def borders_of(card: Card) -> list[Border]:
    """The base and its mats, from the base up to what lies right under the panel."""
    layers: list[tuple[Lab | None, Reveals]] = [
        (card.base_lab, card.reveals),
        *((mat.lab, mat.reveals) for mat in reversed(card.mats)),
    ]
    begins = Reveals(0.0, 0.0, 0.0, 0.0)
    borders = []
    for n, (lab, shows) in enumerate(layers):
        borders.append(Border(begins, shows, _linear(lab, PLAIN - n * DARKER)))
        begins = inside(begins, shows)
    return borders


def inside(outer: Reveals, shows: Reveals) -> Reveals:
    """Where what lies on a layer begins."""
    return Reveals(
        outer.left_mm + shows.left_mm,
        outer.top_mm + shows.top_mm,
        outer.right_mm + shows.right_mm,
        outer.bottom_mm + shows.bottom_mm,
    )


def _linear(lab: Lab | None, plain: float) -> Array:
    if lab is None:
        return np.full(3, float(srgb_linear(np.array(plain / 255))))
    return np.asarray(np.clip(xyz_from_lab(np.array(lab)) @ srgb_matrix(), 0.0, 1.0))
