"""Masks and stencils in words: what to know of one where it lies, and where to lay it."""

from collections.abc import Iterator, Sequence
from itertools import combinations
from math import cos, hypot, radians, sin

from shapely import LineString, Polygon, box
from shapely.geometry.base import BaseGeometry

from cielo.core.geometry.bridges import THINNEST_BRIDGE_MM
from cielo.core.geometry.holding import is_stencil, stencil_facts
from cielo.core.geometry.pieces import tape_lengths_mm
from cielo.core.geometry.placing import cut_shares, is_repeat
from cielo.core.geometry.shapes import inside_of
from cielo.core.plan import Disc, Drawn, EdgeMask, Mask, Plan, Stencil, Tapes
from cielo.core.units import say_by_ruler, say_fine, say_length, say_size

# What is nearer to a side than this lies on it: rounding.
ON_RIM_MM = 1e-6
# A point of an edge this near to a side is where it ends there.
NEAR_RIM_MM = 1e-3


def mask_facts(plan: Plan, mask: Mask) -> tuple[str, ...]:
    """What to know of a mask or stencil where it lies: how open it is, its narrowest bridge, how its repeat is cut, its tapes."""
    return tuple(_mask_facts(plan, mask))


def _mask_facts(plan: Plan, mask: Mask) -> Iterator[str]:
    width, height, units = plan.card.panel_width_mm, plan.card.panel_height_mm, plan.units
    if isinstance(mask, Tapes):
        lengths = " and ".join(dict.fromkeys(say_length(mm, units) for mm in tape_lengths_mm(plan)[mask.key]))
        yield f"Tear {'two' if mask.length_mm is None else 'four'} tapes of {lengths}."
    if is_stencil(mask):
        facts = stencil_facts(mask, width, height)
        still = "it lies still on its own" if facts.lies_still else "too open to lie still: hold it down"
        yield f"{facts.open_share:.0%} of the sheet is open; {still}."
        if facts.bridge_mm is not None:
            tears = ", which may tear" if facts.bridge_mm < THINNEST_BRIDGE_MM else ""
            yield f"Its narrowest bridge is {say_fine(facts.bridge_mm, units)}{tears}."
        if facts.islands:
            if facts.islands == 1:
                yield "One middle is held by nothing: cut out it falls out, and the opening prints solid."
            else:
                yield f"{facts.islands} middles are held by nothing: cut out they fall out, and the openings print solid."
    if isinstance(mask, Stencil | Drawn) and is_repeat(mask):
        cut = cut_shares(mask, width, height)
        if cut.unevenness < 0.02:
            yield "Opposite sides cut its motifs equally."
        else:
            yield f"Its motifs lose {cut.left:.0%} at the left, {cut.right:.0%} right, {cut.top:.0%} top, {cut.bottom:.0%} bottom."


def where_to_lay(plan: Plan, mask: Mask) -> str:
    """Where a mask goes on the panel by the ruler; measured on the panel as it is cut, which may be trimmed later."""
    said = [_place(plan, mask)]
    if getattr(mask, "flipped", False):
        said.append("Lay it turned over.")
    kinds = [hold.kind for hold in plan.holds if hold.mask == mask.key]
    holds = [_count(kinds.count(kind), called) for kind, called in (("tape", "tape"), ("magnet", "magnet")) if kind in kinds]
    if holds:
        said.append(f"Hold it with {' and '.join(holds)}.")
    if plan.card.trim_mm:
        said.append("Measure on the panel as it is before it is trimmed.")
    return " ".join(said)


def _count(many: int, called: str) -> str:
    return f"one {called}" if many == 1 else f"{many} {called}s"


def _place(plan: Plan, mask: Mask) -> str:
    spare, units = plan.card.trim_mm, plan.units
    across, down = say_by_ruler(mask.x_mm + spare, units), say_by_ruler(mask.y_mm + spare, units)
    match mask:
        case EdgeMask():
            return _edge_place(plan, mask)
        case Tapes(length_mm=float() as long):
            turned = f", turned {mask.angle_deg:g}° clockwise" if mask.angle_deg else ""
            size = say_size(long, mask.width_mm, units)
            return f"Leave {size} open between them, its middle {across} from the left and {down} from the top{turned}."
        case Tapes():
            strip = say_by_ruler(mask.width_mm, units)
            met = _ends(plan, _line_through(plan, mask))
            if met is None:
                return f"Leave {strip} open between them, beside the panel."
            return f"Leave {strip} open between them; the middle of the strip crosses {met[0]} and {met[1]}."
        case Disc():
            return f"Its middle {across} from the left and {down} from the top."
    turned = f", turned {mask.angle_deg:g}° clockwise" if mask.angle_deg else ""
    what = "The middle of one motif" if is_repeat(mask) else "Its middle"
    return f"{what} {across} from the left and {down} from the top{turned}."


