"""What holds a stencil together: its thinnest bridge, the middles that nothing holds, and bridges for them.

Symbols
-------
=========  ====================================================================================
symbol     meaning
=========  ====================================================================================
b          narrowest bridge: the least width of sheet that a larger part of it hangs by, mm
r          how far the sheet is worn away on all sides, mm
island     sheet that an opening goes all round: cut out, it falls out, and the opening prints solid
=========  ====================================================================================

Between two openings, b is the distance between them (Shapely's). Within one opening, a tongue of sheet hangs by a neck: the sheet worn
away by r falls apart there as soon as 2 r = b, which is found by halving (the erosion of mathematical morphology: Serra 1982, from
memory).
"""

from dataclasses import replace

import numpy as np
from numpy.typing import NDArray
from shapely import LineString, Polygon, STRtree, points
from shapely.geometry.base import BaseGeometry

from cielo.core.geometry.masks import even_odd
from cielo.core.geometry.shapes import openings_of, parts_of, sheet_of
from cielo.core.keeping import kept
from cielo.core.plan import MOST_POINTS, MOST_RINGS, Brush, Drawn, Inside, Mask, Plan, replace_mask, replace_step
from cielo.errors import BadInput

# A bridge thinner than this tears: common practice, no source.
THINNEST_BRIDGE_MM = 0.8
# Bridges that Cielo sets are this wide: common practice, no source.
BRIDGE_MM = 1.5
# Necks wider than this hold in any case, and what is smaller than a crumb is not missed when it tears off: judgement.
WIDE_MM, CRUMB_MM2 = 6.0, 2.0
HALVINGS = 7
# A bridge may be this much longer than the shortest, to lie in the middle of a side: judgement.
NEARLY = 1.15
# A bridge whose line passes the middle this near goes straight out from it: judgement.
STRAIGHT_MM = 1.0

Array = NDArray[np.float64]


@kept
def narrowest_bridge_mm(mask: Mask, width_mm: float, height_mm: float) -> float | None:
    """b of a stencil on a panel of that size; None where nothing hangs by less than ``WIDE_MM`` and it has a single opening."""
    shapes = [opening.shape for opening in openings_of(mask, width_mm, height_mm)]
    sheet = sheet_of(mask, width_mm, height_mm)
    bridges = [neck for shape in _unlike(shapes) if (neck := _neck_mm(shape)) is not None]
    if len(shapes) > 1:
        bridges += [sheet.exterior.distance(shape) for shape in shapes if sheet.contains(shape)]
        bridges += [gap for gap in nearest_gaps_mm(mask, width_mm, height_mm) if np.isfinite(gap)]
    return float(min(bridges)) if bridges else None


# Two openings nearer than this have a narrow strip between them: judgement.
STRIP_MM = 6.0


@kept
def longest_strip_mm(mask: Mask, width_mm: float, height_mm: float) -> float:
    """The longest strip of sheet narrower than ``STRIP_MM``: between two openings, as long as the one runs along the other; or a tongue
    within one, half as long as its outline (the closing of mathematical morphology fills it). In mm; 0 where there is none."""
    shapes = [part for opening in openings_of(mask, width_mm, height_mm) for part in parts_of(opening.shape)]
    near = STRtree(shapes)
    longest = max((tongue for shape in _unlike(shapes) for tongue in _tongues_mm(shape)), default=0.0)
    for at, shape in enumerate(shapes):
        for other in near.query(shape, predicate="dwithin", distance=STRIP_MM):
            if other != at:
                longest = max(longest, shape.exterior.intersection(shapes[other].buffer(STRIP_MM)).length)
    return float(longest)


def _tongues_mm(shape: Polygon) -> list[float]:
    filled = shape.buffer(STRIP_MM / 2).buffer(-STRIP_MM / 2).difference(shape.buffer(0.05))
    return [part.length / 2 for part in parts_of(filled)]


@kept
def nearest_gaps_mm(mask: Mask, width_mm: float, height_mm: float) -> tuple[float, ...]:
    """For each opening the distance to the nearest other, mm; infinite where there is none."""
    shapes = [opening.shape for opening in openings_of(mask, width_mm, height_mm)]
    if len(shapes) < 2:
        return (float("inf"),) * len(shapes)
    pairs, apart = STRtree(shapes).query_nearest(shapes, return_distance=True, exclusive=True, all_matches=False)
    gaps = np.full(len(shapes), np.inf)
    gaps[pairs[0]] = apart
    return tuple(float(gap) for gap in gaps)


def _unlike(shapes: list[BaseGeometry]) -> list[BaseGeometry]:
    """One of each size: the openings of a repeat are all alike."""
    return list({(round(shape.area, 2), round(shape.length, 2)): shape for shape in shapes}.values())


