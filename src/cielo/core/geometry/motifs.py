"""Built-in images as outlines: closed rings (n, 2) in the unit disc, y down, scaled by half the image's size.

The first of them are of one outline each; those drawn of strokes and leaves are in images.py.
"""

from collections.abc import Callable
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray
from shapely import Polygon, affinity
from shapely.geometry.base import BaseGeometry

from cielo.core.geometry.images import DRAWN

Array = NDArray[np.float64]


def _turned(radius: Callable[[Array], Array], points: int = 72) -> Array:
    """The outline at ``radius`` (0..1) by angle; angle 0 points up."""
    angle = np.linspace(0, 2 * np.pi, points, endpoint=False)
    r = radius(angle)
    return np.stack([r * np.sin(angle), -r * np.cos(angle)], axis=1)


def _petals(count: int, waist: float, sharp: float) -> Callable[[Array], Array]:
    return lambda angle: waist + (1 - waist) * np.abs(np.cos(count * angle / 2)) ** sharp


def _leaf() -> Array:
    t = np.linspace(0, 1, 20)
    half = 0.36 * np.sin(np.pi * t**0.85) ** 1.1
    y = -1 + 2 * t
    right, left = np.stack([half, y], 1), np.stack([-half, y], 1)[::-1]
    return np.concatenate([right, left[1:-1]])


def _saguaro() -> Array:
    side = [(0.13, 1), (0.13, 0.28), (0.42, 0.28), (0.5, 0.2), (0.5, -0.22), (0.43, -0.3), (0.36, -0.22), (0.36, 0.1), (0.13, 0.1),
            (0.13, -0.85), (0.06, -0.97), (0, -1)]  # fmt: skip
    other = [(-0.06, -0.97), (-0.13, -0.85), (-0.13, -0.12), (-0.34, -0.12), (-0.34, -0.5), (-0.41, -0.58), (-0.48, -0.5),
             (-0.48, 0.0), (-0.4, 0.08), (-0.13, 0.08), (-0.13, 1)]  # fmt: skip
    return np.array([*side, *other])


def _spines() -> Array:
    points = []
    for i in range(9):
        at = 2 * np.pi * i / 9
        points += [(np.sin(at), -np.cos(at)), (0.1 * np.sin(at + np.pi / 9), -0.1 * np.cos(at + np.pi / 9))]
    return np.array(points)


def _arch() -> Array:
    angle = np.linspace(-np.pi / 2, np.pi / 2, 24)
    top = np.stack([0.6 * np.sin(angle), -0.3 - 0.6 * np.cos(angle)], axis=1)
    return np.concatenate([top, [(0.6, 0.9), (-0.6, 0.9)]])


MOTIFS: dict[str, tuple[str, Callable[[], Array]]] = {
    "leaf": ("agave leaf", _leaf),
    "rosette": ("agave rosette", lambda: _turned(_petals(9, 0.42, 0.9), 72)),
    "flower": ("cholla flower", lambda: _turned(_petals(6, 0.3, 0.55), 60)),
    "star": ("star", lambda: _turned(_petals(5, 0.28, 2.6), 80)),
    "spines": ("spines", _spines),
    "stone": ("stone", lambda: _turned(lambda a: 0.82 + 0.09 * np.sin(2 * a + 0.6) + 0.07 * np.sin(3 * a), 48)),
    "saguaro": ("saguaro", _saguaro),
    "arch": ("glasshouse arch", _arch),
    "rays": ("sun rays", lambda: _turned(_petals(16, 0.5, 3.0), 160)),
    "dot": ("dot", lambda: _turned(np.ones_like, 48)),
}


# Every built-in image by its key: how it is called.
NAMES: dict[str, str] = {key: name for key, (name, _) in (*MOTIFS.items(), *DRAWN.items())}


# What grows or sits on the ground, and hangs in the air where there is none under it: common practice, no source.
STANDING = frozenset({
    "saguaro", "grasses", "reeds", "tree-line", "fir", "hill-pair", "pot", "jar", "lizard", "snail", "barrel", "pads", "cairn",
    "fence",
})  # fmt: skip


@lru_cache(maxsize=128)
def motif_shape(motif: str) -> BaseGeometry:
    """A built-in image as a shape within the unit disc. Raises KeyError for one that is not in NAMES."""
    if motif in MOTIFS:
        return Polygon(MOTIFS[motif][1]()).buffer(0)
    shape = DRAWN[motif][1]()
    far = max(float(np.hypot(*ring.T).max()) for ring in _rings(shape))
    return affinity.scale(shape, 1 / far, 1 / far, origin=(0, 0))


@lru_cache(maxsize=128)
def motif_rings(motif: str) -> tuple[Array, ...]:
    """A built-in image's outlines, each (n, 2) and open, within the unit disc; inside is by the even-odd rule."""
    rings = (MOTIFS[motif][1](),) if motif in MOTIFS else _rings(motif_shape(motif))
    for ring in rings:
        ring.flags.writeable = False
    return rings


def _rings(shape: BaseGeometry) -> tuple[Array, ...]:
    parts = getattr(shape, "geoms", (shape,))
    return tuple(np.asarray(line.coords[:-1], dtype=float) for part in parts for line in (part.exterior, *part.interiors))
