"""Even a gradient: bands, carries and passes moved along the marks of the ruler until the steepest change is as small as they allow.

The steepest change of colour per mm, ridges included, is read off the picture along the way that the bands run (table.ways). Moves are
tried in turn, long ones first, and kept where the steepest places get gentler; the colours at the heart of every band stay what they were
to within KEPT_TO, so that a gradient is not evened by leaving out its colours. What comes out raises no finding that was not there.
"""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

import numpy as np

from cielo.core.advice.judge import checked, troubles
from cielo.core.materials import Ink
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import Array
from cielo.core.plan import Band, Brush, Plan, Slant, replace_step, span_mm
from cielo.core.solvers.recipes import colours_of
from cielo.core.table.ways import PER_MM, Way, brushed, colours_along, ways_of
from cielo.core.units import mark_mm

# How far the heart of a band may move in colour, CIEDE2000: a shade, seen only side by side. Judgement.
KEPT_TO = 4.0
# The steepest tenth of a way counts by this power, so that a move that gentles one of two equal seams is kept.
STEEP_POWER = 12
MOST_PASSES = 8
# Moves by so many marks, the long ones first.
MARKS = (4, 2, 1)
ROUNDS = 6


@dataclass(frozen=True)
class Evened:
    """A plan with its bands moved.

    before, after : steepest change, CIEDE2000 per mm. floor : what no arrangement of these ends goes below, the way from one end's colour
    to the other's spread evenly over the panel.
    """

    plan: Plan
    before: float
    after: float
    floor: float


def even_gradient(plan: Plan, tell: Callable[[float], None] | None = None) -> Evened:
    """The plan with its blended bands evened. ``tell`` is called with the share done; what it raises stops the search."""
    ways = ways_of(plan)
    if not ways:
        return Evened(plan, 0.0, 0.0, 0.0)
    way = max(ways, key=lambda one: len(_bands(plan, one)))
    before = _steepest(colours_along(plan, way))
    best = _searched(plan, way, _moves, tell)
    known = {(finding.code, finding.message) for finding in troubles(checked(plan))}
    if any((finding.code, finding.message) not in known for finding in troubles(checked(best))):
        # Where passes or places bring trouble, the carries alone may not.
        best = _searched(plan, way, _carries_alone, tell)
        if any((finding.code, finding.message) not in known for finding in troubles(checked(best))):
            best = plan
    lab = colours_along(best, way)
    floor = float(ciede2000(lab[0], lab[-1])) / way.span_mm
    return Evened(best, before, _steepest(lab), floor)


def between(plan: Plan, lower: Ink, upper: Ink, shelf: Sequence[Ink], most: int = 5) -> tuple[tuple[Ink, float], ...]:
    """Inks of a shelf that would go between two of a gradient, with the larger of the two steps of colour they leave, smallest first.

    The steps are CIEDE2000 from the middle of one ink to the middle of the next on the plan's stock; only inks that leave a smaller one
    than there is now.
    """
    able = tuple(
        ink for ink in shelf if ink.kind in ("dye", "pigment", "hybrid", "alcohol") and ink.key not in (lower.key, upper.key)
    )
    lab = _alone(plan, (lower, upper, *able))
    now = float(ciede2000(lab[0], lab[1]))
    steps = np.maximum(ciede2000(lab[2:], lab[0]), ciede2000(lab[2:], lab[1]))
    ranked = sorted(zip(able, steps, strict=True), key=lambda one: (float(one[1]), one[0].key))
    return tuple((ink, float(step)) for ink, step in ranked if step < now)[:most]


def _alone(plan: Plan, inks: tuple[Ink, ...]) -> Array:
    """Each ink alone at a full application, CIE Lab, (ink, 3)."""
    which = np.full((len(inks), 3), -1, dtype=np.int64)
    which[:, 0] = np.arange(len(inks))
    laid = np.zeros((len(inks), 3), dtype=np.float32)
    laid[:, 0] = 1
    return colours_of(plan.stock, inks, which, laid)


def _steepest(lab: Array) -> float:
    return float((ciede2000(lab[1:], lab[:-1]) * PER_MM).max()) if len(lab) > 1 else 0.0


def _steepness(lab: Array) -> float:
    """The steepest change, and a little of those nearly as steep, so that a search sees where it goes."""
    change = ciede2000(lab[1:], lab[:-1]) * PER_MM
    most = float(change.max())
    return most + 0.2 * float(np.mean((change / max(most, 1e-9)) ** STEEP_POWER)) * most


