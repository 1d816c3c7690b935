"""Checks on what stands where: horizon-crosses-sun, figure-over-disc, motif-cut, figure-floats."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from functools import partial
from math import floor

from shapely import Polygon, box, intersection_all
from shapely.geometry.base import BaseGeometry

from cielo.core.advice.finding import Finding, Place, Remedy
from cielo.core.advice.looking import offered, panel_size, with_step
from cielo.core.geometry.motifs import STANDING
from cielo.core.geometry.printing import image_name, print_shape, shape_at
from cielo.core.geometry.shapes import inside_of
from cielo.core.plan import (
    Brush,
    Disc,
    Drawn,
    Inside,
    LayMask,
    LiftMask,
    Mask,
    MotifMask,
    Plan,
    Print,
    Step,
    Tapes,
    Words,
    masks_laid,
    masks_on,
    move_step,
    of_sheet,
)
from cielo.core.table.land import SINKS_MM, crests_at, lands
from cielo.core.table.marks import is_figure
from cielo.core.table.purpose import purpose_of
from cielo.core.table.table import Table

# A sun cut within these shares looks as if it were setting on purpose: judgement, no source.
SETTING = (0.35, 0.65)
# A disc touched by less than this share of it is not seen to be cut: judgement, no source.
GRAZED = 0.02
# How far the ground may lie under or behind a foot, as a share of the figure, or in mm: judgement, no source.
BEHIND, UNDER_MM = 0.45, 4.0
# A disc of which more is hidden is lost; outlines that meet on less of each only touch: judgement, no source.
HIDES, TOUCHES = 0.7, 0.06
# A figure that loses a share between these looks slipped: judgement, no source.
LOSES = (0.03, 0.3)
# What is moved clear stays this far off, mm.
CLEAR_MM = 3.0


def horizon_crosses_sun(plan: Plan, _table: Table) -> Iterator[Finding]:
    """A hill or horizon edge crosses a disc, and not as if it were setting."""
    size = panel_size(plan)
    panel = box(0, 0, *size)
    discs = [(step, mask) for step, mask in masks_laid(plan) if isinstance(mask, Disc) and mask.keeps == "inside"]
    for _, disc in discs:
        sun = inside_of(disc, *size).intersection(panel)
        for step_id, name, land in lands(plan):
            cut = sun.intersection(land).area / sun.area if sun.area else 0.0
            cut = min(cut, 1 - cut) if cut > SETTING[1] else cut
            if not GRAZED < cut < SETTING[0]:
                continue
            lift = disc.y_mm + disc.diameter_mm / 2 - land.intersection(_column(disc, size)).bounds[1] + 3.0
            clear = replace(disc, y_mm=round(disc.y_mm - lift, 1))
            room = clear.y_mm - clear.diameter_mm / 2 > -1
            moved = tuple(
                replace(mask, x_mm=clear.x_mm, y_mm=clear.y_mm)
                if isinstance(mask, Disc) and (mask.x_mm, mask.y_mm) == (disc.x_mm, disc.y_mm)
                else mask
                for mask in plan.masks
            )
            yield Finding(
                "horizon-crosses-sun",
                "warn",
                step_id,
                f"{name} crosses the {disc.name}, and cuts {cut:.0%} of it.",
                "A sliver cut off a disc looks like a slip; clear of it, or half of it gone, looks meant.",
                Place(disc.x_mm, disc.y_mm + disc.diameter_mm / 2),
                Remedy(f"Raise the {disc.name} clear of it", replace(plan, masks=moved)) if room else None,
                measure=f"{cut:.0%} of the disc",
            )
            break


def _column(disc: Disc, size: tuple[float, float]) -> Polygon:
    return box(disc.x_mm - disc.diameter_mm / 2, 0, disc.x_mm + disc.diameter_mm / 2, size[1])


@dataclass(frozen=True)
class Figure:
    """A figure: the step that lays its sheet or prints it, what it is called, its shape, and the plan with it moved by so many mm."""

    step: Step
    name: str
    shape: BaseGeometry
    moved: Callable[[float, float], Plan]
    stands: bool


def figures_of(plan: Plan) -> Iterator[Figure]:
    """Every single figure: inked through a sheet cut to its shape, once for each sheet, or printed at a place."""
    told: set[str] = set()
    for step in plan.steps:
        key = _sheet_of(plan, step)
        if key is not None and key not in told:
            mask = plan.mask(key)
            if (isinstance(mask, MotifMask) or (isinstance(mask, Drawn) and not mask.pitch_mm)) and mask.keeps == "outside":
                told.add(key)
                yield Figure(step, mask.name, inside_of(mask, *panel_size(plan)), partial(_shifted, plan, mask), _stands(mask))
        if isinstance(step, Brush) and isinstance(step.region, Print) and is_figure(step):
            region = step.region
            for n, at in enumerate(region.places):
                shape = shape_at(region, at)
                yield Figure(
                    step, image_name(region.image), shape, partial(_print_moved, plan, step, n), region.stands == "stands"
                )


def _sheet_of(plan: Plan, step: Step) -> str | None:
    """The key of the sheet that a step goes through by itself, or of a standing figure's that it lays; rays or a frame are no figure."""
    if isinstance(step, LayMask):
        return step.mask if _stands(plan.mask(step.mask)) else None
    return step.region.mask if isinstance(step, Brush) and isinstance(step.region, Inside) else None


