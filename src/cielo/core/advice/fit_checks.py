"""What does not go together in size: does-not-fit."""

from collections.abc import Iterator
from dataclasses import replace

import numpy as np
from shapely import box

from cielo.core.advice.finding import Finding, Place, Remedy
from cielo.core.advice.looking import offered, panel_size
from cielo.core.geometry.envelopes import THICKEST_MM, envelope_troubles, pile_mm
from cielo.core.geometry.holding import is_stencil
from cielo.core.geometry.masks import distance_to_cover_mm
from cielo.core.geometry.shapes import shape_of_cut
from cielo.core.plan import Brush, Inside, Mask, Plan, replace_mask, replace_step
from cielo.core.simulation.contact import A_FEW, TRACE
from cielo.core.table.table import Table
from cielo.core.units import say_fine, say_length


def does_not_fit(plan: Plan, table: Table) -> Iterator[Finding]:
    """Panel, pieces, pile, envelope and sheets that do not go together."""
    yield from _envelope(plan)
    yield from _cuts(plan)
    yield from _sheets(plan, table)


def _sheets(plan: Plan, table: Table) -> Iterator[Finding]:
    """A sheet so small that ink is brushed past its rim, onto what it should keep."""
    told: set[str] = set()
    for step in plan.steps:
        if not isinstance(step, Brush):
            continue
        for lying in table.before(step).lying:
            mask = plan.mask(lying.mask)
            if mask.sheet_width_mm is None or mask.sheet_height_mm is None or mask.key in told:
                continue
            open_ended = replace(mask, sheet_width_mm=None, sheet_height_mm=None)
            x_mm, y_mm = table.grid.x_mm, table.grid.y_mm
            beside = (distance_to_cover_mm(open_ended, x_mm, y_mm) < 0) & (distance_to_cover_mm(mask, x_mm, y_mm) > 0)
            spilt = beside & (table.maps[step.id] > TRACE)
            if np.count_nonzero(spilt) < A_FEW * spilt.size:
                continue
            told.add(mask.key)
            rows, columns = np.nonzero(spilt)
            yield Finding(
                "does-not-fit",
                "warn",
                step.id,
                f"The {mask.called} is {say_length(mask.sheet_width_mm, plan.units)} by {say_length(mask.sheet_height_mm, plan.units)}, and "
                f"{plan.ink(step.ink).name} goes past its rim.",
                "Ink brushed off a sheet marks the panel beside it along a straight line. Cover what lies open, or stay within the openings.",
                Place(float(x_mm[columns].mean()), float(y_mm[rows].mean())),
                offered(_within(plan, step, mask)),
                measure=f"{spilt.mean():.0%} of the panel lies beside it and is inked",
            )


def _within(plan: Plan, step: Brush, mask: Mask) -> list[tuple[str, Plan]]:
    """The plan with ink only in a stencil's openings, and with the sheet large enough."""
    width, height = panel_size(plan)
    larger = replace(mask, sheet_width_mm=None, sheet_height_mm=None)
    within = [("Ink only its openings", replace_step(plan, replace(step, region=Inside(mask.key))))] if is_stencil(mask) else []
    return [*within, (f"Take a sheet larger than {say_length(max(width, height), plan.units)}", replace_mask(plan, larger))]


def _envelope(plan: Plan) -> Iterator[Finding]:
    """A pile or an envelope that does not go with the card."""
    for trouble in envelope_troubles(plan):
        card = plan.card
        remedy = None
        flat = replace(plan, card=replace(card, raised_mm=0.0))
        folded = replace(plan, card=replace(card, envelope="folded"))
        if pile_mm(plan) > THICKEST_MM and pile_mm(flat) <= THICKEST_MM:
            remedy = Remedy("Mount the panel flat", flat)
        elif card.envelope != "folded" and pile_mm(plan) <= THICKEST_MM:
            remedy = Remedy("Fold an envelope to measure", folded)
        why = "A card that is forced into its envelope creases, or the flap springs open in the post."
        yield Finding(
            "does-not-fit",
            "warn",
            None,
            trouble,
            why,
            cure=remedy,
            measure=f"the pile is {say_fine(pile_mm(plan), plan.units)} thick",
        )


def _cuts(plan: Plan) -> Iterator[Finding]:
    """Windows and frames that reach over the panel's edge."""
    panel = box(0, 0, *panel_size(plan))
    for cut in plan.cuts:
        shape = shape_of_cut(cut)
        reach = shape.buffer(cut.rim_mm) if cut.use == "frame" else shape
        if panel.buffer(0.1).contains(reach) or cut.use in ("strip", "sentiment"):
            continue
        yield Finding(
            "does-not-fit",
            "warn",
            None,
            f"The {cut.name} reaches over the panel's edge.",
            "Cut there, the panel falls in two, or the frame hangs over.",
            Place(cut.x_mm, cut.y_mm),
            Remedy("Move it inside", _moved_inside(plan, cut.key)),
        )


def _moved_inside(plan: Plan, key: str) -> Plan:
    """The plan with a cut moved, and where it must made smaller, to lie on the panel."""
    width, height = panel_size(plan)
    cut = next(cut for cut in plan.cuts if cut.key == key)
    left, top, right, bottom = shape_of_cut(cut).buffer(cut.rim_mm if cut.use == "frame" else 0.0).bounds
    fit = min(1.0, (width - 2) / (right - left), (height - 2) / (bottom - top))
    half = ((right - left) * fit / 2 + 1, (bottom - top) * fit / 2 + 1)
    moved = replace(
        cut,
        x_mm=round(min(max(cut.x_mm, half[0]), width - half[0]), 2),
        y_mm=round(min(max(cut.y_mm, half[1]), height - half[1]), 2),
        width_mm=cut.width_mm * fit,
        height_mm=cut.height_mm * fit,
        rim_mm=cut.rim_mm * fit,
    )
    return replace(plan, cuts=tuple(moved if other.key == key else other for other in plan.cuts))
