"""A mark that a tool repeats: a small map of the tool's own face, read at places that turn and go round.

A face is an array (row, column) over a square of ``size_mm``; beyond its edges it begins again.
"""

from functools import lru_cache
from typing import Any

import numpy as np
from numpy.typing import NDArray

from cielo.core.compiled import njit

Face = NDArray[np.float32]


@lru_cache(maxsize=64)
def face(seed: int, size_mm: tuple[float, float], grain_mm: float, pixel_mm: float) -> Face:
    """Noise of zero mean and unit variance that begins again beyond its edges, (rows, columns); ``size_mm`` is down, across.

    Do not write to it.
    """
    rows, columns = (max(4, round(size / pixel_mm)) for size in size_mm)
    down, across = np.fft.fftfreq(rows, size_mm[0] / rows), np.fft.rfftfreq(columns, size_mm[1] / columns)
    # A normal curve's spectrum: no axis is preferred.
    keeps = np.exp(-0.5 * (2 * np.pi * 0.42 * grain_mm) ** 2 * (down[:, None] ** 2 + across[None, :] ** 2))
    white = np.random.default_rng(seed).standard_normal((rows, columns))
    field = np.fft.irfft2(np.fft.rfft2(white) * keeps, s=(rows, columns))
    return np.asarray((field - field.mean()) / field.std(), dtype=np.float32)


@njit(cache=True, fastmath=True, inline="always")
def at(face: Any, row: float, column: float) -> float:  # pragma: no cover - compiled
    """A face at a place in its own rows and columns, blended between four of its points."""
    rows, columns = face.shape
    top, left = np.floor(row), np.floor(column)
    down, across = row - top, column - left
    r0, c0 = int(top) % rows, int(left) % columns
    r1, c1 = (r0 + 1) % rows, (c0 + 1) % columns
    upper = face[r0, c0] * (1 - across) + face[r0, c1] * across
    lower = face[r1, c0] * (1 - across) + face[r1, c1] * across
    return upper * (1 - down) + lower * down  # type: ignore[no-any-return]


@njit(cache=True, fastmath=True, inline="always")
def at_within(face: Any, row: float, column: float) -> float:  # pragma: no cover - compiled
    """As ``at`` for a place that is known to lie on the face, which saves going round."""
    r0, c0 = min(int(row), face.shape[0] - 2), min(int(column), face.shape[1] - 2)
    down, across = row - r0, column - c0
    upper = face[r0, c0] * (1 - across) + face[r0, c0 + 1] * across
    lower = face[r0 + 1, c0] * (1 - across) + face[r0 + 1, c0 + 1] * across
    return upper * (1 - down) + lower * down  # type: ignore[no-any-return]
