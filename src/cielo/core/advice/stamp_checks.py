"""Checks on stamps and prints: overprint-shows, front-after-back, stamp-blurs, unprimed-stamp, orientation-untested, register-lost."""

from collections.abc import Iterator
from dataclasses import replace

import numpy as np
from shapely import Polygon, union_all

from cielo.core.advice.finding import Finding, Remedy
from cielo.core.advice.looking import TOO_SMALL, add_before, area, before, both, brushings, strongest
from cielo.core.geometry.designs import rings_of
from cielo.core.geometry.spreading import spread_motifs
from cielo.core.materials import TOOLS, TRANSPARENT_KINDS
from cielo.core.plan import (
    Brush,
    Drawn,
    LayMask,
    LiftMask,
    Motifs,
    Plan,
    Prepare,
    Words,
    insert_step,
    move_step,
    new_step_id,
)
from cielo.core.sequence.lightness import SAME_LIGHTNESS, lightness_on
from cielo.core.table.marks import embosses, prints
from cielo.core.table.needs import is_for
from cielo.core.table.table import Table

# A stamp with parts smaller than this blurs when pressed; one larger than that wants to be primed: common practice, no source.
TINY_MM, BIG_MM = 8.0, 40.0
# Motifs that have a top and a bottom.
DIRECTED = ("saguaro", "arch", "leaf")
# How far a mask over a print stands out round it: common practice, no source.
MASK_MARGIN_MM = 0.4


def _figures(plan: Plan) -> list[Brush]:
    return [step for step in brushings(plan) if prints(step) and isinstance(step.region, Motifs | Words)]


def _masked_between(plan: Plan, first: Brush, then: Brush) -> bool:
    """Whether a mask is laid after the first print and still lies there at the second."""
    steps = plan.steps[plan.index_of(first.id) + 1 : plan.index_of(then.id)]
    lying = {step.mask for step in steps if isinstance(step, LayMask)} - {s.mask for s in steps if isinstance(s, LiftMask)}
    return bool(lying)


def _overlaps(plan: Plan, table: Table) -> Iterator[tuple[Brush, Brush]]:
    """(first, then): figures of which the second is printed over the first with no mask between."""
    figures = _figures(plan)
    for n, then in enumerate(figures):
        for first in figures[:n]:
            if first.region == then.region and first.seed == then.seed:
                continue  # the same print again
            if area(both(table, first.id, then.id), 0.15) > TOO_SMALL / 2 and not _masked_between(plan, first, then):
                yield first, then


def overprint_shows(plan: Plan, table: Table) -> Iterator[Finding]:
    """A figure is stamped over another without a mask, in an ink through which the first shows."""
    for first, then in _overlaps(plan, table):
        ink, under = plan.ink(then.ink), plan.ink(first.ink)
        in_front = isinstance(then.region, Motifs) and then.region.front
        covers = ink.kind not in TRANSPARENT_KINDS
        darker = lightness_on(plan.stock.paper, ink) < lightness_on(plan.stock.paper, under) - 4 * SAME_LIGHTNESS
        if in_front or covers or darker:
            continue  # the second is meant to be in front, hides the first, or swallows it
        yield Finding(
            "overprint-shows",
            "warn",
            then.id,
            f"The print in {ink.name} goes over the one in {under.name}, which shows through it.",
            "Two figures printed over each other look like glass. Mask the front one, and print the other behind it.",
            strongest(table, both(table, first.id, then.id)),
            _mask_the_first(plan, first, then),
        )


def front_after_back(plan: Plan, table: Table) -> Iterator[Finding]:
    """The front figure comes after the one behind it, without a mask."""
    for first, then in _overlaps(plan, table):
        behind = isinstance(first.region, Motifs) and first.region.front
        if not isinstance(then.region, Motifs) or not then.region.front or behind:
            continue
        if plan.ink(then.ink).kind not in TRANSPARENT_KINDS:
            continue
        turned = move_step(plan, then.id, first.id)
        remedy = _mask_the_first(turned, then, first)
        yield Finding(
            "front-after-back",
            "warn",
            then.id,
            f"The figures in {plan.ink(then.ink).name} stand in front, but are printed last, over those behind them.",
            "What is in front is printed first and masked; what is behind it then stops at its edge.",
            strongest(table, both(table, first.id, then.id)),
            remedy and Remedy("Print the front first and mask it", remedy.plan),
        )


