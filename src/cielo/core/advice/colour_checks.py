"""Checks on colour: seam-mud, primaries-brown, darks-merge. Each gives its number.

All are read on the coarse picture of simulation.contact; lines at seams want a finer look, in seam_checks.
"""

from collections.abc import Iterator
from dataclasses import replace
from itertools import combinations

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely import STRtree

from cielo.core.advice.crossing_checks import COLOUR_FROM, MUD_SHARE
from cielo.core.advice.finding import Finding, Place
from cielo.core.advice.looking import NO_STAMP_INK, area, both, brushings, offered, strongest, with_step
from cielo.core.bounds import Lab
from cielo.core.geometry.holding import is_stencil
from cielo.core.geometry.masks import distance_to_cover_mm
from cielo.core.materials import TOOLS
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.hue import chroma, hue_apart, hue_degrees
from cielo.core.optics.layering import lab_of_stack
from cielo.core.plan import (
    Band,
    Brush,
    Disc,
    EdgeMask,
    Halo,
    LayMask,
    Plan,
    Slant,
    Vignette,
    masks_on,
)
from cielo.core.sequence.lightness import seen_on
from cielo.core.simulation.laydown import Map
from cielo.core.simulation.measured import measured_of
from cielo.core.table.marks import embosses
from cielo.core.table.purpose import purpose_of
from cielo.core.table.table import Table

Array = NDArray[np.float64]

# An ink laid this thinly takes no part in mud or brown, full applications; an overlap below this share of the panel is no seam.
TAKES_PART, OVERLAPS = 0.25, 0.03
NEAR_COMPLEMENTS = 110.0
# An ink darker than the other by more than this is laid to shade it, and is meant to take its colour down: judgement, no source.
SHADES = 35.0
# Browns: three inks from three thirds of the hue circle that leave less colour than this. Judgement, no source.
BROWN_BELOW, BROWN_AREA = 26.0, 0.02
# Two grounds darker than this and nearer than this to each other merge, CIEDE2000: judgement, no source.
DARK_BELOW, MERGE_BELOW, MERGE_ALONG = 40.0, 5.0, 0.4


# Marks that make a ground; drops, prints and lines stand on one.
GROUND_TEXTURES = ("even", "fine", "open", "blots", "pools", "streaks")


# Mud and brown ------------------------------------------------------------------------------------------------------------------
def _blends(plan: Plan, step: Brush) -> bool:
    """Whether a step lies over what is there as a ground of its own: worked in, smooshed or dabbed, damp or dry; not through a stencil."""
    lays = [other for other in plan.steps if isinstance(other, LayMask) and other.id in purpose_of(step).under]
    layer = step.onto == "dry" and any(is_stencil(plan.mask(lay.mask)) for lay in lays)
    return TOOLS[step.tool].texture in GROUND_TEXTURES and not layer and not embosses(plan, step)


def seam_mud(plan: Plan, table: Table) -> Iterator[Finding]:
    """Near-complements overlap widely: the seam turns dull."""
    told: set[frozenset[str]] = set()
    blends = [step for step in brushings(table.as_planned) if _blends(plan, step)]
    for first, then in combinations(blends, 2):
        pair = frozenset({first.ink, then.ink})
        if len(pair) < 2 or pair in told:
            continue
        overlap = both(table, first.id, then.id)
        if area(overlap, TAKES_PART) < OVERLAPS:
            continue
        a, b = (seen_on(plan.stock.paper, plan.ink(key)) for key in (first.ink, then.ink))
        weaker = min(chroma(a), chroma(b))
        if weaker < COLOUR_FROM or hue_apart(a, b) < NEAR_COMPLEMENTS or abs(a[0] - b[0]) > SHADES:
            continue
        seam = _colour_where(plan, table, overlap, (first, then))
        if chroma(seam) >= MUD_SHARE * weaker:
            continue
        told.add(pair)
        names = plan.ink(first.ink).name, plan.ink(then.ink).name
        yield Finding(
            "seam-mud",
            "warn",
            then.id,
            f"{names[0]} and {names[1]} dull each other where they overlap.",
            _bridge(plan, a, b, names),
            strongest(table, overlap),
            offered(_held_apart(plan, first, then)),
            measure=f"strength of colour {chroma(seam):.0f} in the seam, {weaker:.0f} and more beside it",
        )


