"""Softening beside SciPy's, and the film's curve beside the one it was taken from."""

from typing import Any

import numpy as np
import pytest
from numpy.typing import NDArray
from scipy import ndimage
from scipy.interpolate import PchipInterpolator
from scipy.special import ndtr

from cielo.core.optics.films import Film, _monotone_slopes
from cielo.core.simulation.smooth import share_below, softened, softened_line

RANDOM = np.random.default_rng(5)


@pytest.mark.parametrize(("down", "across"), [(0.4, 0.4), (1.0, 3.0), (7.5, 2.2), (40.0, 40.0)])
@pytest.mark.parametrize("shape", [(61, 47), (30, 90, 3), (1, 50)])
def test_a_field_is_softened_as_scipy_does(shape: tuple[int, ...], down: float, across: float) -> None:
    field = RANDOM.random(shape)
    spread = (down, across, 0)[: len(shape)]
    assert softened(field, down, across) == pytest.approx(ndimage.gaussian_filter(field, spread, mode="nearest"), abs=1e-9)


def test_what_is_softened_keeps_its_type_and_what_is_level_stays() -> None:
    level = np.full((20, 30), 0.25, np.float32)
    assert softened(level, 3.0, 3.0).dtype == np.float32
    assert softened(level, 3.0, 3.0) == pytest.approx(level, abs=1e-6)


@pytest.mark.parametrize("closed", [True, False])
@pytest.mark.parametrize(("many", "px"), [(200, 0.7), (200, 6.3), (9, 12.0), (2, 5.0)])
def test_a_line_is_softened_as_scipy_does(closed: bool, many: int, px: float) -> None:
    line = np.cumsum(RANDOM.standard_normal(many))
    expected = ndimage.gaussian_filter1d(line, px, mode="wrap" if closed else "nearest")
    assert softened_line(line, px, closed) == pytest.approx(expected, abs=1e-9)


@pytest.mark.parametrize(("kind", "within"), [(np.float32, 1e-7), (np.float64, 1e-15)])
def test_the_share_below_is_scipys(kind: type[np.floating], within: float) -> None:
    z: NDArray[Any] = np.linspace(-9, 9, 4001).astype(kind).reshape(-1, 1)
    got = share_below(z)
    assert got.dtype == z.dtype
    assert got.shape == z.shape
    assert got == pytest.approx(ndtr(z.astype(float)), abs=within)


@pytest.mark.parametrize("seed", range(20))
def test_the_curve_of_a_film_is_the_monotone_cubic_through_its_knots(seed: int) -> None:
    random = np.random.default_rng(seed)
    knots = np.concatenate([[0.0], np.cumsum(random.uniform(0.1, 2.0, random.integers(1, 7)))])
    values = np.concatenate([[0.0], np.cumsum(random.uniform(0.0, 1.0, len(knots) - 1) * random.integers(0, 2, len(knots) - 1))])
    slopes = _monotone_slopes(knots, values)
    none = np.zeros(31)
    film = Film(none, none, knots, values, values, slopes, slopes, 0.1, False, True, False, none[1:2], 1.0, ())
    s = np.linspace(0, 1.2 * knots[-1], 301)
    got = film._through(values, slopes, s)
    assert got == pytest.approx(PchipInterpolator(knots, values)(np.minimum(s, knots[-1])), abs=1e-12)
    assert np.all(np.diff(got) > -1e-12)
