"""Where on the panel things go, so that a ruler finds them: from the sides they are nearest to."""

from collections.abc import Iterable

from cielo.core.plan import Card
from cielo.core.say.part import said
from cielo.core.units import Units

# So many places are told one by one; more are for a template.
MOST_TOLD = 8
# What lies so near to the middle of the panel is said to lie in it, mm.
IN_THE_MIDDLE_MM = 0.4


def say_place(card: Card, x_mm: float, y_mm: float, units: Units) -> str:
    """A place by the sides of the panel it is nearest to: ``5/8 in from the left, 2 1/4 in up``."""
    return f"{_across(card, x_mm, units)}, {_down(card, y_mm, units)}"


def say_places(card: Card, places: Iterable[tuple[float, float]], units: Units) -> str:
    """Places one by one, numbered in the order in which they come; nothing where there are too many to follow."""
    told = [say_place(card, x, y, units) for x, y in places]
    return "; ".join(f"{n}: {where}" for n, where in enumerate(told, 1)) if len(told) <= MOST_TOLD else ""


def _across(card: Card, x_mm: float, units: Units) -> str:
    width = card.panel_width_mm
    if x_mm < 0:
        return f"{said(-x_mm, units)} beyond the left edge"
    if x_mm > width:
        return f"{said(x_mm - width, units)} beyond the right edge"
    if abs(x_mm - width / 2) < IN_THE_MIDDLE_MM:
        return "in the middle across"
    left = x_mm < width / 2
    return f"{said(x_mm if left else width - x_mm, units)} from the {'left' if left else 'right'}"


def _down(card: Card, y_mm: float, units: Units) -> str:
    height = card.panel_height_mm
    if y_mm < 0:
        return f"{said(-y_mm, units)} above the top edge"
    if y_mm > height:
        return f"{said(y_mm - height, units)} below the bottom edge"
    if abs(y_mm - height / 2) < IN_THE_MIDDLE_MM:
        return "half way down"
    upper = y_mm < height / 2
    return f"{said(y_mm, units)} down" if upper else f"{said(height - y_mm, units)} up"