def _neck_mm(opening: BaseGeometry) -> float | None:
    """The width of the thinnest neck by which sheet hangs within an opening; None where there is none below ``WIDE_MM``."""
    held = opening.convex_hull.buffer(2 * WIDE_MM).difference(opening)

    def falls_apart(r: float) -> bool:
        return _pieces(held.buffer(-r)) > _pieces(held)

    low, high = 0.0, WIDE_MM / 2
    if opening.area > 0.995 * opening.convex_hull.area or not falls_apart(high):
        return None
    for _ in range(HALVINGS):
        middle = (low + high) / 2
        low, high = (low, middle) if falls_apart(middle) else (middle, high)
    return low + high


def _pieces(shape: BaseGeometry) -> int:
    return sum(1 for part in parts_of(shape) if part.area > CRUMB_MM2)


def islands(mask: Mask, width_mm: float, height_mm: float) -> int:
    """How many pieces of a stencil nothing holds."""
    return sum(len(part.interiors) for opening in openings_of(mask, width_mm, height_mm) for part in parts_of(opening.shape))


def with_bridges(plan: Plan, mask: Drawn) -> Plan:
    """Two bridges to each island of a drawn stencil; openings chosen before stay chosen in their parts.

    Raises BadInput where that makes too large a drawing.
    """
    bridge_mm = (BRIDGE_MM + 2 * mask.spread_mm) / mask.scale
    drawn = even_odd(tuple(np.asarray(ring, dtype=float) for ring in mask.rings))
    bridged = [piece for part in parts_of(drawn) for piece in parts_of(_bridged(part, bridge_mm))]
    rings = tuple(
        tuple((round(float(x), 3), round(float(y), 3)) for x, y in line.coords[:-1])
        for part in bridged
        for line in (part.exterior, *part.interiors)
    )
    if len(rings) > MOST_RINGS or sum(len(ring) for ring in rings) > MOST_POINTS:
        raise BadInput(
            "this drawing has too many middles to bridge them all.", field="mask", mend="Bridge them in the drawing itself."
        )
    held = replace(mask, rings=rings)
    size = (plan.card.panel_width_mm, plan.card.panel_height_mm)
    before = {opening.key: opening.shape for opening in openings_of(mask, *size)}
    after = openings_of(held, *size)
    for step in plan.steps:
        if isinstance(step, Brush) and isinstance(step.region, Inside) and step.region.mask == mask.key and step.region.openings:
            chosen = [before[key] for key in step.region.openings if key in before]
            kept = tuple(o.key for o in after if any(o.shape.intersection(c).area > 0.5 * o.shape.area for c in chosen))
            plan = replace_step(plan, replace(step, region=replace(step.region, openings=kept)))
    return replace_mask(plan, held)


def _bridged(part: Polygon, bridge_mm: float) -> BaseGeometry:
    """A part with two bridges across it to each of its islands, on opposite sides: the first upwards where all are as good."""
    shape: BaseGeometry = part
    outside = _points(part.exterior, bridge_mm)
    for ring in part.interiors:
        rim, middle = _points(ring, bridge_mm), np.asarray(ring.centroid.coords[0])
        first = _short_way(rim, outside, middle, np.array([0.0, -1.0]))
        far = [line[(line - middle) @ (first[1] - middle) < 0] for line in (rim, outside)]
        across = [first] + ([_short_way(far[0], far[1], middle, middle - first[1])] if all(len(line) for line in far) else [])
        for line in across:
            if np.hypot(*(line[1] - line[0])) > 0:  # else it hangs there by a point already
                shape = shape.difference(_strip(line, bridge_mm))
    return shape


def _short_way(rim: Array, outside: Array, middle: Array, towards: Array) -> Array:
    """From rim to outside, (2, 2): of the ways hardly longer than the shortest those that leave straight from the middle, and of these
    the one that goes ``towards``."""
    (_, nearest), apart = STRtree(points(outside)).query_nearest(points(rim), return_distance=True, all_matches=False)
    to = outside[nearest]
    along = (to - rim) / np.maximum(apart, 1e-9)[:, None]
    beside = np.abs(along[:, 0] * (rim - middle)[:, 1] - along[:, 1] * (rim - middle)[:, 0])
    short = apart <= NEARLY * apart.min()
    straight = short & (beside <= beside[short].min() + STRAIGHT_MM)
    best = int(np.argmax(np.where(straight, (to - middle) @ towards / np.maximum(np.hypot(*(to - middle).T), 1e-9), -np.inf)))
    return np.stack([rim[best], to[best]])


def _points(ring: BaseGeometry, bridge_mm: float) -> Array:
    return np.asarray(ring.segmentize(bridge_mm / 3).coords, dtype=float)


def _strip(line: Array, width_mm: float) -> BaseGeometry:
    """The strip a bridge takes, a little longer than the gap so that it is held at both ends."""
    a, b = line
    along = (b - a) / np.hypot(*(b - a)) * width_mm
    return LineString([a - along, b + along]).buffer(width_mm / 2, cap_style="flat")
