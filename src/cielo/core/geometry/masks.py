"""Where a mask covers, and how far a place is from its edge."""

import numpy as np
from numpy.typing import NDArray

from cielo.core.plan import Disc


def distance_to_edge_mm(mask: Disc, x_mm: NDArray[np.float64], y_mm: NDArray[np.float64]) -> NDArray[np.float32]:
    """Signed distance to the mask's edge, mm: above 0 outside, below 0 under the mask.

    ``x_mm`` (columns,) and ``y_mm`` (rows,) are places from the panel's top left corner; returns (rows, columns).
    """
    across = (x_mm - mask.x_mm).astype(np.float32)
    down = (y_mm - mask.y_mm).astype(np.float32)
    return np.asarray(np.hypot(across[None, :], down[:, None]) - np.float32(mask.diameter_mm / 2), dtype=np.float32)
