"""The pieces to cut for a plan, at their real size: base with its score, panel, masks and stencils, each lying flat at 0, 0.

A mask is cut as what covers; a stencil as a sheet with its openings. What hangs over the panel is cut off with a margin to hold it by.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from math import hypot

import numpy as np
from numpy.typing import NDArray
from shapely import LineString, MultiPolygon, Polygon, affinity, box, union_all
from shapely.geometry.base import BaseGeometry

from cielo.core.geometry.masks import outlines_mm
from cielo.core.plan import Card, Disc, Drawn, EdgeMask, Mask, MotifMask, Plan, Stencil, Tapes
from cielo.core.units import Units, say_length, say_size

Array = NDArray[np.float64]

# What stands over round the panel, to hold a mask by and to tape it down.
MARGIN_MM = 12.0
# A bridge or sliver thinner than this tears: common practice, no source.
THINNEST_MM = 0.8


@dataclass(frozen=True, eq=False)
class Piece:
    """Something to cut.

    cuts : closed outlines to cut through, each (n, 2), mm, the first point repeated at the end.
    scores : lines to score, each (n, 2), mm.
    note : what to know when cutting it.
    """

    key: str
    name: str
    width_mm: float
    height_mm: float
    cuts: tuple[Array, ...]
    scores: tuple[Array, ...] = ()
    note: str = ""

    @property
    def cut_length_mm(self) -> float:
        """How far the blade goes."""
        return float(sum(np.hypot(*np.diff(cut, axis=0).T).sum() for cut in self.cuts))


def pieces_of(plan: Plan) -> tuple[Piece, ...]:
    """Every piece of a plan: the base, the panel, then its masks and stencils in their order. Tapes are torn off, not cut."""
    return (
        _base(plan.card, plan.units),
        _panel(plan),
        *(_mask(plan, mask) for mask in plan.masks if not isinstance(mask, Tapes)),
    )


def tape_lengths_mm(plan: Plan) -> dict[str, tuple[float, ...]]:
    """How long each of the two tapes of a strip must be to cross the panel and hold on beside it, by the tapes' key."""
    width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
    around = box(-MARGIN_MM, -MARGIN_MM, width + MARGIN_MM, height + MARGIN_MM)
    return {
        mask.key: tuple(float(LineString(side).intersection(around).length) for side in outlines_mm(mask, width, height))
        for mask in plan.masks
        if isinstance(mask, Tapes)
    }


def _base(card: Card, units: Units) -> Piece:
    """The folded base laid open, with the line to score."""
    across = card.fold == "left"
    width, height = (2 * card.width_mm, card.height_mm) if across else (card.width_mm, 2 * card.height_mm)
    score = [(card.width_mm, 0), (card.width_mm, height)] if across else [(0, card.height_mm), (width, card.height_mm)]
    at = say_length(card.width_mm if across else card.height_mm, units)
    note = f"Cut {say_size(width, height, units)}, score at {at}, fold."
    return Piece(
        "base", "base", width, height, (_ring(box(0, 0, width, height).exterior),), (np.array(score, dtype=float),), note
    )


def _panel(plan: Plan) -> Piece:
    width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
    note = f"Cut {say_size(width, height, plan.units)} of {plan.stock.name}. Ink it larger and trim it where you can."
    return Piece("panel", "panel", width, height, (_ring(box(0, 0, width, height).exterior),), (), note)


def _mask(plan: Plan, mask: Mask) -> Piece:
    """A mask as what covers, or a stencil as a sheet with openings, moved to 0, 0."""
    width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
    sheet = box(-MARGIN_MM, -MARGIN_MM, width + MARGIN_MM, height + MARGIN_MM)
    inside = _inside(mask, width, height, sheet)
    covers = inside if mask.keeps == "inside" else sheet.difference(inside)
    note = "" if covers.is_empty else _fineness(covers, plan.units)
    left, top, right, bottom = (0.0, 0.0, 0.0, 0.0) if covers.is_empty else covers.bounds
    lying = affinity.translate(covers, -left, -top)
    if not isinstance(mask, Disc | MotifMask | Drawn) or mask.keeps == "outside":
        note = f"Its margin of {say_length(MARGIN_MM, plan.units)} lies beside the panel. {note}"
    return Piece(mask.key, mask.called, right - left, bottom - top, tuple(_rings(lying)), (), note.strip())


def _inside(mask: Mask, width: float, height: float, sheet: Polygon) -> BaseGeometry:
    """What lies inside a mask's outline, on a sheet round the panel."""
    lines = outlines_mm(mask, width, height)
    match mask:
        case EdgeMask():
            # The line runs beyond the sheet; what lies below it is closed far away from it.
            line = lines[0]
            along = (line[-1] - line[0]) / hypot(*(line[-1] - line[0]))
            below = np.array([-along[1], along[0]]) * 4 * (width + height)
            shape: BaseGeometry = Polygon([*line, line[-1] + below, line[0] + below])
        case Stencil() | MotifMask() | Disc():
            shape = union_all([Polygon(line) for line in lines]) if lines else Polygon()
        case Drawn():
            shape = Polygon()
            for line in lines:  # even-odd, as it is inked
                shape = shape.symmetric_difference(Polygon(line).buffer(0))
            shape = shape.buffer(mask.spread_mm) if mask.spread_mm else shape
        case Tapes():
            shape = Polygon([*lines[0], *lines[1][::-1]])
    whole = (
        isinstance(mask, Disc | MotifMask | Drawn) and mask.keeps == "inside"
    )  # a loose piece is cut whole, though part hangs over
    return shape if whole else shape.intersection(sheet)


def _fineness(covers: BaseGeometry, units: Units) -> str:
    """A warning where some of a piece is too thin to hold."""
    lost = covers.area - covers.buffer(-THINNEST_MM / 2).buffer(THINNEST_MM / 2).area
    if lost < 0.002 * covers.area:
        return ""
    return f"Some of it is thinner than {say_length(THINNEST_MM, units)} and may tear: cut it of film or card, slowly."


def _rings(shape: BaseGeometry) -> Iterator[Array]:
    for part in shape.geoms if isinstance(shape, MultiPolygon) else (shape,):
        if isinstance(part, Polygon) and not part.is_empty:
            yield _ring(part.exterior)
            yield from (_ring(hole) for hole in part.interiors)


def _ring(ring: BaseGeometry) -> Array:
    return np.asarray(ring.coords, dtype=float)