def _bands(plan: Plan, way: Way) -> list[tuple[Brush, Band | Slant]]:
    """The blended bands along a way, from its beginning on."""
    along = [
        (step, step.region)
        for step in brushed(plan)
        if isinstance(step.region, Band | Slant) and way.straight(step.region) is not None
    ]
    return sorted(along, key=lambda one: _middle(way, one[1]))


def _middle(way: Way, region: Band | Slant) -> float:
    band = way.straight(region)
    assert band is not None
    middle = (band.start_mm + band.end_mm) / 2
    return middle if band.edge == "top" else way.span_mm - middle


def _searched(
    plan: Plan, way: Way, moves: Callable[[Plan, Way, float], Iterator[Plan]], tell: Callable[[float], None] | None
) -> Plan:
    first = colours_along(plan, way)
    hearts = [min(len(first) - 1, round(_middle(way, region) * PER_MM)) for _, region in _bands(plan, way)]
    best, least = plan, _steepness(first)
    for turn in range(ROUNDS):
        improved = False
        for part, marks in enumerate(MARKS):
            if tell is not None:
                tell((turn + part / len(MARKS)) / ROUNDS)
            for moved in moves(best, way, marks * mark_mm(plan.units)):
                if moved is best:
                    continue
                lab = colours_along(moved, way)
                if (ciede2000(lab[hearts], first[hearts]) > KEPT_TO).any():
                    continue
                steep = _steepness(lab)
                if steep < least - 1e-3:
                    best, least, improved = moved, steep, True
        if not improved:
            break
    return best


def _moves(plan: Plan, way: Way, by: float) -> Iterator[Plan]:
    """Every way to move a seam, to widen or narrow one, and to lay a pass more or less."""
    yield from _carries_alone(plan, way, by)
    bands = _bands(plan, way)
    for (low, _), (high, _) in pairwise(bands):
        for shift in (by, -by):
            yield _shifted(plan, way, low, high, shift)
    for step, _ in bands:
        for passes in (step.passes + 1, step.passes - 1):
            if 1 <= passes <= MOST_PASSES:
                yield replace_step(plan, replace(step, passes=passes))


def _carries_alone(plan: Plan, way: Way, by: float) -> Iterator[Plan]:
    bands = _bands(plan, way)
    for (low, _), (high, _) in pairwise(bands):
        for wider in (by, -by):
            yield _widened(plan, way, low, high, wider)
    for step, region in bands:
        for part in ("start_mm", "end_mm", "lead_in_mm", "carry_mm"):
            for change in (by, -by):
                moved = replace(region, **{part: getattr(region, part) + change})
                if _sound(plan, moved) and getattr(region, part) > 0:
                    yield replace_step(plan, replace(step, region=moved))


def _shifted(plan: Plan, way: Way, low: Brush, high: Brush, by: float) -> Plan:
    """The seam between two bands moved along the way."""
    return _seam(plan, way, low, high, lambda end: end + by, lambda fade: fade)


def _widened(plan: Plan, way: Way, low: Brush, high: Brush, by: float) -> Plan:
    """The seam between two bands carried further on both sides, or less far; each fades as far as it is carried."""
    return _seam(plan, way, low, high, lambda end: end, lambda fade: fade + by, pulled=by / 2)


def _seam(
    plan: Plan,
    way: Way,
    low: Brush,
    high: Brush,
    place: Callable[[float], float],
    fade: Callable[[float], float],
    pulled: float = 0.0,
) -> Plan:
    """Two bands with what they do at the seam between them changed; ``pulled``: each strong part ends so much earlier."""
    for step, sign in ((low, -1.0), (high, 1.0)):
        region = step.region
        assert isinstance(region, Band | Slant)
        band = way.straight(region)
        assert band is not None
        # The far end of a band that is measured from the way's beginning; the near end of one measured from its other side.
        forward = (band.edge == "top") == (sign < 0)
        shift = place(0.0) if band.edge == "top" else -place(0.0)
        if forward:
            if region.end_mm > span_mm(plan.card, region) - 1:
                continue
            region = replace(region, end_mm=region.end_mm + shift - pulled, carry_mm=fade(region.carry_mm))
        else:
            if region.start_mm <= 0:
                continue
            region = replace(region, start_mm=region.start_mm + shift + pulled, lead_in_mm=fade(region.lead_in_mm))
        if not _sound(plan, region):
            return plan
        plan = replace_step(plan, replace(step, region=region))
    return plan


def _sound(plan: Plan, region: Band | Slant) -> bool:
    span = span_mm(plan.card, region)
    return (
        0 <= region.start_mm <= region.end_mm <= span
        and 0 <= region.lead_in_mm <= region.start_mm + 1e-9
        and 0 <= region.carry_mm <= span
    )
