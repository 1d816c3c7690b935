"""What a measured crossing teaches: for its own pair all of it, for other pairs only what they may share.

- For the pair itself, in that order: its own trapping, and a smooth change of density that makes the crossing exact.
- For the pair in the other order: half way (in log) to its trapping, and no more.
- For every other pair: a trapping drawn from the usual one towards the mean of those measured, as if the usual one had been
  measured PRIOR times. One odd crossing so moves the rest by little, and many alike move it by much.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field

import numpy as np

from cielo.core.optics.scattering import SATURATION
from cielo.core.optics.spectra import Array

# What a full dye leaves of its second pass.
TRAPPING = float(np.exp(-SATURATION["dye"]))
PRIOR = 4.0
# A pair whose trapping would lie outside has another reason; the change of density then carries it.
LOWEST_TRAPPING, HIGHEST_TRAPPING = 0.45, 1.15


@dataclass(frozen=True, eq=False)
class Refinement:
    """Trapping by pair (bottom, top), the usual one for the rest, and changes of density (31,) by pair.

    ``unreached`` are readings that no film of the two inks can give, with how far off the nearest one stays (CIELAB distance): they
    teach nothing of how the pair changes.
    """

    usual: float = TRAPPING
    by_pair: Mapping[tuple[str, str], float] = field(default_factory=dict)
    changes: Mapping[tuple[str, str], Array] = field(default_factory=dict)
    unreached: Mapping[tuple[str, str], float] = field(default_factory=dict)

    def trapping(self, bottom: str, top: str) -> float:
        """tau of a pair."""
        known = self.by_pair.get((bottom, top))
        if known is not None:
            return known
        other_way = self.by_pair.get((top, bottom))
        return self.usual if other_way is None else float(np.sqrt(other_way * self.usual))

    def change(self, bottom: str, top: str) -> Array | None:
        """Change of density where both are full, (31,), or None."""
        return self.changes.get((bottom, top))

    def knows(self, bottom: str, top: str) -> bool:
        """Whether that crossing was measured."""
        return (bottom, top) in self.by_pair


NOTHING_MEASURED = Refinement()


def usual_trapping(measured: list[float]) -> float:
    """The trapping for pairs not measured, from those that were."""
    logs = np.log(measured)
    return float(np.exp((PRIOR * np.log(TRAPPING) + logs.sum()) / (PRIOR + len(measured))))
