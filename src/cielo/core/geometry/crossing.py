"""How often lines cross, counted before anything is done with them; and the even-odd area that outlines enclose."""

from collections.abc import Sequence
from typing import Any

import numpy as np
from numpy.typing import NDArray
from shapely import LineString, Polygon, polygonize, unary_union, union_all
from shapely.geometry.base import BaseGeometry

from cielo.core.compiled import njit
from cielo.core.geometry.distance import signed_distance_mm

Array = NDArray[np.float64]


def count_crossings(rings: Sequence[Array], most: int) -> int:
    """How many pairs of sides of closed rings, each (n, 2), cross, touch or run along each other, other than by meeting at their ends;
    counting stops beyond ``most``."""
    sides = [np.hstack([ring, np.roll(ring, -1, axis=0)]) for ring in rings]
    return int(_crossings(np.concatenate(sides).astype(float), most)) if sides else 0


@njit(cache=True)
def _crossings(sides: Any, most: int) -> int:  # pragma: no cover - compiled
    # From left to right, so that a side is held only against those that begin before it ends.
    order = np.argsort(np.minimum(sides[:, 0], sides[:, 2]))
    found = 0
    for i in range(len(order)):
        ax, ay, bx, by = sides[order[i]]
        right, low, high = max(ax, bx), min(ay, by), max(ay, by)
        for j in range(i + 1, len(order)):
            cx, cy, dx, dy = sides[order[j]]
            if min(cx, dx) > right:
                break
            if min(cy, dy) > high or max(cy, dy) < low:
                continue
            first = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax)
            second = (bx - ax) * (dy - ay) - (by - ay) * (dx - ax)
            third = (dx - cx) * (ay - cy) - (dy - cy) * (ax - cx)
            fourth = (dx - cx) * (by - cy) - (dy - cy) * (bx - cx)
            if first == 0 and second == 0:  # on one line: how much of it they share
                along = min(right, max(cx, dx)) - max(min(ax, bx), min(cx, dx)) + min(high, max(cy, dy)) - max(low, min(cy, dy))
                found += along > 0
            elif first * second <= 0 and third * fourth <= 0:
                meet = (ax == cx and ay == cy) or (ax == dx and ay == dy) or (bx == cx and by == cy) or (bx == dx and by == dy)
                found += not meet
            if found > most:
                return found
    return found


def even_odd_area(rings: Sequence[Array]) -> BaseGeometry:
    """What lies inside an odd number of closed rings, each (n, 2). All lines are cut at their crossings once; of the faces between them
    those are taken whose inner place lies inside by the even-odd rule. Count the crossings first: this works as long as they are many."""
    closed = [np.concatenate([ring, ring[:1]]) for ring in rings]
    faces = [face for face in polygonize([unary_union([LineString(ring) for ring in closed])]).geoms if face.area > 0]
    if not faces:
        return Polygon()
    inner = [face.representative_point() for face in faces]
    x, y = np.array([[p.x for p in inner]]), np.array([[p.y for p in inner]])
    inside = signed_distance_mm(list(rings), x, y)[0] < 0
    return union_all([face for face, taken in zip(faces, inside, strict=True) if taken])