def _edge_place(plan: Plan, mask: EdgeMask) -> str:
    """Where the edge of a mask meets the sides of the panel, its highest point, and which side of it is covered."""
    units, spare = plan.units, plan.card.trim_mm
    panel = _panel(plan)
    below = inside_of(mask, plan.card.panel_width_mm, plan.card.panel_height_mm).intersection(panel)
    covered = below if mask.keeps == "inside" else panel.difference(below)
    edge = below.boundary.difference(panel.boundary.buffer(ON_RIM_MM))
    points = [point for part in getattr(edge, "geoms", [edge]) for point in part.coords]
    met = _ends(plan, points)
    if met is None:
        return "It covers the whole panel." if covered.area > panel.area / 2 else "It lies beside the panel."
    said = f"Its edge meets {met[0]} and {met[1]}"
    if mask.profile != "straight":
        x, y = min(points, key=lambda point: (round(point[1], 3), point[0]))
        high = say_by_ruler(y + spare, units)
        if min(x + spare, panel.bounds[2] - x) > ON_RIM_MM and y > panel.bounds[1] + ON_RIM_MM:
            said += f"; its highest point is {high} down, {say_by_ruler(x + spare, units)} from the left"
    return f"{said}. It covers what is {_side_of(covered, panel)}."


def _side_of(covered: BaseGeometry, panel: BaseGeometry) -> str:
    """Which side of an edge is covered, by where the middle of what is covered lies."""
    x, y = covered.centroid.x - panel.centroid.x, covered.centroid.y - panel.centroid.y
    left, top, right, bottom = panel.bounds
    if abs(y) / (bottom - top) >= abs(x) / (right - left):
        return "below it" if y > 0 else "above it"
    return "right of it" if x > 0 else "left of it"


def _panel(plan: Plan) -> Polygon:
    """The panel as it is before it is trimmed, mm from the top left corner of what is left of it."""
    card = plan.card
    return box(-card.trim_mm, -card.trim_mm, card.panel_width_mm + card.trim_mm, card.panel_height_mm + card.trim_mm)


def _line_through(plan: Plan, tapes: Tapes) -> list[tuple[float, float]]:
    """The middle line of a taped strip, as far as it lies on the panel."""
    panel, angle = _panel(plan), radians(tapes.angle_deg)
    far = 2 * (panel.bounds[2] + panel.bounds[3] + abs(tapes.x_mm) + abs(tapes.y_mm))
    x, y = tapes.x_mm, tapes.y_mm
    line = LineString([(x - far * cos(angle), y - far * sin(angle)), (x + far * cos(angle), y + far * sin(angle))])
    inside = line.intersection(panel)
    return list(inside.coords) if isinstance(inside, LineString) else []


def _ends(plan: Plan, points: Sequence[tuple[float, ...]]) -> tuple[str, str] | None:
    """The two sides where a line over the panel ends, each with a measure along it; None where it is not on the panel."""
    left, top, right, bottom = _panel(plan).bounds
    rims = {"left": (left, 0), "right": (right, 0), "top": (top, 1), "bottom": (bottom, 1)}
    met = [(side, point) for side, (at, axis) in rims.items() for point in points if abs(point[axis] - at) < NEAR_RIM_MM]
    if len(met) < 2:
        return None
    first, last = max(combinations(met, 2), key=lambda pair: hypot(pair[0][1][0] - pair[1][1][0], pair[0][1][1] - pair[1][1][1]))
    return _on_side(plan, *first), _on_side(plan, *last)


def _on_side(plan: Plan, side: str, point: tuple[float, ...]) -> str:
    units, spare = plan.units, plan.card.trim_mm
    if side in ("left", "right"):
        return f"the {side} side {say_by_ruler(point[1] + spare, units)} down"
    return f"the {side} {say_by_ruler(point[0] + spare, units)} from the left"
