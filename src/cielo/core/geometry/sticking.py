"""Small things stuck on, as shapes on the panel."""

from shapely import Point, union_all
from shapely.geometry.base import BaseGeometry

from cielo.core.plan import StickOn


def shapes_stuck(step: StickOn) -> tuple[BaseGeometry, ...]:
    """The outline of each thing where it is stuck, mm on the panel; all are round."""
    return tuple(Point(spot.x_mm, spot.y_mm).buffer(step.size_mm / 2, quad_segs=12) for spot in step.spots)


def shape_stuck(step: StickOn) -> BaseGeometry:
    """All of them as one shape."""
    return union_all(shapes_stuck(step))