def _mask_the_first(plan: Plan, first: Brush, then: Brush) -> Remedy | None:
    """A mask cut to the first figures, laid before the second are printed and lifted after."""
    region = first.region
    if not isinstance(region, Motifs):
        return None
    card = plan.card
    placed = spread_motifs(region, card.panel_width_mm, card.panel_height_mm, first.seed)
    shape = union_all([Polygon(motif.outline_mm(region.motif)).buffer(0) for motif in placed]).buffer(MASK_MARGIN_MM)
    left, top, right, bottom = shape.bounds
    x, y = (left + right) / 2, (top + bottom) / 2
    rings = tuple(tuple((round(px - x, 2), round(py - y, 2)) for px, py in ring) for ring in rings_of(shape.simplify(0.05)))
    taken = {mask.key for mask in plan.masks}
    key = next(f"figures-{n}" for n in range(1, len(taken) + 2) if f"figures-{n}" not in taken)
    mask = Drawn(key, f"{region.motif} figures", round(x, 2), round(y, 2), rings, keeps="inside")
    masked = replace(plan, masks=(*plan.masks, mask))
    masked = insert_step(masked, LayMask(new_step_id(masked), key), then.id)
    later = masked.steps[masked.index_of(then.id) + 1 :]
    masked = insert_step(masked, LiftMask(new_step_id(masked), key), later[0].id if later else None)
    return Remedy("Mask the first figures", masked)


def stamp_blurs(plan: Plan, table: Table) -> Iterator[Finding]:
    """A tiny or detailed stamp: touch, do not press."""
    for step in _figures(plan):
        region = step.region
        small = (
            region.height_mm < TINY_MM if isinstance(region, Words) else isinstance(region, Motifs) and region.size_mm < TINY_MM
        )
        if small and step.tool == "stamp":
            yield Finding(
                "stamp-blurs",
                "remind",
                step.id,
                "So small a stamp blurs when it is pressed.",
                "Touch the ink with it and touch the panel: no more.",
                strongest(table, table.maps[step.id]),
            )


def unprimed_stamp(plan: Plan, table: Table) -> Iterator[Finding]:
    """The first print of a large stamp: stamp off first."""
    seen: set[object] = set()
    for step in _figures(plan):
        region = step.region
        stamp = region.motif if isinstance(region, Motifs) else region
        large = region.size_mm >= BIG_MM if isinstance(region, Motifs) else isinstance(region, Words) and region.height_mm >= 12
        if step.tool == "stamp" and stamp not in seen and large:
            yield Finding(
                "unprimed-stamp",
                "remind",
                step.id,
                "A large stamp takes its ink unevenly the first time.",
                "Ink it and stamp off on scrap until the print is whole.",
                strongest(table, table.maps[step.id]),
            )
        seen.add(stamp)


def orientation_untested(plan: Plan, table: Table) -> Iterator[Finding]:
    """A sentiment or directed image is printed before top and bottom are decided: more ground follows, and nothing was tried."""
    for step in _figures(plan):
        region = step.region
        directed = isinstance(region, Words) or (
            isinstance(region, Motifs) and region.motif in DIRECTED and region.arrangement == "triangle"
        )
        tried = any(isinstance(other, Prepare) and other.act == "orient" for other in before(plan, step))
        ground_follows = any(
            isinstance(other, Brush) and not prints(other) and TOOLS[other.tool].texture not in ("drops",)
            for other in plan.steps[plan.index_of(step.id) + 1 :]
        )
        if directed and ground_follows and not tried:
            yield Finding(
                "orientation-untested",
                "warn",
                step.id,
                "This print has a top and a bottom, and the ground that decides them comes later.",
                "If the ground looks better the other way up, the print stands on its head.",
                strongest(table, table.maps[step.id]),
                Remedy("Decide it and try it on scrap first", add_before(plan, Prepare("", "orient"), step)),
            )


def register_lost(plan: Plan, table: Table) -> Iterator[Finding]:
    """A second print of the same image with no corner mark or press."""
    figures = _figures(plan)
    for n, then in enumerate(figures):
        first = next((f for f in figures[:n] if f.region == then.region and f.seed == then.seed), None)
        if first is not None and embosses(plan, then) and is_for(table, first.id, then.id):
            continue  # powder is strewn on the wet print, and not printed again
        if first is None or any(isinstance(s, Prepare) and s.act == "register" for s in before(plan, first)):
            continue
        if not np.any(both(table, first.id, then.id) > 0.1):
            continue
        yield Finding(
            "register-lost",
            "warn",
            then.id,
            "The same image is printed a second time, and nothing brings it back to its place.",
            "By eye the second print lands a hair beside the first. Corner marks or a press hold both.",
            strongest(table, both(table, first.id, then.id)),
            Remedy("Mark the corners before the first print", add_before(plan, Prepare("", "register"), first)),
        )
