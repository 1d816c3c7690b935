"""Masks, stencils and what holds them as shapes on the panel (Shapely), mm from its top left corner.

Outlines are those of masks.py, so what is cut, what is inked and what is judged are the same shapes.
"""

import re
from dataclasses import dataclass, replace
from math import hypot

import numpy as np
from numpy.typing import NDArray
from shapely import MultiPolygon, Point, Polygon, affinity, box, union_all
from shapely.geometry.base import BaseGeometry

from cielo.core.geometry.masks import drawn_rings, even_odd, outlines_mm, rings_of_motif
from cielo.core.geometry.masks import repeat_places as _repeat_places
from cielo.core.geometry.motifs import NAMES, motif_shape
from cielo.core.keeping import kept
from cielo.core.plan import Cut, Disc, Drawn, EdgeMask, Hold, Mask, MotifMask, OwnImage, Stencil, Tapes
from cielo.errors import BadInput

# What stands over round the panel, to hold a mask by and to tape it down.
MARGIN_MM = 12.0


@dataclass(frozen=True, eq=False)
class Opening:
    """One opening of a stencil (or one part of a mask): its stable key, and its shape on the panel."""

    key: str
    shape: BaseGeometry


def sheet_of(mask: Mask, width_mm: float, height_mm: float) -> Polygon:
    """The sheet a stencil or edge is cut from: of its own outer size, or the panel, every opening that touches it whole, and a margin to
    hold it by."""
    if mask.sheet_width_mm is not None and mask.sheet_height_mm is not None:
        half = (mask.sheet_width_mm / 2, mask.sheet_height_mm / 2)
        turned = _turned(box(-half[0], -half[1], *half), 0.0 if isinstance(mask, Disc) else mask.angle_deg)
        own = affinity.translate(turned, mask.x_mm, mask.y_mm)
        assert isinstance(own, Polygon)
        return own
    panel = box(0, 0, width_mm, height_mm)
    if mask.keeps == "outside" and not isinstance(mask, EdgeMask | Tapes):
        panel = box(*union_all([panel, *(o.shape for o in openings_of(mask, width_mm, height_mm))]).bounds)
    return box(*panel.buffer(MARGIN_MM, join_style="mitre").bounds)


@kept
def inside_of(mask: Mask, width_mm: float, height_mm: float) -> BaseGeometry:
    """What lies inside a mask's outline. An edge and tapes end at the sheet's rim; the others are whole, though part hangs over."""
    lines = outlines_mm(mask, width_mm, height_mm)
    match mask:
        case EdgeMask():
            # The line runs beyond the sheet; what lies below it is closed far away from it.
            line = lines[0][::-1] if mask.flipped else lines[0]
            along = (line[-1] - line[0]) / hypot(*(line[-1] - line[0]))
            below = np.array([-along[1], along[0]]) * 4 * (width_mm + height_mm)
            shape: BaseGeometry = Polygon([*line, line[-1] + below, line[0] + below])
        case Stencil():
            return union_all([opening.shape for opening in openings_of(mask, width_mm, height_mm)])
        case MotifMask() | Disc():
            return even_odd(lines)
        case Drawn():
            if mask.pitch_mm:
                return union_all([opening.shape for opening in openings_of(mask, width_mm, height_mm)])
            return even_odd(lines)
        case Tapes(length_mm=float()):
            shape = Polygon(lines[0])
        case Tapes():
            shape = Polygon([*lines[0], *lines[1][::-1]])
    return shape.intersection(sheet_of(mask, width_mm, height_mm))


@kept
def openings_of(mask: Mask, width_mm: float, height_mm: float) -> tuple[Opening, ...]:
    """A stencil's openings that touch the panel, each with its key. A mask has the same as the parts it covers."""
    if isinstance(mask, Stencil):
        one = _turned(even_odd(rings_of_motif(mask)), mask.angle_deg)
        return _touching(one, _repeat_places(mask, mask.size_mm + 2 * mask.spread_mm, width_mm, height_mm), width_mm, height_mm)
    if isinstance(mask, Drawn):
        scaled = even_odd(drawn_rings(mask)).buffer(mask.spread_mm)
        if mask.pitch_mm:
            one = _turned(scaled, mask.angle_deg)
            size = max(one.bounds[2] - one.bounds[0], one.bounds[3] - one.bounds[1])
            return _touching(one, _repeat_places(mask, size, width_mm, height_mm), width_mm, height_mm)
        parts = sorted(parts_of(scaled), key=lambda part: (part.bounds[1], part.bounds[0]))
        placed = (affinity.translate(_turned(part, mask.angle_deg), mask.x_mm, mask.y_mm) for part in parts)
        return tuple(Opening(f"o{n}", part) for n, part in enumerate(placed, 1))
    if isinstance(mask, Disc | MotifMask):
        return (Opening("o1", even_odd(outlines_mm(mask, width_mm, height_mm))),)
    return ()


