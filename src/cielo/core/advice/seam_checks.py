"""Lines at seams: stark-seam, bare-line.

Bands that run the same way, straight or slanted, are read together on one line along that way, at half a millimetre. A band's ink
hangs on the distance along its way alone, so the line is that of a straight panel as long as this one is that way: a slant is read as
truly as a band.

Symbols
-------
a        the way a band runs, degrees: 0 from the top edge down, turned clockwise (plan.Slant); a and a + 180 are one way
span     the panel's size that way, mm: |sin a| width + |cos a| height
t        distance along the way from the corner furthest back, mm
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import combinations

import numpy as np
from numpy.typing import NDArray

from cielo.core.advice.finding import Finding, Place, Remedy
from cielo.core.advice.looking import brushings, offered, with_step
from cielo.core.optics.difference import ciede2000
from cielo.core.plan import Band, Brush, Plan, Slant, replace_step
from cielo.core.simulation.strip import STARK_PER_MM
from cielo.core.table.purpose import purpose_of
from cielo.core.table.table import Table
from cielo.core.table.ways import PER_MM, Way, brushed, change_along, colours_along, ways_of
from cielo.core.units import mark_mm, say_by_ruler, say_fine


@dataclass(frozen=True)
class Seam:
    """Where a blended end meets another ink: the laying, its band on the straight panel, the steepest change near there, per mm, and t."""

    step: Brush
    way: Way
    band: Band
    steepest: float
    t_mm: float


def stark_seam(plan: Plan, table: Table) -> Iterator[Finding]:
    """Overlap too narrow for the colour step: a line shows. A band that ends without any carry ends on purpose."""
    for seam in seams_of(plan):
        if seam.steepest <= STARK_PER_MM:
            continue
        wider = [
            (f"Carry it {say_by_ruler(carry, plan.units)}", _with_carry(plan, seam, carry)) for carry in _carries(plan, seam)
        ]
        yield Finding(
            "stark-seam",
            "warn",
            seam.step.id,
            f"{plan.ink(seam.step.ink).name} ends in a line.",
            "The overlap is too narrow for the step from one colour to the next; carried further, the two flow into each other.",
            Place(*seam.way.place(seam.t_mm)),
            offered(wider),
            measure=f"{seam.steepest:.1f} CIEDE2000 per mm; below {STARK_PER_MM:.0f} no line is seen",
        )
    yield from _butted(table.as_planned)


def _butted(plan: Plan) -> Iterator[Finding]:
    """Two bands that end where the other begins, neither taken into the other, and no mask to keep the edge."""
    told: set[frozenset[str]] = set()
    for way in ways_of(plan):
        along = [(s, band) for s in brushed(plan) if not purpose_of(s).under and (band := way.straight(s.region))]
        ends = [(step, band, _end_mm(band, way.span_mm)) for step, band in along if band.carry_mm < BUTTED_MM]
        starts = [(s, b, _end_mm(b, way.span_mm, far=False)) for s, b in along if b.start_mm > 0 and b.lead_in_mm < BUTTED_MM]
        edges = [*ends, *starts]
        for (first, _, at), (then, _, other) in combinations(edges, 2):
            pair = frozenset({first.id, then.id})
            if first.ink == then.ink or pair in told or abs(at - other) > BUTTED_MM or not 0 < at < way.span_mm:
                continue
            told.add(pair)
            inks = plan.ink(first.ink).name, plan.ink(then.ink).name
            carried = plan
            for step in (first, then):
                region = step.region
                assert isinstance(region, Band | Slant)
                lead = CARRY_MM if region.start_mm > 0 else 0.0
                carried = replace_step(carried, replace(step, region=replace(region, carry_mm=CARRY_MM, lead_in_mm=lead)))
            yield Finding(
                "stark-seam",
                "warn",
                then.id,
                f"{inks[0]} and {inks[1]} are butted against each other.",
                "No hand sets two inks edge to edge: there is a bare line or a dark ridge. Carried into each other they flow; with a "
                "mask they stand clear.",
                Place(*way.place(at)),
                Remedy("Carry them into each other", carried),
                measure=f"{say_fine(abs(at - other), plan.units)} between where one ends and the other begins",
            )


def bare_line(plan: Plan, table: Table) -> Iterator[Finding]:
    """Two blended bands leave a narrow line of bare stock between them. A gap that is plainly meant is wider; one kept by tape is laid."""
    known = table.as_planned
    for way in ways_of(known):
        along = [(step, band) for step in brushed(known) if (band := way.straight(step.region))]
        if len(along) < 2 or any(purpose_of(step).under for step, _ in along):
            continue
        lab = colours_along(known, way)
        bare = np.asarray(ciede2000(lab, np.broadcast_to(np.array(plan.stock.paper.lab), lab.shape)) < SEES)
        for begins, ends in _runs(bare):
            wide_mm = (ends - begins) / PER_MM
            if begins == 0 or ends == len(bare) or not BUTTED_MM < wide_mm < PLAINLY_MEANT_MM:
                continue
            at = (begins + ends) / 2 / PER_MM
            beside = sorted(along, key=lambda one: abs(_reaches_to(one[1], way.span_mm, at) - at))[:2]
            closed = known
            for step, band in beside:
                closed = replace_step(closed, replace(step, region=_carried_on(step, band, wide_mm)))
            yield Finding(
                "bare-line",
                "warn",
                beside[0][0].id,
                f"A bare line {say_fine(wide_mm, plan.units)} wide is left between "
                f"{plan.ink(beside[0][0].ink).name} and {plan.ink(beside[1][0].ink).name}.",
                "So narrow a gap looks forgotten. Carried into each other the two close it; left plainly wider it is meant.",
                Place(*way.place(at)),
                Remedy("Carry them into each other", closed),
                measure=f"{say_fine(wide_mm, plan.units)} wide",
            )


def _runs(flags: NDArray[np.bool_]) -> Iterator[tuple[int, int]]:
    """Where each run of True begins and ends."""
    edges = np.flatnonzero(np.diff(np.concatenate(([0], flags.astype(np.int8), [0]))))
    yield from zip(edges[::2].tolist(), edges[1::2].tolist(), strict=True)


def _reaches_to(band: Band, span: float, at_mm: float) -> float:
    """The end of a band that is nearer to a place, its carry with it, from the top of the way."""
    ends = (band.start_mm - band.lead_in_mm, band.end_mm + band.carry_mm)
    return min((end if band.edge == "top" else span - end for end in ends), key=lambda end: abs(end - at_mm))


def _carried_on(step: Brush, band: Band, wide_mm: float) -> Band | Slant:
    """A band carried over the gap at its end and into what begins there."""
    region = step.region
    assert isinstance(region, Band | Slant)
    lead = max(region.lead_in_mm, CARRY_MM) if band.start_mm > 0 else region.lead_in_mm
    return replace(region, end_mm=region.end_mm + wide_mm / 2, carry_mm=max(region.carry_mm, CARRY_MM), lead_in_mm=lead)


# A gap as wide as this is plainly meant, mm. Judgement. Colours no further apart than the second are one to the eye, CIEDE2000.
PLAINLY_MEANT_MM, SEES = 7.0, 2.0
# Bands that meet closer than this, and are carried less, are butted, mm; and how far they are carried then. Judgement.
BUTTED_MM, CARRY_MM = 2.0, 19.0


def _end_mm(band: Band, span: float, *, far: bool = True) -> float:
    """Where a straightened band ends, or with ``far`` False begins, from the top of its way."""
    at = band.end_mm if far else band.start_mm
    return at if band.edge == "top" else span - at


def seams_of(plan: Plan) -> Iterator[Seam]:
    """Every blended end that meets another ink."""
    for way in ways_of(plan):
        along = [(step, band) for step in brushed(plan) if (band := way.straight(step.region))]
        if len({step.ink for step, _ in along}) < 2:
            continue
        span = way.span_mm
        change = change_along(plan, way)
        told: list[int] = []
        for step, band in along:
            if band.carry_mm <= 0 or band.end_mm + band.carry_mm >= span or not _meets_another(along, step, band, span):
                continue
            # Distance from the band's own edge; the line is read from the top.
            reach = range(int(band.end_mm * PER_MM), min(len(change), int((band.end_mm + band.carry_mm) * PER_MM) + 2))
            places = [i if band.edge == "top" else len(change) - 1 - i for i in reach]
            if not places:
                continue
            worst = max(places, key=lambda i: change[i])
            if any(abs(worst - other) < 6 * PER_MM for other in told):
                continue
            told.append(worst)
            yield Seam(step, way, band, float(change[worst]), (worst + 1) / PER_MM)


def _meets_another(along: list[tuple[Brush, Band]], step: Brush, band: Band, span: float) -> bool:
    """Whether another ink's band lies where this one ends."""
    at = band.end_mm + band.carry_mm / 2
    for other, region in along:
        here = at if region.edge == band.edge else span - at
        if other.ink != step.ink and region.start_mm - region.lead_in_mm - 2 <= here <= region.end_mm + region.carry_mm + 2:
            return True
    return False