def _bridge(plan: Plan, a: Lab, b: Lab, names: tuple[str, str]) -> str:
    """Why, and which ink of the plan would bridge the two, where one lies between them in hue."""
    apart = hue_apart(a, b)
    for ink in plan.inks:
        c = seen_on(plan.stock.paper, ink)
        if ink.name not in names and chroma(c) > COLOUR_FROM and max(hue_apart(a, c), hue_apart(c, b)) < apart - 15:
            return f"They are near-complements. {ink.name} between them bridges the two; so does a gap of bare stock."
    return "They are near-complements. A gap of bare stock keeps both clear; so would an ink between them in hue."


def _colour_where(plan: Plan, table: Table, overlap: Map, steps: tuple[Brush, ...]) -> Lab:
    """The predicted colour of some layings alone, where they overlap most."""
    at = np.unravel_index(int(np.argmax(overlap)), overlap.shape)
    stack = [(step.ink, float(table.maps[step.id][at])) for step in steps]
    return lab_of_stack(plan.stock.paper, {ink.key: ink for ink in plan.inks}, stack, measured=measured_of(plan))


def _held_apart(plan: Plan, first: Brush, then: Brush) -> Iterator[tuple[str, Plan]]:
    """Ways to keep two layings from lying over each other, the gentlest first."""
    name = plan.ink(then.ink).name
    for gap in (8.0, 16.0, 24.0, 36.0, 48.0):
        changed = plan
        for step in (first, then):
            region = step.region
            if not isinstance(region, Band | Slant):
                break
            carry = min(region.carry_mm, 8.0)
            lead = min(region.lead_in_mm, 8.0)
            end = max(region.start_mm, region.end_mm - gap / 2) if region.carry_mm > 0 else region.end_mm
            start = min(end, region.start_mm + gap / 2) if region.start_mm > 0 else 0.0
            changed = with_step(
                changed, step, region=replace(region, start_mm=start, end_mm=end, carry_mm=carry, lead_in_mm=lead)
            )
        else:
            yield "Leave a gap of bare stock between them", changed
    for share in (0.7, 0.5, 0.35):
        if isinstance(then.region, Halo | Vignette):
            nearer = replace(then.region, reach_mm=round(then.region.reach_mm * share, 1))
            yield f"Keep {name} nearer to where it begins", with_step(plan, then, region=nearer)
    yield f"Only one pale pass of {name}", with_step(plan, then, touch="pale", passes=1)
    yield f"Leave {name} out", replace(plan, steps=tuple(s for s in plan.steps if s.id != then.id))


def _third(lab: Lab) -> int | None:
    """Which third of the hue circle an ink belongs to: yellow, red or blue; None for one without a clear hue."""
    if chroma(lab) < COLOUR_FROM:
        return None
    hue = hue_degrees(lab)
    if 55 <= hue < 130:
        return 0
    if hue < 50 or hue >= 325:
        return 1
    return 2 if 190 <= hue < 310 else None


def primaries_brown(plan: Plan, table: Table) -> Iterator[Finding]:
    """Three primaries end up on the same spot."""
    by_third: dict[int, list[Brush]] = {0: [], 1: [], 2: []}
    for step in brushings(plan):
        third = _third(seen_on(plan.stock.paper, plan.ink(step.ink)))
        if third is not None and _blends(plan, step):
            by_third[third].append(step)
    if not all(by_third.values()):
        return
    most = [np.max([table.maps[s.id] for s in steps], axis=0) for steps in by_third.values()]
    spot = np.min(most, axis=0)
    if area(spot, TAKES_PART) < BROWN_AREA:
        return
    at = np.unravel_index(int(np.argmax(spot)), spot.shape)
    there = tuple(
        s for s in brushings(plan) if any(s in steps for steps in by_third.values()) and table.maps[s.id][at] > TAKES_PART / 2
    )
    colour = _colour_where(plan, table, spot, there)
    if chroma(colour) > BROWN_BELOW:
        return
    last = there[-1]
    names = list(dict.fromkeys(plan.ink(step.ink).name for step in there))
    yield Finding(
        "primaries-brown",
        "warn",
        last.id,
        f"{', '.join(names[:-1])} and {names[-1]} lie on the same spot and go brown.",
        "A yellow, a red and a blue over each other take all light but brown. Two of them at a time make clear seconds.",
        strongest(table, spot),
        offered(_held_apart(plan, there[0], last)),
        measure=f"strength of colour {chroma(colour):.0f} on {area(spot, TAKES_PART):.0%} of the panel",
    )