def _touching(
    one: BaseGeometry, places: list[tuple[str, NDArray[np.float64]]], width_mm: float, height_mm: float
) -> tuple[Opening, ...]:
    panel = box(0, 0, width_mm, height_mm)
    placed = (Opening(key, affinity.translate(one, *at)) for key, at in places)
    return tuple(opening for opening in placed if opening.shape.intersects(panel))


@kept
def openings_alone(mask: Drawn, openings: tuple[str, ...]) -> Drawn:
    """A drawing with some of its openings alone; those with no such key are left out."""
    upright = replace(mask, x_mm=0.0, y_mm=0.0, angle_deg=0.0, scale=1.0, flipped=False, spread_mm=0.0)
    placed = replace(upright, scale=mask.scale, flipped=mask.flipped, spread_mm=mask.spread_mm)
    kept = [opening.shape for opening in openings_of(placed, 0.0, 0.0) if opening.key in openings]
    rings = [
        tuple((float(x), float(y)) for x, y in line.coords[:-1]) for part in kept for line in (part.exterior, *part.interiors)
    ]
    far = ((1e6, 1e6), (1e6 + 1, 1e6), (1e6, 1e6 + 1))  # none chosen: an opening nowhere near
    return replace(mask, rings=tuple(rings) or (far,), scale=1.0, flipped=False, spread_mm=0.0)


def cell_key(key: str) -> tuple[int, int]:
    """Row and column of a repeat's opening. Raises BadInput for a key that names none."""
    found = re.fullmatch(r"r(-?\d{1,4})c(-?\d{1,4})", key)
    if found is None:
        raise BadInput(f"a repeat has no opening {key!r}.", field="openings", mend="Choose openings on the picture.")
    return int(found[1]), int(found[2])


def parts_of(shape: BaseGeometry) -> tuple[Polygon, ...]:
    """The polygons of a shape."""
    if isinstance(shape, MultiPolygon):
        return tuple(shape.geoms)
    return (shape,) if isinstance(shape, Polygon) and not shape.is_empty else ()


def rings_mm(shape: BaseGeometry) -> tuple[NDArray[np.float64], ...]:
    """The outlines of a shape, holes too, each closed, (n, 2)."""
    lines = [line for part in parts_of(shape) for line in (part.exterior, *part.interiors)]
    return tuple(np.asarray(line.coords, dtype=float) for line in lines)


def cover_of(hold: Hold) -> Mask:
    """Tape or a magnet as a mask."""
    if hold.kind == "magnet":
        return Disc(hold.key, hold.kind, hold.x_mm, hold.y_mm, hold.length_mm)
    x, y = hold.length_mm / 2, hold.width_mm / 2
    ring = ((-x, -y), (x, -y), (x, y), (-x, y))
    return Drawn(hold.key, hold.kind, hold.x_mm, hold.y_mm, (ring,), angle_deg=hold.angle_deg, keeps="inside")


def shape_of_hold(hold: Hold) -> BaseGeometry:
    """Tape or a magnet as a shape."""
    if hold.kind == "magnet":
        return Point(hold.x_mm, hold.y_mm).buffer(hold.length_mm / 2)
    x, y = hold.length_mm / 2, hold.width_mm / 2
    return affinity.translate(_turned(box(-x, -y, x, y), hold.angle_deg), hold.x_mm, hold.y_mm)


def shape_of_cut(cut: Cut) -> BaseGeometry:
    """The outline of a window, spotlight or strip where it lies. Raises BadInput for an outline that is none."""
    half = (cut.width_mm / 2, cut.height_mm / 2)
    if cut.outline == "rectangle":
        shape: BaseGeometry = box(-half[0], -half[1], *half)
    elif cut.outline == "round":
        shape = affinity.scale(Point(0, 0).buffer(1, quad_segs=24), *half, origin=(0, 0))
    elif isinstance(cut.outline, OwnImage):
        shape = _stretched(cut.outline, *half)
    elif cut.outline in NAMES:
        shape = affinity.scale(motif_shape(cut.outline), *half, origin=(0, 0))
    else:
        known = ", ".join(("rectangle", "round", *NAMES))
        raise BadInput(f"there is no outline {cut.outline!r}.", field="outline", mend=f"Choose one of: {known}.")
    return affinity.translate(_turned(shape, cut.angle_deg), cut.x_mm, cut.y_mm)


def _stretched(outline: OwnImage, half_width_mm: float, half_height_mm: float) -> BaseGeometry:
    """An outline of one's own stretched to a size, round its middle."""
    shape = even_odd(tuple(np.array(ring, dtype=float) for ring in outline.rings))
    left, top, right, bottom = shape.bounds
    middle = affinity.translate(shape, -(left + right) / 2, -(top + bottom) / 2)
    return affinity.scale(
        middle, 2 * half_width_mm / (right - left or 1), 2 * half_height_mm / (bottom - top or 1), origin=(0, 0)
    )


def _turned(shape: BaseGeometry, angle_deg: float) -> BaseGeometry:
    # Shapely turns counter-clockwise where y goes up; with y going down that is clockwise, as our angles are.
    return affinity.rotate(shape, angle_deg, origin=(0, 0))
