"""Where a step lays its ink, in words."""

from collections.abc import Iterator
from math import cos, radians, sin

from shapely import LineString, Point, union_all

from cielo.core.geometry.masks import outlines_mm
from cielo.core.geometry.naming import opening_names
from cielo.core.plan import (
    RUNS_OFF_MM,
    Band,
    Bare,
    Edge,
    EdgeMask,
    Halo,
    InPrint,
    Inside,
    Motifs,
    Patches,
    Plan,
    Pressed,
    Print,
    Region,
    Slant,
    Stroke,
    Tapes,
    Vignette,
    WetArea,
    Whole,
    Words,
    called_here,
    masks_on,
    span_mm,
)
from cielo.core.say.part import Part, said, shown, softly
from cielo.core.say.places import say_line, say_place
from cielo.core.say.prints import printed_parts
from cielo.core.say.shade import called_openings, shade_parts
from cielo.core.say.words import (
    EDGE_WORDS,
)
from cielo.core.units import Units, on_ruler

# A vignette that reaches this far of the way is said to reach the middle.
NEARLY_ALL = 0.9


def region_parts(plan: Plan, region: Region, step_id: str) -> Iterator[Part]:
    units = plan.units
    match region:
        case Band():
            yield from _band(plan, region)
        case Slant():
            yield from _slant(plan, region)
        case Halo():
            mask = plan.mask(region.mask)
            yield Part(" along the edge of the " if isinstance(mask, EdgeMask) else " round the ")
            yield Part(mask.called, "region.mask", "mask")
            yield Part(", strongest there, fading over ")
            yield Part(softly(region.reach_mm, units), "region.reach_mm", "length")
        case Vignette():
            yield Part(" from ")
            yield Part("the edges" if region.origin == "edges" else "the corners", "region.origin", "origin")
            middle = min(plan.card.panel_width_mm, plan.card.panel_height_mm) / 2
            to_it = region.reach_mm >= NEARLY_ALL * middle
            yield Part(", fading to " if to_it else ", fading over ")
            yield Part("the middle" if to_it else softly(region.reach_mm, units), "region.reach_mm", "length")
        case Patches():
            yield Part(" here and there, in patches ")
            yield Part(softly(region.size_mm, units), "region.size_mm", "length")
            yield Part(" across, until ")
            yield Part(f"{region.cover:.0%}", "region.cover", "percent")
            yield Part(" is covered")
        case Inside():
            yield from _inside(plan, region)
        case Print() | Motifs() | Words() | InPrint():
            yield from printed_parts(plan, region)
        case Pressed():
            yield Part(" over the back of the ")
            yield Part(plan.mask(region.mask).called, "region.mask", "mask")
            yield Part(", lay it wet side down, press it and lift it at once: it leaves ")
            flakes = (
                f"flakes about {said(region.flakes_mm, units)} large and a flurry" if region.flakes_mm else "all but its openings"
            )
            yield Part(flakes, "region.flakes_mm", "flakes")
        case Stroke():
            yield from _stroke(plan, region, step_id)
        case Bare():
            yield Part(" where the stock is still bare")
        case WetArea():
            yield Part(" where the water stands")
        case Whole():
            through = stencils_on(plan, step_id)
            yield Part(f" through the {' and the '.join(through)}" if through else f" over the whole {called_here(plan)}")


def _stroke(plan: Plan, region: Stroke, step_id: str) -> Iterator[Part]:
    units = plan.units
    yield Part(" along a stroke of ")
    yield Part(said(LineString(region.points).length, units), "region.points", "stroke")
    yield Part(", ")
    yield Part(said(region.width_mm, units), "region.width_mm", "length")
    yield Part(" wide")
    if followed := _followed(plan, region, step_id):
        yield Part(f", along the edge of the {followed}")
    begins, ends = (say_place(plan.card, *region.points[at], units) for at in (0, -1))
    yield Part(f", from {begins} to {ends}")


# A stroke no point of which is further from an edge than this follows it, mm. Judgement.
FOLLOWS_MM = 4.0


