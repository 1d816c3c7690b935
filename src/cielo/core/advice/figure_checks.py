"""Checks on what stands where: rank-repeats, horizon-crosses-sun, figure-over-disc, motif-cut, figure-floats."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from functools import partial
from itertools import combinations
from math import floor, hypot

import numpy as np
from numpy.typing import NDArray
from shapely import Polygon, box
from shapely.geometry.base import BaseGeometry

from cielo.core.advice.finding import Finding, Place, Remedy
from cielo.core.advice.looking import offered, panel_size, with_step
from cielo.core.geometry.masks import outlines_mm
from cielo.core.geometry.motifs import STANDING
from cielo.core.geometry.printing import image_name, shape_at
from cielo.core.geometry.shapes import inside_of
from cielo.core.plan import (
    Brush,
    Disc,
    Drawn,
    EdgeMask,
    Inside,
    LayMask,
    Mask,
    MotifMask,
    Plan,
    Print,
    Stencil,
    Step,
    cut_alike,
    is_one_thing,
    masks_laid,
    of_sheet,
    replace_mask,
)
from cielo.core.table.land import SINKS_MM, crests_at, lands
from cielo.core.table.marks import is_figure
from cielo.core.table.table import Table
from cielo.core.units import say_length

# Two ranks whose edges rise and fall together this closely look like the same mask again: judgement, no source.
ALIKE = 0.97
# The same edge moved no further aside than this repeats, mm. Judgement.
SLIPS_MM = 8
# One sheet laid again further aside than this was pushed on, on purpose, mm. Judgement.
SLIP_OF_THE_HAND_MM = 2.0
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


def rank_repeats(plan: Plan, _table: Table) -> Iterator[Finding]:
    """The same mask in nearly the same place twice: ranks whose edges run alike, or one shape a little beside itself."""
    for (_, first), (step, second) in combinations(masks_laid(plan), 2):
        if first.keeps != second.keeps:
            continue
        if isinstance(first, EdgeMask) and isinstance(second, EdgeMask):
            alike = _edges_alike(plan, first, second)
            if alike is None:
                continue
            turned = replace(second, flipped=not second.flipped, x_mm=second.x_mm + panel_size(plan)[0] / 5)
            message = f"The {second.called} rises and falls as the {first.called} does."
            why = "Ranks that repeat look cut by the same mask; turned over and shifted they look like land."
            remedy: Remedy | None = Remedy("Turn it over and shift it", replace_mask(plan, turned))
            measure = f"the two edges agree to {alike:.0%}"
        elif _same_shape(first, second):
            apart = hypot(first.x_mm - second.x_mm, first.y_mm - second.y_mm)
            across = _across(first)
            if not 0.4 < apart < (SLIP_OF_THE_HAND_MM if is_one_thing(first, second) else 0.12 * across):
                continue
            message = f"The {second.called} lies {say_length(apart, plan.units)} beside the {first.called}, the same shape."
            why = "So small a shift looks like a slip of the hand."
            remedy = Remedy(
                "Lay it in exactly the same place", replace_mask(plan, replace(second, x_mm=first.x_mm, y_mm=first.y_mm))
            )
            measure = f"{apart:.1f} mm apart"
        else:
            continue
        yield Finding("rank-repeats", "warn", step.id, message, why, Place(second.x_mm, second.y_mm), remedy, measure)


def _edges_alike(plan: Plan, first: EdgeMask, second: EdgeMask) -> float | None:
    """How closely two edges rise and fall together across the panel, 0..1; None where they do not, or are the same edge or straight."""
    if "straight" in (first.profile, second.profile):
        return None
    width, height = panel_size(plan)
    xs = np.linspace(0, width, 60)
    lines = [_heights(outlines_mm(mask, width, height)[0], xs) for mask in (first, second)]
    if lines[0] is None or lines[1] is None or np.abs(lines[0] - lines[1]).mean() < 0.3:
        return None
    if min(np.std(lines[0]), np.std(lines[1])) < 0.5:
        return None
    if _slipped(first, second):
        return 1.0
    alike = float(np.corrcoef(lines[0], lines[1])[0, 1])
    return alike if alike > ALIKE else None


def _slipped(first: EdgeMask, second: EdgeMask) -> bool:
    """Whether the same edge lies again, not turned or turned over, so little aside that the eye takes it for the same line."""
    turned = first.flipped != second.flipped or first.angle_deg != second.angle_deg
    return cut_alike(first, second) and not turned and abs(first.x_mm - second.x_mm) <= SLIPS_MM


def _heights(line: NDArray[np.float64], xs: NDArray[np.float64]) -> NDArray[np.float64] | None:
    """y of a line at places across, where it runs across the panel."""
    forward = line if line[-1, 0] > line[0, 0] else line[::-1]
    if np.any(np.diff(forward[:, 0]) <= 0):
        return None
    return np.interp(xs, forward[:, 0], forward[:, 1])


def _same_shape(first: Mask, second: Mask) -> bool:
    if not isinstance(first, Disc | MotifMask | Drawn | Stencil) or isinstance(first, EdgeMask):
        return False
    placed = {"key": "", "name": "", "x_mm": 0.0, "y_mm": 0.0, "sheet": None, "part": "itself"}
    return type(first) is type(second) and replace(first, **placed) == replace(second, **placed)  # type: ignore[arg-type]


def _across(mask: Mask) -> float:
    match mask:
        case Disc():
            return mask.diameter_mm
        case MotifMask():
            return mask.size_mm
        case Stencil():
            return mask.pitch_mm
        case Drawn():
            points = np.array([point for ring in mask.rings for point in ring]) * mask.scale
            return float(max(np.ptp(points, axis=0)))
        case _:
            return 0.0


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
    """A single figure that loses a little at the panel's edge."""
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
        "A standing figure wants a hill, a floor or the panel's edge under its foot; hung over the edge and trimmed flush it does not float.",
        Place(x_mm, min(foot_mm, plan.card.panel_height_mm)),
        offered(grounded),
    )


def _has_ground(plan: Plan, x_mm: float, foot_mm: float, height_mm: float) -> bool:
    if foot_mm >= plan.card.panel_height_mm - 1.5:
        return True
    return any(foot_mm - BEHIND * height_mm <= top <= foot_mm + UNDER_MM for top in crests_at(plan, x_mm))
