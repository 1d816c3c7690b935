"""A camera: what any must be able to do, and a simulated one that photographs a predicted card on a table.

A real driver implements ``Camera``: it answers a photograph of the card that lies under it. The simulated one sees the card with a cast,
falling light, tilt and noise that are the same for the same seed, so that what takes them off again can be held to the truth.
"""

from dataclasses import dataclass, field
from typing import Protocol

import numpy as np
from numpy.typing import NDArray

from cielo.core.optics.spectra import srgb_encoded, srgb_linear

Photo = NDArray[np.uint8]

# The card on the photograph: its longer side takes this share of the picture's.
SHARE = 0.74
LONGEST = 1600
# The table it lies on, linear light; darker than any card that is photographed on it.
TABLE = (0.055, 0.048, 0.042)
# How far each may go: corners moved, as a share of the card; light from one side to the other; channels against each other; noise of a
# pixel, linear; colours that leak from one channel into the next. Invented, as a telephone by a window usually does.
TILT, FALL, CAST, NOISE, LEAK = 0.045, 0.22, 0.14, 0.006, 0.012


class Camera(Protocol):
    """An instrument that photographs the card under it."""

    def photograph(self) -> Photo:
        """One photograph, (rows, columns, 3), sRGB 8 bit."""
        ...


@dataclass
class SimulatedCamera:
    """Photographs a card, (rows, columns, 3) sRGB 8 bit, seen from straight above.

    corners : where the card's corners came to lie in the last photograph, (4, 2) pixels, clockwise from its top left: the truth that
    whatever finds them is held to.
    """

    card: Photo
    seed: int = 0
    corners: NDArray[np.float64] = field(default_factory=lambda: np.zeros((4, 2)))

    def photograph(self) -> Photo:
        """One photograph; the same seed gives the same cast and light, and every photograph its own noise."""
        import cv2

        chance = np.random.default_rng(self.seed)
        rows, columns = self.card.shape[:2]
        scale = SHARE * LONGEST / max(rows, columns)
        height, width = round(rows * scale / SHARE), round(columns * scale / SHARE)
        size = (width + round(0.12 * LONGEST), height + round(0.12 * LONGEST))
        card = cv2.resize(self.card, None, fx=scale, fy=scale, interpolation=cv2.INTER_AREA if scale < 1 else cv2.INTER_CUBIC)
        light = srgb_linear(card.astype(np.float64) / 255)
        middle = np.array(size) / 2
        half = np.array([columns * scale, rows * scale]) / 2
        square = middle + np.array([[-1, -1], [1, -1], [1, 1], [-1, 1]]) * half
        turned = np.radians(chance.uniform(-4, 4))
        spin = np.array([[np.cos(turned), np.sin(turned)], [-np.sin(turned), np.cos(turned)]])
        self.corners = (square - middle) @ spin + middle + chance.uniform(-TILT, TILT, (4, 2)) * half.max()
        flat = np.array([[0, 0], [card.shape[1], 0], [card.shape[1], card.shape[0]], [0, card.shape[0]]]) - 0.5
        lie = cv2.getPerspectiveTransform(flat.astype(np.float32), self.corners.astype(np.float32))
        seen = cv2.warpPerspective(
            light.astype(np.float32), lie, size, flags=cv2.INTER_LINEAR, borderMode=cv2.BORDER_CONSTANT, borderValue=TABLE
        ).astype(np.float64)
        y, x = np.mgrid[-1 : 1 : size[1] * 1j, -1 : 1 : size[0] * 1j]
        slope, bend = chance.uniform(-1, 1, 2), chance.uniform(0.3, 1.0)
        falling = 1 + FALL / 2 * (slope[0] * x + slope[1] * y - bend * (x * x + y * y) / 2)
        cast = 1 + chance.uniform(-CAST, CAST, 3)
        leak = np.eye(3) * (1 - 2 * LEAK) + LEAK * (1 - np.eye(3))
        lit = seen @ leak * cast * falling[..., None] * chance.uniform(0.74, 0.88)
        lit += chance.normal(0, NOISE, lit.shape) * np.sqrt(np.maximum(lit, 0.02))
        return np.asarray(np.round(255 * srgb_encoded(np.clip(lit, 0, 1))), np.uint8)