def _stands(mask: Mask) -> bool:
    return isinstance(mask, MotifMask) and mask.motif in STANDING and abs(mask.angle_deg) < 20


def _print_moved(plan: Plan, step: Brush, place: int, across_mm: float, down_mm: float) -> Plan:
    """The plan with one print of a step moved."""
    region = step.region
    assert isinstance(region, Print)
    at = region.places[place]
    there = replace(at, x_mm=round(at.x_mm + across_mm, 1), y_mm=round(at.y_mm + down_mm, 1))
    return with_step(plan, step, region=replace(region, places=(*region.places[:place], there, *region.places[place + 1 :])))


def _shifted(plan: Plan, of: Mask, across_mm: float, down_mm: float) -> Plan:
    """The plan with a sheet, and what is registered with it, moved."""
    moved = tuple(
        replace(mask, x_mm=round(mask.x_mm + across_mm, 1), y_mm=round(mask.y_mm + down_mm, 1))
        if (mask.x_mm, mask.y_mm) == (of.x_mm, of.y_mm) and of_sheet(mask) == of_sheet(of)
        else mask
        for mask in plan.masks
    )
    return replace(plan, masks=moved)


def _clear_of(disc: Disc, figure: Figure) -> list[Plan]:
    """The plan with a figure moved clear of a disc to each of four sides, the shortest way first."""
    left, top, right, bottom = figure.shape.bounds
    clear = disc.diameter_mm / 2 + CLEAR_MM
    shifts = [(disc.x_mm + clear - left, 0.0), (disc.x_mm - clear - right, 0.0), (0.0, disc.y_mm + clear - top)]
    shifts.append((0.0, disc.y_mm - clear - bottom))
    return [figure.moved(*shift) for shift in sorted(shifts, key=lambda shift: abs(shift[0]) + abs(shift[1]))]


def figure_over_disc(plan: Plan, _table: Table) -> Iterator[Finding]:
    """A figure that only just touches a disc, or hides most of it."""
    for _, disc in masks_laid(plan):
        if not isinstance(disc, Disc) or disc.keeps != "inside":
            continue
        round_ = inside_of(disc, *panel_size(plan))
        for figure in figures_of(plan):
            met = figure.shape.intersection(round_).area
            if not met or figure.shape.area <= 0:
                continue
            hidden = met / round_.area
            if hidden <= HIDES and not (met < TOUCHES * figure.shape.area and met < TOUCHES * round_.area):
                continue
            what = f"hides {hidden:.0%} of" if hidden > HIDES else "only just touches"
            yield Finding(
                "figure-over-disc",
                "warn",
                figure.step.id,
                f"The {figure.name} {what} the {disc.name}.",
                "Two outlines that just touch hold the eye where it should not stay, and a disc that is all but hidden is lost. Let the "
                "figure stand clear of it, or plainly across it.",
                Place(disc.x_mm, disc.y_mm),
                offered([(f"Move it clear of the {disc.name}", moved) for moved in _clear_of(disc, figure)]),
                measure=f"{met / figure.shape.area:.0%} of the figure lies over {hidden:.0%} of the disc",
            )


def motif_cut(plan: Plan, _table: Table) -> Iterator[Finding]:
    """A single figure that loses a little at the panel's edge, or a strip to tapes that lie there."""
    yield from _cut_by_tapes(plan)
    width, height = panel_size(plan)
    panel = box(0, 0, width, height)
    for figure in figures_of(plan):
        # What stands may run off at its foot: trimmed flush it stands on the edge.
        below = box(-width, height, 2 * width, 3 * height)
        lost = figure.shape.difference(panel).difference(below).area / max(figure.shape.area, 1e-9)
        if not LOSES[0] < lost < LOSES[1]:
            continue
        left, top, right, foot = figure.shape.bounds
        # What is larger than the panel runs off both its sides, and is meant to.
        if (left < 0 and right > width) or (top < 0 and foot > height):
            continue
        across = max(0.0, CLEAR_MM - left) - max(0.0, right - width + CLEAR_MM)
        yield Finding(
            "motif-cut",
            "warn",
            figure.step.id,
            f"The {figure.name} loses {lost:.0%} at the panel's edge.",
            "So little missing looks like a slip; whole, or cut through its middle, looks meant.",
            Place(min(max(figure.shape.centroid.x, 0.0), width), min(max(figure.shape.centroid.y, 0.0), height)),
            Remedy("Move it onto the panel", figure.moved(across, max(0.0, CLEAR_MM - top))),
            measure=f"{lost:.0%} of it",
        )


