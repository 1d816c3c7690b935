"""The measured files as tables of ink amounts and colours."""

from dataclasses import dataclass
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from cielo.core.bounds import Lab
from cielo.core.materials import Ink, Laydown, Paper, Surface, Swatch

HERE = Path(__file__).parent
CHANNELS = "CMYK"


@dataclass(frozen=True)
class Measured:
    """Amounts (patch, CMYK) 0..1 and CIE Lab (patch, 3)."""

    surface: Surface
    amounts: NDArray[np.float64]
    lab: NDArray[np.float64]

    def at(self, **amounts: float) -> Lab:
        """The colour of the patch with just these amounts, C, M, Y, K."""
        wanted = [amounts.get(channel, 0.0) for channel in CHANNELS]
        (row,) = np.flatnonzero(np.all(np.abs(self.amounts - wanted) < 1e-9, axis=1))[:1]
        lab = self.lab[row]
        return (float(lab[0]), float(lab[1]), float(lab[2]))

    def solid(self, inks: str) -> Lab:
        """The colour of full layers of these inks."""
        return self.at(**dict.fromkeys(inks, 1.0))

    @property
    def paper(self) -> Paper:
        return Paper(self.at(), self.surface)

    def ink(self, channel: str, strengths: tuple[float, ...] = (1.0,), laydown: Laydown = "film") -> Ink:
        """One ink known from its own swatches alone."""
        swatches = tuple(Swatch(s, self.at(**{channel: s})) for s in strengths)
        return Ink(channel, channel, "dye", swatches, laydown, measured_on=self.paper)

    def ramp(self, channel: str) -> tuple[float, ...]:
        """Every strength above 0 at which one ink was measured alone."""
        column = CHANNELS.index(channel)
        alone = np.all(np.delete(self.amounts, column, axis=1) == 0, axis=1)
        return tuple(sorted({float(s) for s in self.amounts[alone, column] if s > 0}))


def read(name: str, surface: Surface) -> Measured:
    """One of the files: CGATS text with CMYK in percent and CIE Lab."""
    lines = [line.strip() for line in (HERE / f"{name}.ti3").read_text(encoding="latin-1").splitlines()]
    first, last = lines.index("BEGIN_DATA") + 1, lines.index("END_DATA")
    table = np.array([[float(value) for value in line.split()] for line in lines[first:last]])
    return Measured(surface, table[:, 1:5] / 100, table[:, 8:11])


# Offset inks on coated, uncoated and calendered paper, and coldset inks on newsprint, which is rough.
FILES: dict[str, Measured] = {
    "FOGRA39L": read("FOGRA39L", "coated"),
    "FOGRA29L": read("FOGRA29L", "uncoated"),
    "FOGRA40L": read("FOGRA40L", "calendered"),
    "TR002": read("TR002", "rough"),
}
COATED, UNCOATED, CALENDERED = FILES["FOGRA39L"], FILES["FOGRA29L"], FILES["FOGRA40L"]
