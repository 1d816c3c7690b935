"""Checks on the same sheet laid twice: rank-repeats."""

from collections.abc import Iterator
from dataclasses import replace
from itertools import combinations
from math import hypot

import numpy as np
from numpy.typing import NDArray

from cielo.core.advice.finding import Finding, Place, Remedy
from cielo.core.advice.looking import panel_size
from cielo.core.geometry.masks import outlines_mm
from cielo.core.plan import (
    Disc,
    Drawn,
    EdgeMask,
    Mask,
    MotifMask,
    Plan,
    Stencil,
    cut_alike,
    is_one_thing,
    masks_laid,
    replace_mask,
)
from cielo.core.table.table import Table
from cielo.core.units import say_fine, say_length

# Two ranks whose edges rise and fall together this closely look like the same mask again: judgement, no source.
ALIKE = 0.97
# The same edge moved no further aside than this repeats, mm. Judgement.
SLIPS_MM = 8
# One sheet laid again further aside than this was pushed on, on purpose, mm. Judgement.
SLIP_OF_THE_HAND_MM = 2.0


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
            measure = f"{say_fine(apart, plan.units)} apart"
        elif _goes_with(first, second) and (apart := hypot(first.x_mm - second.x_mm, first.y_mm - second.y_mm)) > 0.4:
            message = f"The {second.called} lies {say_length(apart, plan.units)} beside where the {first.called} lay."
            why = "Stencils of one set are laid to the same place, so that what the second adds falls on what the first left."
            there = replace(second, x_mm=first.x_mm, y_mm=first.y_mm)
            remedy = Remedy("Lay it to the same place", replace_mask(plan, there))
            measure = f"{say_fine(apart, plan.units)} apart"
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


def _goes_with(first: Mask, second: Mask) -> bool:
    """Whether two repeats are of one set, by their pitch, and lie so nearly in one place that the same place was meant."""
    if not isinstance(first, Stencil | Drawn) or type(first) is not type(second) or first.angle_deg != second.angle_deg:
        return False
    alike = first.pitch_mm > 0 and first.pitch_mm == second.pitch_mm
    return alike and hypot(first.x_mm - second.x_mm, first.y_mm - second.y_mm) < SLIP_OF_THE_HAND_MM


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
