"""Some of a sheet's openings alone, and openings shaded from a side, both sides, their middle or their rim, as maps."""

from dataclasses import dataclass, replace
from math import cos, radians, sin

import numpy as np
from numpy.typing import NDArray
from shapely import Point, maximum_inscribed_circle

from cielo.core.geometry.distance import nearest_outline
from cielo.core.geometry.masks import cell_of, offset_from_motif_mm
from cielo.core.geometry.opening_groups import opening_groups
from cielo.core.geometry.shapes import cell_key, openings_alone, openings_of, rings_mm
from cielo.core.keeping import kept
from cielo.core.plan import (
    Drawn,
    EdgeMask,
    Mask,
    Shade,
    Stencil,
    Towards,
)
from cielo.core.simulation.cover import kept_if_small, to_edge_mm
from cielo.core.simulation.grid import Grid

Map = NDArray[np.float32]
Lengths = NDArray[np.float64]


def chosen_openings(shape: Mask, openings: tuple[str, ...], grid: Grid) -> Map:
    """1 where the nearest opening of a stencil is one of those chosen, 0 elsewhere."""
    if isinstance(shape, Stencil) or (isinstance(shape, Drawn) and shape.pitch_mm):
        row, column = cell_of(shape, grid.x_mm, grid.y_mm)
        chosen = np.zeros(row.shape, dtype=bool)
        for key in openings:
            r, c = cell_key(key)
            chosen |= (row == r) & (column == c)
        return chosen.astype(np.float32)
    if isinstance(shape, Drawn):
        return (to_edge_mm(openings_alone(shape, openings), grid) < 0).astype(np.float32)
    return np.ones((grid.rows, grid.columns), np.float32)


def shaded(shape: Mask, strongest: Shade | Towards, grid: Grid) -> Map:
    """What part of the strength each opening takes where it is shaded, 1 where it is strongest and 0 at the other side: (rows, columns).

    Every place goes by the opening it is nearest to, or by its cell of a repeat. Towards an opening that is not there, all is even.
    """
    frame = kept_if_small(_frame, grid)(replace(shape, key="", name="", held=None, named=()), grid)
    if strongest in ("middle", "rim"):
        depth = -to_edge_mm(shape, grid) / np.maximum(frame.deepest_mm, LEAST_MM)
        return np.asarray(
            np.clip(FROM_MIDDLE * depth if strongest == "middle" else 1.2 - FROM_MIDDLE * depth, 0, 1), dtype=np.float32
        )
    if strongest == "sides":
        aside = 2 * np.abs(frame.across_mm) / np.maximum(frame.width_mm, LEAST_MM)
        return np.asarray(np.clip(1.3 * np.broadcast_to(aside, (grid.rows, grid.columns)) - 0.3, 0, 1), dtype=np.float32)
    if strongest in ("heart", "away"):
        way = 1 if strongest == "heart" else -1
        east, south = way * frame.to_heart_mm[0], way * frame.to_heart_mm[1]
        far = np.hypot(east, south)
        east, south = (np.divide(part, far, out=np.zeros_like(part), where=far > LEAST_MM) for part in (east, south))
        itself = far <= LEAST_MM
    elif isinstance(strongest, Towards):
        panel = (grid.panel_width_mm, grid.panel_height_mm)
        other = next((o.shape.centroid for o in openings_of(shape, *panel) if o.key == strongest.opening), None)
        if other is None:
            return np.ones((grid.rows, grid.columns), np.float32)
        east, south = other.x - (grid.x_mm[None, :] - frame.across_mm), other.y - (grid.y_mm[:, None] - frame.down_mm)
        far = np.hypot(east, south)
        east, south = (np.divide(part, far, out=np.zeros_like(part), where=far > LEAST_MM) for part in (east, south))
        itself = far <= LEAST_MM
    else:
        angle = radians(strongest if isinstance(strongest, int | float) else EDGE_AT_DEG[strongest])
        east, south, itself = np.array(sin(angle)), np.array(-cos(angle)), np.array(False)
    size = np.hypot(east * frame.width_mm, south * frame.height_mm)
    towards = (east * frame.across_mm + south * frame.down_mm) / np.maximum(size, LEAST_MM)
    return np.asarray(np.where(itself, 1, np.clip(0.35 + 1.3 * towards, 0, 1)), dtype=np.float32)