def darks_merge(plan: Plan, table: Table) -> Iterator[Finding]:
    """Two dark areas meet along a mask's edge and merge."""
    used = {mask for _, on in masks_on(plan) for mask in on}
    if not any(seen_on(plan.stock.paper, ink)[0] < DARK_BELOW + 15 for ink in plan.inks):
        return
    if plan.stock.paper.lab[0] < DARK_BELOW:
        return  # the stock itself is dark: no ink of this plan made it so, and an ink that is lost on it is told as such
    for key in sorted(used):
        mask = plan.mask(key)
        if not isinstance(mask, EdgeMask | Disc) or not _inked_along(plan, table, key):
            continue
        distance = distance_to_cover_mm(mask, table.grid.x_mm, table.grid.y_mm)
        merged, where = _merged(table, table.finished_lab, np.asarray(distance, dtype=float))
        if merged < MERGE_ALONG:
            continue
        last = next(step for step in reversed(plan.steps) if isinstance(step, Brush) and table.reaches_mask(step.id, key))
        lighter = [
            (f"Fewer passes of {plan.ink(last.ink).name}", with_step(plan, last, passes=passes))
            for passes in range(last.passes - 1, 0, -1)
        ]
        lighter += [
            (f"Take {ink.name} there", with_step(plan, last, ink=ink.key))
            for ink in sorted(plan.inks, key=lambda ink: (-seen_on(plan.stock.paper, ink)[0], ink.key))
            if ink.key != last.ink and ink.kind not in NO_STAMP_INK
        ]
        lay = next(step for step in plan.steps if isinstance(step, LayMask) and step.mask == key)
        yield Finding(
            "darks-merge",
            "warn",
            lay.id,
            f"Dark meets dark along the {mask.called}, and its edge is lost.",
            "Two darks side by side read as one. Leave one of them paler, or a light rim between.",
            where,
            offered(lighter),
            measure=f"less than {MERGE_BELOW:.0f} CIEDE2000 apart along {merged:.0%} of the edge",
        )


def _inked_along(plan: Plan, table: Table, mask: str) -> bool:
    """Whether ink is laid against a mask while it lies there, so that its edge is meant to show."""
    return any(isinstance(step, Brush) and mask in on and table.reaches_mask(step.id, mask) for step, on in masks_on(plan))


def _merged(table: Table, lab: Array, distance: Array) -> tuple[float, Place]:
    """The share of an edge along which both sides are dark and alike, and the middle of that."""
    x, y = np.meshgrid(table.grid.x_mm, table.grid.y_mm)
    near_out, near_in = (distance > 0.8) & (distance < 5), (distance < -0.8) & (distance > -5)
    dark = lab[..., 0] < DARK_BELOW
    if not (dark & near_out).any() or not (dark & near_in).any():
        return 0.0, Place(0.0, 0.0)
    within = STRtree(shapely.points(x[near_in], y[near_in]))
    paired, nearest = within.query_nearest(shapely.points(x[near_out], y[near_out]), max_distance=6.0, all_matches=False)
    outside, inside = lab[near_out][paired], lab[near_in][nearest]
    if len(outside) == 0:
        return 0.0, Place(0.0, 0.0)
    alike = (outside[:, 0] < DARK_BELOW) & (inside[:, 0] < DARK_BELOW) & (ciede2000(outside, inside) < MERGE_BELOW)
    if not alike.any():
        return 0.0, Place(0.0, 0.0)
    return float(alike.mean()), Place(float(x[near_out][paired][alike].mean()), float(y[near_out][paired][alike].mean()))
