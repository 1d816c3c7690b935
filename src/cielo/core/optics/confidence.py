"""How sure a prediction is: nine in ten true colours should lie within the band told, in CIEDE2000.

The band adds, in quadrature, what can be wrong: the swatch itself, how far the film misses it, and the curve between swatches;
films crossing; a sheet other than the one the ink was measured on; a hiding power that no swatch over black told; wet mixing,
which nothing here was checked against. All but the last two were set on FOGRA39L and FOGRA29L (tests/core/test_optics.py holds
them there); those are judgement, told as such: hiding by predicting again with half and twice the usual hiding, wet mixing by a
fixed allowance.
"""

from collections.abc import Mapping

import numpy as np

from cielo.core.materials import Ink, Paper
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.films import film_of, with_hiding
from cielo.core.optics.layering import Stack, lab_of_stack
from cielo.core.optics.refine import NOTHING_MEASURED, Refinement

# All in CIEDE2000.
READING = 0.6
CURVE = 1.1
CROSSING = 5.4
OTHER_SHEET = 5.5
WET = 3.0
# Three full films are not three times as uncertain as two: what they may be wrong by partly cancels.
MOST_CROSSINGS = 1.3
# What is left of a pair's doubt once it has been measured.
MEASURED_SHARE = 0.25


def uncertainty(
    paper: Paper, inks: Mapping[str, Ink], stack: Stack, *, wet: bool = False, measured: Refinement = NOTHING_MEASURED
) -> float:
    """Half width of the 90 % band of lab_of_stack with the same arguments, CIEDE2000; 0 for bare stock."""
    strengths: dict[str, float] = {}
    for key, strength in stack:
        strengths[key] = strengths.get(key, 0.0) + strength
    films = {key: film_of(inks[key], paper) for key, strength in strengths.items() if strength > 0}
    if not films:
        return 0.0
    cover = {key: float(film.area(strengths[key])) if film.broken else min(1.0, strengths[key]) for key, film in films.items()}
    order = list(films)
    crossings = sum(
        (cover[bottom] * cover[top]) ** 1.4 * (MEASURED_SHARE if measured.knows(bottom, top) else 1.0)
        for i, bottom in enumerate(order)
        for top in order[i + 1 :]
    )
    between = max(4 * cover[key] * (1 - cover[key]) for key in order)
    beyond = max(max(0.0, strengths[key] - film.strengths[-1]) for key, film in films.items())
    foreign = max((cover[key] for key, film in films.items() if film.foreign), default=0.0)
    missed = max(float(np.interp(strengths[key], film.strengths, [0.0, *film.misses])) for key, film in films.items())
    parts = [
        READING,
        missed,
        CURVE * between + CURVE * min(beyond, 2.0),
        CROSSING * np.sqrt(min(crossings, MOST_CROSSINGS)),
        OTHER_SHEET * np.sqrt(foreign),
        WET if wet and len(films) > 1 else 0.0,
        _hiding_doubt(paper, inks, stack, wet),
    ]
    return round(float(np.sqrt(np.sum(np.square(parts)))), 2)


def _hiding_doubt(paper: Paper, inks: Mapping[str, Ink], stack: Stack, wet: bool) -> float:
    """How far the colour moves when hiding powers that nothing told are halved and doubled."""
    keys = {key for key, strength in stack if strength > 0}
    if all(film_of(inks[key], paper).hiding_known for key in keys):
        return 0.0
    guessed = {key: inks[key] for key in keys}
    usual = lab_of_stack(paper, guessed, stack, wet=wet)
    doubts = []
    for factor in (0.5, 2.0):
        other = {key: with_hiding(ink, paper, factor) for key, ink in guessed.items()}
        doubts.append(float(ciede2000(usual, lab_of_stack(paper, other, stack, wet=wet))))
    return max(doubts)
