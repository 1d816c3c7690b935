"""A swatch reader: what any must be able to do, and a simulated one.

A real driver implements ``SwatchReader``: it is calibrated on its white tile, and answers a reading of what lies under it as a reflectance
spectrum. Several readings are averaged by ``read_swatch``, which leaves out those that are no readings of the same spot.
"""

from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Protocol

import numpy as np
from numpy.typing import NDArray

from cielo.core.bounds import Lab
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import BANDS, lab_from_reflectance
from cielo.errors import BadInput

Spectrum = NDArray[np.float64]

READINGS, LEAST_READINGS = 5, 3
# A reading further than this from the middle of all (CIEDE2000) is of something else: dust, an edge, a lifted head. Judgement.
OUTLIER = 2.0


@dataclass(frozen=True, eq=False)
class Reading:
    """One swatch as it was read: mean reflectance, (31,), 400 to 700 nm, 0..1; its colour, D50 and 2 degrees; how far the readings that
    were kept lie apart (mean CIEDE2000 to their mean); and how many were left out."""

    reflectance: Spectrum
    lab: Lab
    repeatability: float
    left_out: int


class SwatchReader(Protocol):
    """An instrument that reads the reflectance of what lies under it."""

    def calibrate(self) -> None:
        """Read the white tile; what is read drifts away from it with time."""
        ...

    def read(self) -> Spectrum:
        """One reading, (31,), 0..1. Raises BadInput when nothing can be read."""
        ...


def read_swatch(reader: SwatchReader, readings: int = READINGS) -> Reading:
    """The mean of several readings without outliers. Raises BadInput when too few agree."""
    taken = np.array([reader.read() for _ in range(readings)])
    middle = np.median(taken, axis=0)
    seen = lab_from_reflectance(middle)
    apart = np.array([float(ciede2000(lab_from_reflectance(one), seen)) for one in taken])
    kept = taken[apart <= OUTLIER]
    if len(kept) < min(LEAST_READINGS, readings):
        raise BadInput(
            f"only {len(kept)} of {readings} readings agree.",
            field="reading",
            mend="Lay the swatch flat and dry under the reader, away from its edge, and read it again.",
        )
    mean = np.asarray(kept.mean(axis=0), dtype=float)
    lab = lab_from_reflectance(mean)
    spread = float(np.mean([float(ciede2000(lab_from_reflectance(one), lab)) for one in kept]))
    return Reading(mean, (float(lab[0]), float(lab[1]), float(lab[2])), spread, readings - len(kept))


@dataclass
class SimulatedReader:
    """Reads swatches of a tray as an instrument would: noise from reading to reading, a slow drift since it was calibrated, now and then
    a reading of something else. All figures are judgement, no source: a repeatability of about 0.1, a drift of about 0.3 in an hour's
    work (CIEDE2000), one stray reading in twelve.

    ``tray`` are the reflectances of the swatches, (31,) each; ``under`` is which of them lies under the head. The same seed reads the same.
    """

    tray: Sequence[Spectrum]
    under: int = 0
    seed: int = 1
    noise: float = 0.0012
    drift_per_reading: float = 0.00002
    stray: float = 1 / 12
    _since: int = field(default=0, init=False)

    def __post_init__(self) -> None:
        self._chance = np.random.default_rng(self.seed)

    def calibrate(self) -> None:
        """Read the white tile."""
        self._since = 0

    def read(self) -> Spectrum:
        """One reading. Raises BadInput when nothing lies under the head."""
        if not 0 <= self.under < len(self.tray):
            raise BadInput(
                f"nothing lies under the reader: the tray has swatches 1 to {len(self.tray)}.",
                field="swatch",
                mend="Lay a swatch under it.",
            )
        self._since += 1
        truth = np.asarray(self.tray[self.under], dtype=float)
        if self._chance.random() < self.stray:
            truth = truth + (0.9 - truth) * self._chance.uniform(0.1, 0.4)  # half on the bare sheet
        wobble = np.convolve(self._chance.normal(0, self.noise, BANDS + 4), np.ones(5) / 5, "valid")
        gain = 1 - self.drift_per_reading * self._since + self._chance.normal(0, self.noise / 2)
        return np.asarray(np.clip(truth * gain + wobble, 0.0, 1.0))
