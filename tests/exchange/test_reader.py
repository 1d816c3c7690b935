"""Swatch readers: what every one must be able to do (READERS), and the simulated one against what it is told to be."""

from collections.abc import Callable

import numpy as np
import pytest

from cielo.core.materials import Paper
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import BANDS, lab_from_reflectance, smooth_reflectance, xyz_from_lab
from cielo.devices.reader import OUTLIER, SimulatedReader, Spectrum, SwatchReader, read_swatch
from cielo.errors import BadInput

WHITE = Paper((95.0, 0.0, 0.0), "uncoated")
TRUTHS = [smooth_reflectance(xyz_from_lab(lab)) for lab in ((95, 0, -1), (62, 40, 28), (40, -20, -25), (20, 2, -4))]

READERS: dict[str, Callable[[int], SwatchReader]] = {"simulated": lambda seed: SimulatedReader(TRUTHS, 1, seed=seed)}


@pytest.fixture(params=READERS)
def reader(request: pytest.FixtureRequest) -> SwatchReader:
    made = READERS[request.param](7)
    made.calibrate()
    return made


def test_a_reading_is_a_reflectance(reader: SwatchReader) -> None:
    one = reader.read()
    assert one.shape == (BANDS,)
    assert np.all((one >= 0) & (one <= 1))


def test_several_readings_agree_and_say_how_well(reader: SwatchReader) -> None:
    reading = read_swatch(reader)
    assert reading.repeatability < OUTLIER
    assert lab_from_reflectance(reading.reflectance) == pytest.approx(np.array(reading.lab))
    again = read_swatch(reader)
    assert float(ciede2000(reading.lab, again.lab)) < 1.0


def test_the_same_seed_reads_the_same() -> None:
    for make in READERS.values():
        assert read_swatch(make(3)).lab == read_swatch(make(3)).lab
        assert read_swatch(make(3)).lab != read_swatch(make(4)).lab


def test_the_stand_in_reads_the_truth_within_what_it_says_and_leaves_strays_out() -> None:
    """Over 200 readings of 4 swatches: the mean error is small, and strays, one in twelve, hardly move it."""
    errors, out = [], 0
    for seed in range(50):
        for under, truth in enumerate(TRUTHS):
            reader = SimulatedReader(TRUTHS, under, seed=seed)
            try:
                reading = read_swatch(reader)
            except BadInput:
                continue
            out += reading.left_out
            errors.append(float(ciede2000(reading.lab, lab_from_reflectance(truth))))
    assert np.mean(errors) < 0.4
    assert np.quantile(errors, 0.98) < 1.5
    assert out > 20


def test_it_drifts_until_it_is_calibrated() -> None:
    reader = SimulatedReader(TRUTHS, 0, seed=1, stray=0.0, drift_per_reading=0.001)
    first = reader.read().mean()
    for _ in range(80):
        reader.read()
    late = reader.read().mean()
    reader.calibrate()
    assert late < first - 0.04
    assert reader.read().mean() == pytest.approx(first, abs=0.01)


class _Shaking:
    """A reader that lies on an edge: no two readings agree."""

    def __init__(self) -> None:
        self.n = 0

    def calibrate(self) -> None:
        return None

    def read(self) -> Spectrum:
        self.n += 1
        return np.full(BANDS, 0.15 * self.n)


def test_readings_that_do_not_agree_are_refused_in_words() -> None:
    with pytest.raises(BadInput, match="of 5 readings agree"):
        read_swatch(_Shaking())
    with pytest.raises(BadInput, match="nothing lies under the reader"):
        read_swatch(SimulatedReader(TRUTHS, 9))