def _followed(plan: Plan, stroke: Stroke, step_id: str) -> str:
    """The sheet whose edge a stroke follows while it lies there, as it is called; empty where it follows none."""
    on = next((on for step, on in masks_on(plan) if step.id == step_id), frozenset())
    size = (plan.card.panel_width_mm, plan.card.panel_height_mm)
    for mask in (mask for mask in plan.masks if mask.key in on):
        edges = union_all([LineString(line) for line in outlines_mm(mask, *size)])
        if all(edges.distance(Point(at)) <= FOLLOWS_MM for at in stroke.points):
            return mask.called
    return ""


def _inside(plan: Plan, region: Inside) -> Iterator[Part]:
    yield Part(" inside the ")
    yield Part(plan.mask(region.mask).called, "region.mask", "mask")
    if region.openings:
        yield Part(", through ")
        yield Part(_openings(plan, region), "region.openings", "openings")
        yield Part(" with ")
        whose = "their" if len(region.openings) > 1 else "its"
        yield Part(f"{whose} neighbours {'covered' if region.covered else 'bare'}", "region.covered", "covered")
    names = opening_names(plan.mask(region.mask), plan.card.panel_width_mm, plan.card.panel_height_mm)
    yield from shade_parts(region.shaded_from, names)


# So many openings are named one by one, and so many where all others are taken.
NAMED, ALL_BUT = 4, 3


def _openings(plan: Plan, region: Inside) -> str:
    """The openings that are chosen, by name where they are few."""
    for one in plan.mask(region.mask).named:
        if one.others and one.openings == set(region.openings):
            return f"the {one.name}"
    names = opening_names(plan.mask(region.mask), plan.card.panel_width_mm, plan.card.panel_height_mm)
    known = [names[key] for key in region.openings if key in names]
    others = [name for key, name in names.items() if key not in region.openings]
    if len(region.openings) > NAMED and len(known) == len(region.openings) and 0 < len(others) <= ALL_BUT:
        return f"all openings but {called_openings(others)}"
    if not 0 < len(region.openings) <= NAMED or len(known) < len(region.openings):
        return "one opening" if len(region.openings) == 1 else f"{len(region.openings)} openings"
    return called_openings(known)


def stencils_on(plan: Plan, step_id: str) -> list[str]:
    """What lies on the panel at a step and lets ink in only through its openings."""
    on = next((on for step, on in masks_on(plan) if step.id == step_id), frozenset())
    return [
        mask.called
        for mask in plan.masks
        if mask.key in on and mask.keeps == "outside" and not isinstance(mask, EdgeMask | Tapes)
    ]


# Which way a band goes from each edge.
WAYS: dict[Edge, str] = {"top": " down", "bottom": " up", "left": "", "right": ""}
ACROSS: dict[Edge, Edge] = {"top": "bottom", "bottom": "top", "left": "right", "right": "left"}
# A band whose heart is narrower than this is said by its middle.
THIN_MM = 6.5
# Two fades nearer than this are one.
ALIKE_MM = 1.0


def _band(plan: Plan, band: Band) -> Iterator[Part]:
    yield from _along(
        plan, band, Part(EDGE_WORDS[band.edge], "region.edge", "edge"), EDGE_WORDS[ACROSS[band.edge]], WAYS[band.edge]
    )


def _slant(plan: Plan, slant: Slant) -> Iterator[Part]:
    yield Part(", slanting at ")
    yield Part(f"{slant.angle_deg:g}°", "region.angle_deg", "angle")
    yield from _along(plan, slant, Part(f"{_furthest_back(plan, slant)} corner"), "far corner")
    if line := _line_of(plan, slant):
        yield Part(f" ({line})")


