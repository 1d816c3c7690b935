"""How colours look to eyes that lack one kind of cone, to see what such a reader of the card does not tell apart.

Symbols
-------
======  ======  =======================================================
symbol  shape   meaning
======  ======  =======================================================
M       (3, 3)  linear sRGB as it looks to such eyes, from linear sRGB
======  ======  =======================================================

Source of M: Machado, Oliveira & Fernandes 2009, "A physiologically-based model for simulation of color vision deficiency", at full severity;
the tests hold them against those of colour-science. The authors' own word on M of weak blue: an approximation, for the shift of that
cone is not modelled. About one man in twelve is weak in red or green (common knowledge, no source).
"""

from collections.abc import Mapping
from dataclasses import dataclass
from itertools import combinations

import numpy as np

from cielo.core.bounds import Lab
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import Array, lab_from_xyz, srgb_matrix, xyz_from_lab


@dataclass(frozen=True)
class Sight:
    """Eyes weak in one kind of cone. ``matrix``: M, row by row."""

    key: str
    name: str
    matrix: tuple[tuple[float, float, float], ...]


SIGHTS: dict[str, Sight] = {
    sight.key: sight
    for sight in (
        Sight("weak-red", "weak in red", (
            (0.152286, 1.052583, -0.204868), (0.114503, 0.786281, 0.099216), (-0.003882, -0.048116, 1.051998))),
        Sight("weak-green", "weak in green", (
            (0.367322, 0.860646, -0.227968), (0.280085, 0.672501, 0.047413), (-0.011820, 0.042940, 0.968881))),
        Sight("weak-blue", "weak in blue", (
            (1.255528, -0.076749, -0.178779), (-0.078411, 0.930809, 0.147602), (0.004733, 0.691367, 0.303900))),
    )
}  # fmt: skip
# Told apart at a glance by usual eyes, and taken for one by others, CIEDE2000. Judgement.
CLEAR, ALIKE = 14.0, 6.0
# The sights that are so common that colours which meet should be told apart by them.
COMMON = ("weak-red", "weak-green")


def seen_by(lab: Lab, sight: str) -> Array:
    """How a colour (CIE Lab of D50) looks to such eyes, CIE Lab of D50, (3,). What sRGB cannot show is shown as near as it can."""
    linear = np.clip(xyz_from_lab(lab) @ srgb_matrix(), 0, 1)
    seen = np.clip(linear @ np.array(SIGHTS[sight].matrix).T, 0, 1)
    return lab_from_xyz(seen @ np.linalg.inv(srgb_matrix()))


def taken_for_one(colours: Mapping[str, Lab]) -> tuple[tuple[str, str, tuple[str, ...]], ...]:
    """Pairs of colours, by key, that usual eyes tell apart at a glance and others do not, with the COMMON sights that do not."""
    pairs = []
    for (first, one), (second, other) in combinations(colours.items(), 2):
        if float(ciede2000(one, other)) < CLEAR:
            continue
        blind = tuple(s for s in COMMON if float(ciede2000(seen_by(one, s), seen_by(other, s))) < ALIKE)
        if blind:
            pairs.append((first, second, blind))
    return tuple(pairs)