def _cut_by_tapes(plan: Plan) -> Iterator[Finding]:
    """A print that goes over tapes which lie there: when they are pulled off a strip of it goes with them."""
    for step, on in masks_on(plan):
        tapes = [mask for key in sorted(on) if isinstance(mask := plan.mask(key), Tapes)]
        if not tapes or not isinstance(step, Brush) or not isinstance(step.region, Print | Words) or not is_figure(step):
            continue
        size = panel_size(plan)
        strip = intersection_all([inside_of(mask, *size) for mask in tapes])
        shape = print_shape(step.region, *size, step.seed).intersection(box(0, 0, *size))
        taped = shape.difference(strip)
        lost = taped.area / max(shape.area, 1e-9)
        if lost < LOSES[0]:
            continue
        name = "words" if isinstance(step.region, Words) else image_name(step.region.image)
        off = max(
            (n for n, s in enumerate(plan.steps) if isinstance(s, LiftMask) and s.mask in {mask.key for mask in tapes}),
            default=None,
        )
        after_it = None if off is None or off + 1 >= len(plan.steps) else plan.steps[off + 1].id
        at = taped.representative_point()
        laid = {s.id for s in plan.steps if isinstance(s, LayMask) and isinstance(plan.mask(s.mask), Tapes)}
        own = purpose_of(step)
        free = with_step(plan, step, purpose=replace(own, under=tuple(key for key in own.under if key not in laid)))
        yield Finding(
            "motif-cut",
            "warn",
            step.id,
            f"The {name} go over the tapes." if isinstance(step.region, Words) else f"The {name} goes over the tapes.",
            "What is printed on the tape comes off with it, and a bare strip goes through the print.",
            Place(at.x, at.y),
            Remedy("Print it when the tapes are off", move_step(free, step.id, after_it)) if off is not None else None,
            measure=f"{lost:.0%} of it",
        )


def figure_floats(plan: Plan, _table: Table) -> Iterator[Finding]:
    """A standing figure with no ground under it."""
    for figure in figures_of(plan):
        _, top, _, foot = figure.shape.bounds
        x_mm = figure.shape.centroid.x
        if figure.stands and not _has_ground(plan, x_mm, foot, foot - top):
            to_edge = plan.card.panel_height_mm - foot
            grounded = [
                ("Stand it on the land", figure.moved(0.0, round(crest + SINKS_MM - foot, 1)))
                for crest in _nearest(plan, x_mm, foot)
            ]
            grounded.append(("Stand it on the panel's edge", figure.moved(0.0, floor(to_edge * 10) / 10)))
            grounded.append(("Let it run off the bottom edge", figure.moved(0.0, to_edge + 2)))
            yield _floats(plan, figure.step.id, figure.name, x_mm, foot, grounded)
    last = plan.steps[-1].id if plan.steps else None
    for piece in plan.focal:
        foot = piece.y_mm + piece.height_mm / 2
        if piece.stands and not _has_ground(plan, piece.x_mm, foot, piece.height_mm):
            lowered = replace(piece, y_mm=round(piece.y_mm + plan.card.panel_height_mm + 2 - foot, 1))
            focal = tuple(lowered if other.key == piece.key else other for other in plan.focal)
            yield _floats(
                plan, last, piece.name, piece.x_mm, foot, [("Let it run off the bottom edge", replace(plan, focal=focal))]
            )


def _nearest(plan: Plan, x_mm: float, foot_mm: float) -> list[float]:
    """The crests at a place, the nearest to a foot first."""
    return sorted(crests_at(plan, x_mm), key=lambda top: abs(top - foot_mm))


def _floats(plan: Plan, step: str | None, name: str, x_mm: float, foot_mm: float, grounded: list[tuple[str, Plan]]) -> Finding:
    return Finding(
        "figure-floats",
        "warn",
        step,
        f"The {name} stands on nothing.",
        "A standing figure needs a hill, a floor or the panel's edge under its foot; hung over the edge and trimmed flush it does not float.",
        Place(x_mm, min(foot_mm, plan.card.panel_height_mm)),
        offered(grounded),
    )


def _has_ground(plan: Plan, x_mm: float, foot_mm: float, height_mm: float) -> bool:
    if foot_mm >= plan.card.panel_height_mm - 1.5:
        return True
    return any(foot_mm - BEHIND * height_mm <= top <= foot_mm + UNDER_MM for top in crests_at(plan, x_mm))