# Where an edge lies, clockwise from the top.
EDGE_AT_DEG: dict[str, float] = {"top": 0, "right": 90, "bottom": 180, "left": 270}
LEAST_MM = 1e-6
# How steeply a shade falls from the middle of an opening to its rim: judgement, as the 1.3 from side to side.
FROM_MIDDLE = 1.25


@dataclass(frozen=True, eq=False)
class _Frame:
    """For each place, of the opening it goes by: how far to the right of and below its middle it lies, how wide and high the opening
    is, how far its deepest place lies from its edge, and how far to the right of and below its middle that of its flower, or of the nearest
    one, lies, 0 where it is that itself or there is none; each broadcasts to (rows, columns), mm."""

    across_mm: Lengths
    down_mm: Lengths
    width_mm: Lengths
    height_mm: Lengths
    deepest_mm: Lengths
    to_heart_mm: tuple[Lengths, Lengths] = (np.zeros((1, 1)), np.zeros((1, 1)))


@kept
def _frame(shape: Mask, grid: Grid) -> _Frame:
    if not isinstance(shape, Drawn) or shape.pitch_mm:
        across, down, size = offset_from_motif_mm(shape, grid.x_mm, grid.y_mm)
        # The side of an edge goes on to the end of the panel; its shade does not.
        deepest = size / 2 if isinstance(shape, EdgeMask) else max(float(-to_edge_mm(shape, grid).min()), LEAST_MM)
        return _Frame(across, down, np.full((1, 1), size), np.full((1, 1), size), np.full((1, 1), deepest))
    panel = (grid.panel_width_mm, grid.panel_height_mm)
    openings = openings_of(shape, *panel)
    shapes = [opening.shape for opening in openings]
    if not shapes:
        one = np.ones((1, 1))
        return _Frame(one, one, one, one, one)
    left, top, right, bottom = np.array([opening.bounds for opening in shapes]).T
    deepest_of = np.array([maximum_inscribed_circle(opening, 0.1).length for opening in shapes])
    x, y = np.broadcast_arrays(grid.x_mm[None, :], grid.y_mm[:, None])
    # A place inside an opening is nearer to that opening's own outlines than to those of any other.
    outlines = [(at, ring[:-1]) for at, opening in enumerate(shapes) for ring in rings_mm(opening)]
    n = np.array([at for at, _ in outlines])[nearest_outline([ring for _, ring in outlines], x, y)]
    middle_x, middle_y = (left + right) / 2, (top + bottom) / 2
    hearts = _hearts(shape, *panel)
    # The middle of a flower is itself the heart: nothing in it is nearer to that.
    inside = [opening.distance(Point(heart)) <= LEAST_MM for opening, heart in zip(shapes, hearts, strict=True)]
    east, south = (np.where(inside, 0.0, hearts[:, axis] - middle[:]) for axis, middle in enumerate((middle_x, middle_y)))
    sides = (right - left)[n], (bottom - top)[n]
    return _Frame(x - middle_x[n], y - middle_y[n], *sides, deepest_of[n], (east[n], south[n]))


def _hearts(shape: Drawn, width_mm: float, height_mm: float) -> Lengths:
    """For each opening the middle of its flower, of the nearest one where it is of none, its own where there is no flower: (openings, 2)."""
    groups = opening_groups(shape, width_mm, height_mm)
    middles = {o.key: np.array(o.shape.centroid.coords[0]) for o in openings_of(shape, width_mm, height_mm)}
    members: dict[str, list[str]] = {}
    for key, group in groups.items():
        members.setdefault(group.flower, []).append(key)
    flowers = {first: np.mean([middles[key] for key in keys], axis=0) for first, keys in members.items() if len(keys) > 1}
    found = []
    for key, group in groups.items():
        own = flowers.get(group.flower)
        nearest = min(flowers.values(), key=lambda heart: float(np.hypot(*(heart - middles[key]))), default=middles[key])
        found.append(nearest if own is None else own)
    return np.array(found).reshape(-1, 2)
