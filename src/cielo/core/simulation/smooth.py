"""Softening by a normal curve, and the share of it that lies below a place: by OpenCV, and by the C library's error function."""

from math import erfc, sqrt
from typing import TypeVar

import numpy as np
from numpy.typing import NDArray

from cielo.core.compiled import njit

# Beyond so many standard deviations the curve is cut off.
CUT_OFF = 4.0
_HALF = sqrt(0.5)
Real = TypeVar("Real", np.float32, np.float64)


def softened(field: NDArray[Real], down_px: float, across_px: float) -> NDArray[Real]:
    """A field (rows, columns) or (rows, columns, channels) blurred by standard deviations in pixels, > 0, held at its rim; same type."""
    import cv2

    size = [2 * int(CUT_OFF * px + 0.5) + 1 for px in (across_px, down_px)]
    return np.asarray(
        cv2.GaussianBlur(field, size, sigmaX=across_px, sigmaY=down_px, borderType=cv2.BORDER_REPLICATE), field.dtype
    )


def softened_line(values: NDArray[np.float64], px: float, closed: bool) -> NDArray[np.float64]:
    """Values along a line, (n,), blurred by a standard deviation in steps; ``closed``: the last is followed by the first."""
    rim = int(CUT_OFF * px + 0.5)
    padded = np.pad(values, rim, mode="wrap" if closed else "edge")
    curve = np.exp(-0.5 * (np.arange(-rim, rim + 1) / px) ** 2)
    return np.convolve(padded, curve / curve.sum(), mode="valid")


def share_below(z: NDArray[Real]) -> NDArray[Real]:
    """The share of a normal distribution below ``z`` standard deviations, 0..1; same shape and type."""
    flat = np.ascontiguousarray(z).ravel()
    out = np.empty_like(flat)
    _share_below(flat, out)
    return out.reshape(z.shape)


@njit(cache=True)
def _share_below(z, out):  # type: ignore[no-untyped-def]  # pragma: no cover - compiled
    for i in range(z.size):
        out[i] = 0.5 * erfc(-z[i] * _HALF)