def _carries(plan: Plan, seam: Seam) -> Iterator[float]:
    """Carries to try at a seam, one mark of the ruler after the other, mm."""
    step = mark_mm(plan.units)
    yield from (step * marks for marks in range(2, int(seam.way.span_mm / 2 / step) + 1))


def _with_carry(plan: Plan, seam: Seam, carry_mm: float) -> Plan:
    """The plan with every band that ends or begins near a seam carried that far, the seam staying where it is."""
    span = seam.way.span_mm
    at = seam.band.end_mm + seam.band.carry_mm / 2
    near = carry_mm / 2 + 4
    for step in brushings(plan):
        region, band = step.region, seam.way.straight(step.region)
        if band is None or not isinstance(region, Band | Slant):
            continue
        here = at if band.edge == seam.band.edge else span - at
        if region.carry_mm > 0 and abs(region.end_mm + region.carry_mm / 2 - here) < near:
            region = replace(region, end_mm=max(region.start_mm, here - carry_mm / 2), carry_mm=carry_mm)
        if region.start_mm > 0 and abs(region.start_mm - region.lead_in_mm / 2 - here) < near:
            start = min(region.end_mm, here + carry_mm / 2)
            region = replace(region, start_mm=start, lead_in_mm=carry_mm)
        if region != step.region:
            plan = with_step(plan, step, region=region)
    return plan
