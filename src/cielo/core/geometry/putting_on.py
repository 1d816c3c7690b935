"""Where a piece lies that is put on the panel."""

from functools import lru_cache

from shapely import affinity, box, union_all
from shapely.geometry.base import BaseGeometry

from cielo.core.geometry.shapes import shape_of_cut
from cielo.core.plan import Cut, Plan, piece_of


@lru_cache(maxsize=128)
def piece_shape(plan: Plan, key: str) -> BaseGeometry:
    """What of a piece is put on, where it comes, mm on the panel; trimmed flush where it is. Raises NotFound."""
    piece = piece_of(plan, key)
    place = (piece.x_mm, piece.y_mm, piece.width_mm, piece.height_mm, piece.angle_deg)
    shape = shape_of_cut(Cut(piece.key, piece.name, "spotlight", piece.outline, *place))
    if piece.used != "whole":
        # Where a cut lies on the piece, there it comes on the panel too: it goes along with the piece's own place and turn.
        lies = affinity.translate(
            union_all([shape_of_cut(cut) for cut in piece.cuts]),
            piece.x_mm - piece.width_mm / 2,
            piece.y_mm - piece.height_mm / 2,
        )
        taken = affinity.rotate(lies, piece.angle_deg, origin=(piece.x_mm, piece.y_mm))
        shape = shape.intersection(taken) if piece.used == "cuts" else shape.difference(taken)
    panel = box(0, 0, plan.card.panel_width_mm, plan.card.panel_height_mm)
    return shape.intersection(panel) if piece.flush else shape
