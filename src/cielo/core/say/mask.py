"""Masks and stencils in words: what to know of one where it lies, and where to lay it."""

from collections.abc import Iterator
from math import cos, radians, sin

from shapely import LineString, box

from cielo.core.geometry.bridges import THINNEST_BRIDGE_MM
from cielo.core.geometry.holding import is_stencil, stencil_facts
from cielo.core.geometry.pieces import tape_lengths_mm
from cielo.core.geometry.placing import cut_shares, is_repeat
from cielo.core.plan import Disc, Drawn, EdgeMask, Mask, Plan, Stencil, Tapes
from cielo.core.units import say_fine, say_length, say_size

# What is nearer to a side than this lies on it: rounding.
ON_RIM_MM = 1e-6


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
        still = "it lies still by itself" if facts.lies_still else "too open to lie still: hold it down"
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
    across, down = say_length(mask.x_mm + spare, units), say_length(mask.y_mm + spare, units)
    match mask:
        case EdgeMask():
            level = "" if mask.profile == "straight" else ", half way between its rises and falls,"
            return f"Its edge{level} crosses {' and '.join(_crossings(plan, mask))}."
        case Tapes(length_mm=float() as long):
            turned = f", turned {mask.angle_deg:g}° clockwise" if mask.angle_deg else ""
            size = say_size(long, mask.width_mm, units)
            return f"Leave {size} open between them, its middle {across} from the left and {down} from the top{turned}."
        case Tapes():
            strip = say_length(mask.width_mm, units)
            return f"Leave {strip} open between them; the middle of the strip crosses {' and '.join(_crossings(plan, mask))}."
        case Disc():
            return f"Its middle {across} from the left and {down} from the top."
    turned = f", turned {mask.angle_deg:g}° clockwise" if mask.angle_deg else ""
    what = "The middle of one motif" if is_repeat(mask) else "Its middle"
    return f"{what} {across} from the left and {down} from the top{turned}."


def _crossings(plan: Plan, mask: EdgeMask | Tapes) -> list[str]:
    """Where the straight line through a mask's place crosses the panel's rim: two sides, each with a measure along it."""
    card, units = plan.card, plan.units
    spare = card.trim_mm
    width, height = card.panel_width_mm + 2 * spare, card.panel_height_mm + 2 * spare
    x, y, angle = mask.x_mm + spare, mask.y_mm + spare, radians(mask.angle_deg)
    far = 2 * (width + height + abs(x) + abs(y))
    line = LineString([(x - far * cos(angle), y - far * sin(angle)), (x + far * cos(angle), y + far * sin(angle))])
    inside = line.intersection(box(0, 0, width, height))
    if inside.is_empty or inside.geom_type != "LineString":
        return ["no side: it lies beside the panel"]
    sides = []
    for at_x, at_y in sorted(inside.coords):
        if min(at_x, width - at_x) < ON_RIM_MM:
            sides.append(f"the {'left' if at_x < width / 2 else 'right'} side {say_length(at_y, units)} down")
        else:
            sides.append(f"the {'top' if at_y < height / 2 else 'bottom'} {say_length(at_x, units)} from the left")
    return sides
