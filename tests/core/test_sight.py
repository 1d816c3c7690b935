"""How colours look to eyes that lack one kind of cone. Source of the outside check: colour-science 0.4.7, matrix_cvd_Machado2009."""

import warnings

import numpy as np
import pytest

from cielo.app.starter import INKS
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.sight import ALIKE, CLEAR, COMMON, SIGHTS, seen_by, taken_for_one
from cielo.core.sequence.lightness import seen_on
from tests.core.plans import WHITE

NAMES = {"weak-red": "Protanomaly", "weak-green": "Deuteranomaly", "weak-blue": "Tritanomaly"}


@pytest.mark.parametrize("sight", SIGHTS)
def test_the_matrices_are_those_of_the_paper(sight: str) -> None:
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        from colour.blindness import matrix_cvd_Machado2009

        expected = matrix_cvd_Machado2009(NAMES[sight], 1.0)
    assert np.array(SIGHTS[sight].matrix) == pytest.approx(expected, abs=1e-6)


@pytest.mark.parametrize("sight", SIGHTS)
@pytest.mark.parametrize("lightness", [10.0, 45.0, 80.0, 98.0])
def test_greys_stay_grey_for_all_eyes(sight: str, lightness: float) -> None:
    assert float(ciede2000(seen_by((lightness, 0.0, 0.0), sight), (lightness, 0.0, 0.0))) < 0.6


def test_red_and_green_of_one_lightness_are_taken_for_one_and_blue_and_yellow_are_not() -> None:
    colours = {"red": (52.0, 38.0, 30.0), "green": (52.0, -12.0, 42.0), "blue": (52.0, 0.0, -45.0), "yellow": (85.0, 0.0, 70.0)}
    pairs = {frozenset((first, second)) for first, second, _ in taken_for_one(colours)}
    assert frozenset(("red", "green")) in pairs
    assert frozenset(("blue", "yellow")) not in pairs


def test_what_is_told_holds_by_its_own_figures_over_the_usual_shelf() -> None:
    colours = {ink.key: seen_on(WHITE, ink) for ink in INKS}
    for first, second, sights in taken_for_one(colours):
        assert float(ciede2000(colours[first], colours[second])) >= CLEAR
        for sight in COMMON:
            apart = float(ciede2000(seen_by(colours[first], sight), seen_by(colours[second], sight)))
            assert (apart < ALIKE) == (sight in sights)