def _line_of(plan: Plan, slant: Slant) -> str:
    """Where the line runs at which a slanting band is at its strongest, or up to which, or from which on: for a ruler to be laid there."""
    card, angle = plan.card, radians(slant.angle_deg)
    ahead = (-sin(angle), cos(angle))
    back = min(0.0, ahead[0] * card.panel_width_mm) + min(0.0, ahead[1] * card.panel_height_mm)
    starts, far = shown(slant.start_mm, plan.units), slant.end_mm > span_mm(card, slant) - RUNS_OFF_MM
    if starts and far:
        what, at = "that line runs", slant.start_mm
    elif not starts and not far:
        what, at = "up to a line", slant.end_mm
    elif not starts:
        return ""
    else:
        what, at = "its middle runs", (slant.start_mm + slant.end_mm) / 2
    line = say_line(card, (ahead[0] * (at + back), ahead[1] * (at + back)), (ahead[1], -ahead[0]), plan.units)
    return f"{what} {line}" if line else ""


def _furthest_back(plan: Plan, slant: Slant) -> str:
    """The corner of the panel that a slanting band is measured from."""
    angle, card = radians(slant.angle_deg), plan.card
    along, down = -sin(angle) * card.panel_width_mm, cos(angle) * card.panel_height_mm
    return f"{'upper' if down >= 0 else 'lower'} {'left' if along >= 0 else 'right'}"


def _along(plan: Plan, band: Band | Slant, edge: Part, other: str, way: str = "") -> Iterator[Part]:
    """Where a band lies, every measure taken from the same edge; ``other``: what lies across from it."""
    units = plan.units
    far = band.end_mm > span_mm(plan.card, band) - RUNS_OFF_MM
    starts = shown(band.start_mm, units)
    start = Part(softly(band.start_mm, units), "region.start_mm", "length")
    end = Part(softly(band.end_mm, units), "region.end_mm", "length")
    if not starts:
        yield from (Part(" from the "), edge)
        if far:
            yield from (Part(" to "), Part(f"the {other}", "region.end_mm", "length"))
        elif not shown(band.end_mm, units):
            yield from (Part(", strongest at "), Part("its very rim", "region.end_mm", "length"))
            yield from _beyond(band, units)
        else:
            yield from (Part(", strongest for the first "), end)
            yield from _beyond(band, units)
    elif far:
        yield from (Part(", strongest from "), start, Part(f"{way} from the "), edge, Part(" to "))
        yield Part(f"the {other}", "region.end_mm", "length")
        if shown(band.lead_in_mm, units):
            yield from (Part(", coming in over the "), Part(softly(band.lead_in_mm, units), "region.lead_in_mm", "length"))
            yield Part(" before it")
        else:
            yield from (Part(", "), Part("starting there at once", "region.lead_in_mm", "length"))
    elif band.end_mm - band.start_mm < THIN_MM and shown(min(band.lead_in_mm, band.carry_mm), units):
        middle = on_ruler((band.start_mm + band.end_mm) / 2, units)
        yield from (
            Part(", strongest "),
            Part(softly(middle, units), "region.middle_mm", "length"),
            Part(f"{way} from the "),
            edge,
        )
        yield from _both_ways(band, units)
    else:
        yield from (Part(", strongest from "), start, Part(" to "), end, Part(f"{way} from the "), edge)
        yield from _both_ways(band, units)


def _beyond(band: Band | Slant, units: Units) -> Iterator[Part]:
    if shown(band.carry_mm, units):
        yield from (Part(", fading over the next "), Part(softly(band.carry_mm, units), "region.carry_mm", "length"))
    else:
        yield from (Part(", "), Part("stopping there", "region.carry_mm", "length"))


def _both_ways(band: Band | Slant, units: Units) -> Iterator[Part]:
    yield Part(", fading ")
    if abs(band.lead_in_mm - band.carry_mm) < ALIKE_MM:
        yield Part(_over(band.carry_mm, units, "neither"), "region.each_way_mm", "length")
        yield Part(" each way" if shown(band.carry_mm, units) else " way")
        return
    yield Part(_over(band.lead_in_mm, units, "not at all"), "region.lead_in_mm", "length")
    yield Part(" before it and ")
    yield Part(_over(band.carry_mm, units, "not at all"), "region.carry_mm", "length")
    yield Part(" beyond")


def _over(length_mm: float, units: Units, none: str) -> str:
    """A length over which something goes on; nothing is said at its zero."""
    return softly(length_mm, units) if shown(length_mm, units) else none
