"""Where a step lays its ink, in words."""

from collections.abc import Iterator

from shapely import LineString

from cielo.core.geometry.naming import opening_names
from cielo.core.plan import (
    RUNS_OFF_MM,
    Band,
    Bare,
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
    masks_on,
    span_mm,
)
from cielo.core.say.part import Part, said, shown
from cielo.core.say.prints import printed_parts
from cielo.core.say.shade import called_openings, shade_parts
from cielo.core.say.words import (
    EDGE_WORDS,
)
from cielo.core.units import Units

# A vignette that reaches this far of the way is said to reach the middle.
NEARLY_ALL = 0.9


def region_parts(plan: Plan, region: Region, step_id: str) -> Iterator[Part]:
    units = plan.units
    match region:
        case Band():
            yield from _band(plan, region)
        case Slant():
            yield Part(", slanting at ")
            yield Part(f"{region.angle_deg:g}°", "region.angle_deg", "angle")
            yield from _along(plan, region)
        case Halo():
            yield Part(" round the ")
            yield Part(plan.mask(region.mask).called, "region.mask", "mask")
            yield Part(", out to ")
            yield Part(said(region.reach_mm, units), "region.reach_mm", "length")
        case Vignette():
            yield Part(" from ")
            yield Part("all four edges" if region.origin == "edges" else "the corners", "region.origin", "origin")
            middle = min(plan.card.panel_width_mm, plan.card.panel_height_mm) / 2
            to_it = region.reach_mm >= NEARLY_ALL * middle
            yield Part(", fading to " if to_it else ", fading over ")
            yield Part("the middle" if to_it else said(region.reach_mm, units), "region.reach_mm", "length")
        case Patches():
            yield Part(" in patches of ")
            yield Part(said(region.size_mm, units), "region.size_mm", "length")
            yield Part(" at random until they cover ")
            yield Part(f"{region.cover:.0%}", "region.cover", "percent")
        case Inside():
            yield from _inside(plan, region)
        case Print() | Motifs() | Words() | InPrint():
            yield from printed_parts(plan, region)
        case Pressed():
            yield Part(" over the back of the ")
            yield Part(plan.mask(region.mask).called, "region.mask", "mask")
            yield Part(", lay it wet side down, press it and lift it at once")
        case Stroke():
            yield Part(" along a stroke of ")
            yield Part(said(LineString(region.points).length, units), "region.points", "stroke")
            yield Part(", ")
            yield Part(said(region.width_mm, units), "region.width_mm", "length")
            yield Part(" wide")
        case Bare():
            yield Part(" where the stock is still bare")
        case WetArea():
            yield Part(" where the water stands")
        case Whole():
            through = _stencils_on(plan, step_id)
            yield Part(f" through the {' and the '.join(through)}" if through else " over the whole panel")


def _inside(plan: Plan, region: Inside) -> Iterator[Part]:
    yield Part(" inside the ")
    yield Part(plan.mask(region.mask).called, "region.mask", "mask")
    if region.openings:
        yield Part(", through ")
        yield Part(_openings(plan, region), "region.openings", "openings")
        yield Part(" with ")
        yield Part("its neighbours covered" if region.covered else "its neighbours bare", "region.covered", "covered")
    names = opening_names(plan.mask(region.mask), plan.card.panel_width_mm, plan.card.panel_height_mm)
    yield from shade_parts(region.shaded_from, names)


# So many openings are named one by one.
NAMED = 3


def _openings(plan: Plan, region: Inside) -> str:
    """The openings that are chosen, by name where they are few."""
    names = opening_names(plan.mask(region.mask), plan.card.panel_width_mm, plan.card.panel_height_mm)
    known = [names[key] for key in region.openings if key in names]
    if not 0 < len(region.openings) <= NAMED or len(known) < len(region.openings):
        return "one opening" if len(region.openings) == 1 else f"{len(region.openings)} openings"
    return called_openings(known)


def _stencils_on(plan: Plan, step_id: str) -> list[str]:
    """What lies on the panel at a step and lets ink in only through its openings."""
    on = next((on for step, on in masks_on(plan) if step.id == step_id), frozenset())
    return [
        mask.called
        for mask in plan.masks
        if mask.key in on and mask.keeps == "outside" and not isinstance(mask, EdgeMask | Tapes)
    ]


def _band(plan: Plan, band: Band) -> Iterator[Part]:
    yield Part(", from the ")
    yield Part(EDGE_WORDS[band.edge], "region.edge", "edge")
    yield from _along(plan, band)


def _along(plan: Plan, band: Band | Slant) -> Iterator[Part]:
    units = plan.units
    far = band.end_mm > span_mm(plan.card, band) - RUNS_OFF_MM
    starts = shown(band.start_mm, units)
    if starts:
        yield Part(", strongest from ")
        yield Part(said(band.start_mm, units), "region.start_mm", "length")
        yield Part(" to ")
    else:
        yield Part(" to ")
    ends = said(band.end_mm, units) if shown(band.end_mm, units) else "its very rim"
    yield Part("the far edge" if far else ends, "region.end_mm", "length")
    if starts:
        yield Part(", led in ")
        yield Part(_over(band.lead_in_mm, units, "with no fading"), "region.lead_in_mm", "length")
    if not far:
        yield Part(" and " if starts else ", ")
        if shown(band.carry_mm, units):
            yield Part("carried " if starts else "carry it ")
            yield Part(said(band.carry_mm, units), "region.carry_mm", "length")
            yield Part(" on, fading")
        else:
            yield Part("not carried on", "region.carry_mm", "length")


def _over(length_mm: float, units: Units, none: str) -> str:
    """A length over which something goes on; nothing is said at its zero."""
    return f"over\u00a0{said(length_mm, units)}" if shown(length_mm, units) else none
