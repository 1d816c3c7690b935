"""Openings of a stencil that go together: those of one flower, those of one shape, those of one shape and size.

A flower is what lies round one middle: openings next to each other, each nearer to the next of its own than to those of the others, that
stand all round the middle of them. Common practice, no source; the limits are judgement.
"""

import math
from dataclasses import dataclass

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.geometry.base import BaseGeometry

from cielo.core.geometry.shapes import openings_of
from cielo.core.keeping import kept
from cielo.core.plan import Drawn, Mask, Stencil

# Openings of one flower lie no further apart than so many times the wider of their gaps to the nearest, and than this share of their
# breadth.
SO_MANY_GAPS, SHARE_OF_BREADTH = 1.8, 0.4
# So few make no flower; one that leaves a free arc wider than this stands round nothing, degrees; what holds more of all is a pattern.
FEWEST, WIDEST_ARC_DEG, MOST_OF_ALL = 3, 175.0, 0.7
# Shapes are one where their compactness, their length to breadth and how full their hull is differ by no more than this; sizes likewise.
SAME_SHAPE, SAME_SIZE = 0.06, 0.1

Floats = NDArray[np.float64]


@dataclass(frozen=True)
class Groups:
    """What an opening belongs to: its flower, its shape, its shape and size; each by the key of the first opening of that group."""

    flower: str
    shape: str
    size: str


@kept
def opening_groups(mask: Mask, width_mm: float, height_mm: float) -> dict[str, Groups]:
    """The groups of every opening of a stencil on a panel of that size, by key."""
    openings = openings_of(mask, width_mm, height_mm)
    keys = [opening.key for opening in openings]
    shapes = [opening.shape for opening in openings]
    repeats = isinstance(mask, Stencil) or (isinstance(mask, Drawn) and mask.pitch_mm > 0)
    flowers = [(i,) for i in range(len(shapes))] if repeats else _flowers(shapes)
    traits = np.array([_traits(shape) for shape in shapes]).reshape(-1, 4)
    alike = (np.abs(traits[:, None, :3] - traits[None, :, :3]) <= SAME_SHAPE * np.maximum(1, traits[:, None, :3])).all(axis=2)
    large = traits[:, 3]
    same = alike & (np.abs(large[:, None] - large[None, :]) <= SAME_SIZE * np.maximum(large[:, None], large[None, :]))
    return {
        key: Groups(keys[min(flowers[i])], keys[int(np.argmax(alike[i]))], keys[int(np.argmax(same[i]))])
        for i, key in enumerate(keys)
    }


def _traits(shape: BaseGeometry) -> tuple[float, float, float, float]:
    """What tells a shape however it lies, and how large it is, mm: compactness (1 for a disc), length to breadth, how full its hull is."""
    sides = shapely.get_coordinates(shape.minimum_rotated_rectangle)
    long, short = sorted((math.dist(sides[0], sides[1]), math.dist(sides[1], sides[2])), reverse=True)
    return (
        4 * math.pi * shape.area / max(1e-9, shape.length**2),
        long / max(1e-9, short),
        shape.area / max(1e-9, shape.convex_hull.area),
        math.sqrt(shape.area),
    )


def _flowers(shapes: list[BaseGeometry]) -> list[tuple[int, ...]]:
    """Of each opening the places of those of its flower; of one of none its own."""
    count = len(shapes)
    alone: list[tuple[int, ...]] = [(i,) for i in range(count)]
    if count < FEWEST:
        return alone
    all_shapes = np.array(shapes, dtype=object)
    gaps: Floats = shapely.distance(all_shapes[:, None], all_shapes[None, :])
    np.fill_diagonal(gaps, np.inf)
    nearest = gaps.min(axis=1)
    breadth = np.sqrt(shapely.area(all_shapes))
    limit = np.minimum(
        SO_MANY_GAPS * np.maximum(nearest[:, None], nearest[None, :]) + 0.2,
        SHARE_OF_BREADTH * np.minimum(breadth[:, None], breadth[None, :]),
    )
    joined = gaps <= limit
    found, seen = list(alone), set[int]()
    for i in range(count):
        if i in seen:
            continue
        cluster, edge = {i}, [i]
        while edge:
            near = set(np.flatnonzero(joined[edge.pop()]).tolist()) - cluster
            cluster |= near
            edge += near
        seen |= cluster
        if _is_flower([shapes[j] for j in sorted(cluster)], count):
            for j in cluster:
                found[j] = tuple(sorted(cluster))
    return found


def _is_flower(shapes: list[BaseGeometry], of: int) -> bool:
    """Whether some openings stand all round the middle of them, and are not the whole of a pattern."""
    if len(shapes) < FEWEST or (of > 2 * FEWEST and len(shapes) > MOST_OF_ALL * of):
        return False
    middles = np.array([shape.centroid.coords[0] for shape in shapes])
    away = middles - middles.mean(axis=0)
    outer = away[np.hypot(*away.T) > 0.25 * np.hypot(*away.T).max()]
    angles = np.sort(np.degrees(np.arctan2(outer[:, 1], outer[:, 0])))
    arcs = np.diff(np.append(angles, angles[0] + 360))
    return len(outer) >= FEWEST - 1 and float(arcs.max()) <= WIDEST_ARC_DEG
