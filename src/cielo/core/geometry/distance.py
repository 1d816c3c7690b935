"""How far places are from outlines. Exact, by the nearest point on each side; checked against Shapely in the tests."""

from collections.abc import Sequence
from typing import Any

import numpy as np
from numpy.typing import NDArray

from cielo.core.compiled import njit, prange
from cielo.core.parallel import one_at_a_time

Array = NDArray[np.float64]
Field = NDArray[np.float32]
Indices = NDArray[np.int_]


def signed_distance_mm(outlines_mm: Sequence[Array], x_mm: Array, y_mm: Array) -> Field:
    """Distance to closed outlines, below 0 inside by the even-odd rule.

    ``outlines_mm`` each (n, 2); ``x_mm`` and ``y_mm`` are places of the same shape, which the answer has too.
    """
    return _searched(outlines_mm, x_mm, y_mm)[0]


def nearest_outline(outlines_mm: Sequence[Array], x_mm: Array, y_mm: Array) -> Indices:
    """Which closed outline is nearest to each place, as its index; places and shape as in signed_distance_mm."""
    lengths = [len(outline) for outline in outlines_mm]
    return np.asarray(np.repeat(np.arange(len(lengths)), lengths)[_searched(outlines_mm, x_mm, y_mm)[1]])


def _searched(outlines_mm: Sequence[Array], x_mm: Array, y_mm: Array) -> tuple[Field, Indices]:
    """Signed distance to the outlines, and which of all their sides is nearest."""
    xs, ys = np.atleast_2d(x_mm).astype(np.float32), np.atleast_2d(y_mm).astype(np.float32)
    out, side = np.empty(xs.shape, dtype=np.float32), np.zeros(xs.shape, dtype=np.int64)
    closed = [np.concatenate([outline, outline[:1]]) for outline in outlines_mm]
    sides = np.concatenate([np.hstack([ring[:-1], ring[1:]]) for ring in closed]).astype(np.float32)
    with one_at_a_time:
        _to_sides(sides, xs, ys, out, side)
    return np.reshape(out, x_mm.shape), np.reshape(side, x_mm.shape)


def distance_below_mm(heights_mm: Array, start_mm: float, spacing_mm: float, u_mm: Array, v_mm: Array) -> Field:
    """Distance to a line that runs across, below 0 where a place lies below it (v larger).

    ``heights_mm`` (n,) is v of the line at ``start_mm``, ``start_mm + spacing_mm``, ... along u; ``u_mm`` and ``v_mm`` are places
    of the same shape, which the answer has too, and must lie within the line's reach.
    """
    out = np.empty(u_mm.size, dtype=np.float32)
    heights = np.ascontiguousarray(heights_mm, np.float32)
    u, v = np.ravel(u_mm).astype(np.float32), np.ravel(v_mm).astype(np.float32)
    with one_at_a_time:
        _to_line(heights, np.float32(start_mm), np.float32(spacing_mm), u, v, out)
    return out.reshape(u_mm.shape)


# Of many sides only a few can be nearest to any place of a square of this many by as many pixels.
TOGETHER = 8


@njit(cache=True, fastmath=True, parallel=True)
def _to_sides(sides: Any, xs: Any, ys: Any, out: Any, nearest_side: Any) -> None:  # pragma: no cover - compiled
    rows, columns = xs.shape
    across = (columns + TOGETHER - 1) // TOGETHER
    for square in prange(across * ((rows + TOGETHER - 1) // TOGETHER)):
        row0, column0 = square // across * TOGETHER, square % across * TOGETHER
        row1, column1 = min(row0 + TOGETHER, rows), min(column0 + TOGETHER, columns)
        left, top = xs[row0, column0], ys[row0, column0]
        right, bottom = left, top
        for row in range(row0, row1):
            for column in range(column0, column1):
                left, right = min(left, xs[row, column]), max(right, xs[row, column])
                top, bottom = min(top, ys[row, column]), max(bottom, ys[row, column])
        x, y = (left + right) / 2, (top + bottom) / 2
        nearest = np.float32(1e12)
        squares = np.empty(sides.shape[0], np.float32)
        for j in range(sides.shape[0]):
            squares[j] = _square_to_side(x, y, sides[j, 0], sides[j, 1], sides[j, 2], sides[j, 3])
            nearest = min(nearest, squares[j])
        # Nothing farther from the middle of these places than this is nearest to one of them (triangle inequality, rounded up).
        far = (np.sqrt(nearest) + np.hypot(right - left, bottom - top)) * np.float32(1.001) + np.float32(0.001)
        near = np.empty(sides.shape[0], np.int32)
        level = np.empty(sides.shape[0], np.int32)  # those that a ray to the right may meet
        nears, levels = 0, 0
        for j in range(sides.shape[0]):
            if squares[j] <= far * far:
                near[nears] = j
                nears += 1
            ax, ay, bx, by = sides[j, 0], sides[j, 1], sides[j, 2], sides[j, 3]
            if min(ay, by) <= bottom and max(ay, by) >= top and max(ax, bx) >= left:
                level[levels] = j
                levels += 1
        for row in range(row0, row1):
            for column in range(column0, column1):
                x, y = xs[row, column], ys[row, column]
                nearest = np.float32(1e12)
                for k in range(nears):
                    j = near[k]
                    away = _square_to_side(x, y, sides[j, 0], sides[j, 1], sides[j, 2], sides[j, 3])
                    if away < nearest:
                        nearest = away
                        nearest_side[row, column] = j
                inside = False
                for k in range(levels):
                    j = level[k]
                    ax, ay, bx, by = sides[j, 0], sides[j, 1], sides[j, 2], sides[j, 3]
                    if (ay > y) != (by > y) and x < ax + (y - ay) * (bx - ax) / (by - ay):
                        inside = not inside
                distance = np.sqrt(nearest)
                out[row, column] = -distance if inside else distance


@njit(cache=True, fastmath=True, parallel=True)
def _to_line(heights: Any, start: Any, spacing: Any, us: Any, vs: Any, out: Any) -> None:  # pragma: no cover - compiled
    sides = heights.shape[0] - 1
    for i in prange(len(us)):
        u, v = us[i], vs[i]
        at = min(max(int((u - start) / spacing), 0), sides - 1)
        here = start + at * spacing
        part = (u - here) / spacing
        below = v > heights[at] * (1 - part) + heights[at + 1] * part
        nearest = np.float32(1e12)
        # Outwards from the side above or below the place, until none can be nearer.
        for step in range(sides):
            gap = np.float32(max(step - 1, 0)) * spacing
            if gap * gap > nearest:
                break
            for j in (at - step, at + step):
                if 0 <= j < sides:
                    left = start + j * spacing
                    nearest = min(nearest, _square_to_side(u, v, left, heights[j], left + spacing, heights[j + 1]))
        distance = np.sqrt(nearest)
        out[i] = -distance if below else distance


@njit(cache=True, fastmath=True, inline="always")
def _square_to_side(x: Any, y: Any, ax: Any, ay: Any, bx: Any, by: Any) -> Any:  # pragma: no cover - compiled
    dx, dy = bx - ax, by - ay
    along = ((x - ax) * dx + (y - ay) * dy) / max(dx * dx + dy * dy, np.float32(1e-12))
    along = min(max(along, np.float32(0)), np.float32(1))
    gx, gy = x - ax - along * dx, y - ay - along * dy
    return gx * gx + gy * gy
