"""Where on the panel things go, so that a ruler finds them: from the sides they are nearest to."""

from collections.abc import Iterable
from dataclasses import dataclass

from cielo.core.plan import Card
from cielo.core.say.part import said
from cielo.core.units import Units

# So many places are told one by one; more are for a template.
MOST_TOLD = 8
# What lies so near to the middle of the panel, or to one of its sides, is said to lie in it, mm.
IN_THE_MIDDLE_MM = ON_THE_SIDE_MM = 0.4


def say_place(card: Card, x_mm: float, y_mm: float, units: Units) -> str:
    """A place by the sides of the panel it is nearest to: ``5/8 in from the left, 2 1/4 in up``."""
    across, down = _along(x_mm, card.panel_width_mm, ACROSS, units), _along(y_mm, card.panel_height_mm, DOWN, units)
    return MIDDLE if (across, down) == (ACROSS.middle, DOWN.middle) else f"{across}, {down}"


# A direction that goes so little one way goes along the other.
FLAT = 1e-9
# The middle of the panel.
MIDDLE = "in the middle of the panel"


def say_places(card: Card, places: Iterable[tuple[float, float]], units: Units) -> str:
    """Places one by one, numbered in the order in which they come; nothing where there are too many to follow."""
    told = [say_place(card, x, y, units) for x, y in places]
    return "; ".join(f"{n}: {where}" for n, where in enumerate(told, 1)) if len(told) <= MOST_TOLD else ""


def say_line(card: Card, through_mm: tuple[float, float], along: tuple[float, float], units: Units) -> str:
    """A straight line over the panel by where it meets two of its sides, for a ruler to be laid there; empty where it is beside it.

    ``through_mm``: a point of the line; ``along``: its direction.
    """
    width, height = card.panel_width_mm, card.panel_height_mm
    (x, y), (dx, dy) = through_mm, along
    met: list[tuple[float, str]] = []
    if abs(dx) > FLAT:
        for side, at in (("left", 0.0), ("right", width)):
            t = (at - x) / dx
            if 0 <= y + t * dy <= height:
                met.append((t, f"the {side} side {_along(y + t * dy, height, DOWN, units)}"))
    if abs(dy) > FLAT:
        for side, at in (("top", 0.0), ("bottom", height)):
            t = (at - y) / dy
            if 0 < x + t * dx < width:
                met.append((t, f"the {side} side {_along(x + t * dx, width, ACROSS, units)}"))
    if len(met) < 2:
        return ""
    met.sort()
    return f"from {met[0][1]} to {met[-1][1]}"


@dataclass(frozen=True)
class _Side:
    """What is said after a length from the near or the far end, or beyond it; and of the ends and the middle themselves."""

    near: str
    far: str
    before: str
    beyond: str
    middle: str
    ends: tuple[str, str]


ACROSS = _Side(
    "from the left", "from the right", "beyond the left edge", "beyond the right edge", "in the middle across",
    ("on the left edge", "on the right edge"),
)  # fmt: skip
DOWN = _Side(
    "down", "up", "above the top edge", "below the bottom edge", "half way down", ("on the top edge", "on the bottom edge")
)


def _along(at_mm: float, long_mm: float, side: _Side, units: Units) -> str:
    """A place along one side of the panel, from the end it is nearest to."""
    if min(abs(at_mm), abs(at_mm - long_mm)) < ON_THE_SIDE_MM:
        return side.ends[int(at_mm > long_mm / 2)]
    if at_mm < 0:
        return f"{said(-at_mm, units)} {side.before}"
    if at_mm > long_mm:
        return f"{said(at_mm - long_mm, units)} {side.beyond}"
    if abs(at_mm - long_mm / 2) < IN_THE_MIDDLE_MM:
        return side.middle
    return f"{said(at_mm, units)} {side.near}" if at_mm < long_mm / 2 else f"{said(long_mm - at_mm, units)} {side.far}"
