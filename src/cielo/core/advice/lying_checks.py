"""Checks on what lies there while work goes on: left-lying, falls-on-covered; and seeps-under of a sheet that lies on relief."""

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from cielo.core.advice.finding import Finding, Place
from cielo.core.advice.looking import after, before, brushings, offered, strongest
from cielo.core.plan import (
    Brush,
    Drawn,
    Dry,
    LayMask,
    LiftMask,
    Mask,
    MotifMask,
    Plan,
    Purpose,
    Stencil,
    Tapes,
    insert_step,
    is_one_thing,
    move_step,
    new_step_id,
    replace_mask,
    replace_step,
    without_steps,
)
from cielo.core.simulation.cover import to_cover_mm
from cielo.core.table.purpose import purpose_of, settled
from cielo.core.table.table import Table

# Left longer than this a sheet that sticks lifts the surface when it comes off, and one laid by hand has slipped, minutes. Judgement.
TOO_LONG_MIN = 120.0
# Of what a sheet was to cover so much lying open is a slip; where more than this lies open it was meant to. Judgement.
SHOWS, MEANT = 0.03, 0.7
# Where a laying counts, full applications.
COUNTS = 0.15


def left_lying(plan: Plan, table: Table) -> Iterator[Finding]:
    """A sheet lies for hours, through a long drying mostly."""
    for at, lay in enumerate(plan.steps):
        if not isinstance(lay, LayMask) or plan.mask(lay.mask).held == "magnets":
            continue
        off = next((n for n in range(at + 1, len(plan.steps)) if _takes_off(plan, n, lay)), None)
        end = len(plan.steps) if off is None else off
        lain = table.moments[end].at_min - table.moments[at + 1].at_min
        if lain <= TOO_LONG_MIN:
            continue
        mask = plan.mask(lay.mask)
        lie = "lie" if isinstance(mask, Tapes) else "lies"
        waits = [step for step in plan.steps[at:end] if isinstance(step, Dry)]
        longest = max(waits, key=lambda step: step.minutes, default=None)
        yield Finding(
            "left-lying",
            "warn",
            lay.id,
            f"The {mask.called} {lie} there for {lain / 60:.1f} hours.",
            "What sticks holds the harder the longer it lies, and takes the surface along when it comes off; what does not stick moves.",
            Place(mask.x_mm, mask.y_mm),
            offered(_off_for_the_wait(plan, lay, longest, off)) if longest is not None else None,
            measure=f"{lain:.0f} minutes; up to {TOO_LONG_MIN:.0f} is as good as none",
        )


def _takes_off(plan: Plan, n: int, lay: LayMask) -> bool:
    step = plan.steps[n]
    return isinstance(step, LiftMask) and step.mask == lay.mask


def _off_for_the_wait(plan: Plan, lay: LayMask, wait: Dry, off: int | None) -> Iterator[tuple[str, Plan]]:
    """The sheet taken off before the long wait, and laid again after it where it is wanted still."""
    mask = plan.mask(lay.mask)
    it = "them" if isinstance(mask, Tapes) else "it"
    if off is not None:
        yield f"Take {it} off before it dries", move_step(plan, plan.steps[off].id, wait.id)
    lifted = insert_step(plan, LiftMask(new_step_id(plan), lay.mask, purpose=Purpose(to=lay.id)), wait.id)
    later = after(lifted, wait)
    again = LayMask(new_step_id(lifted), lay.mask)
    if later:
        yield f"Take {it} off for the wait and lay {it} again", insert_step(lifted, again, later[0].id)


# Of a sheet so much lies on relief that it does not lie flat, as a share of the panel. Judgement.
ON_RELIEF = 0.004


def lies_on_relief(plan: Plan, table: Table) -> Iterator[Finding]:
    """A sheet is laid on hard paste or a thick finish: it does not lie flat, and ink creeps under it."""
    for lay in (step for step in plan.steps if isinstance(step, LayMask)):
        mask = plan.mask(lay.mask)
        covered = to_cover_mm(mask, table.grid) < 0
        raised = [
            laid
            for laid in before(plan, lay)
            if isinstance(laid, Brush)
            and plan.ink(laid.ink).kind == "paste"
            and not table.before(lay).left_of(laid.id)
            and float(np.count_nonzero((table.maps[laid.id] > COUNTS) & covered)) / covered.size > ON_RELIEF
        ]
        under = [one for one in after(plan, lay) if lay.id in {lying.laid_by for lying in table.before(one).lying}]
        inked = [one for one in under if isinstance(one, Brush) and table.reaches_mask(one.id, mask.key)]
        if not raised or not inked:
            continue
        name = plan.ink(raised[0].ink).name
        lie, it = ("lie", "them") if isinstance(mask, Tapes) else ("lies", "it")
        yield Finding(
            "seeps-under",
            "warn",
            lay.id,
            f"The {mask.called} {lie} on the hard {name}.",
            f"It stands up, so that the sheet does not lie flat and ink creeps under {it}. What stands up comes after the last sheet.",
            strongest(table, table.maps[raised[0].id]),
            offered(_before_relief(plan, table, lay, raised[0])),
        )


def _before_relief(plan: Plan, table: Table, lay: LayMask, raised: Brush) -> Iterator[tuple[str, Plan]]:
    """All that is done under a sheet moved before the relief and before the sheets that lie for that."""
    at = plan.index_of(lay.id)
    off = next((n for n in range(at + 1, len(plan.steps)) if _takes_off(plan, n, lay)), None)
    if off is not None:
        first = next((lying.laid_by for lying in table.before(raised).lying), raised.id)
        moved = plan
        for step in plan.steps[at : off + 1]:
            # What it was planned over is not there yet.
            moved = move_step(replace_step(moved, replace(step, purpose=None)), step.id, first)
        moved = settled(moved)
        yield "Do it before what stands up", moved
    mask = plan.mask(lay.mask)
    if isinstance(mask, Stencil | MotifMask | Drawn | Tapes):
        yield f"Leave {plan.ink(raised.ink).name} out", without_steps(plan, {raised.id})


def falls_on_covered(plan: Plan, table: Table) -> Iterator[Finding]:
    """A sheet pushed on to cover what it printed leaves some of it open, and the next laying falls there."""
    known = table.as_planned
    through = {step.id: step.mask for step in plan.steps if isinstance(step, LayMask)}
    told: set[str] = set()
    for step in brushings(plan):
        for lying in table.before(step).lying:
            mask = plan.mask(lying.mask)
            if mask.keeps != "inside" or mask.key in told:
                continue
            for printed in (one for one in before(known, step) if isinstance(one, Brush)):
                under = [plan.mask(through[key]) for key in purpose_of(printed).under if key in through]
                sheet = next((one for one in under if one.keeps == "outside" and is_one_thing(one, mask)), None)
                if sheet is None:
                    continue
                print_there = table.maps[printed.id] > COUNTS
                bare = print_there & (to_cover_mm(mask, table.grid) > 0)
                falls = bare & (table.maps[step.id] > COUNTS)
                share = float(np.count_nonzero(falls)) / max(1, int(np.count_nonzero(print_there)))
                if not SHOWS < share < MEANT:
                    continue
                told.add(mask.key)
                yield Finding(
                    "falls-on-covered",
                    "warn",
                    step.id,
                    f"{plan.ink(step.ink).name} falls on what the {mask.called} was to cover.",
                    "Pushed on so far, the sheet leaves a rim of what it printed open, and what comes next goes over it.",
                    strongest(table, falls.astype(np.float32)),
                    offered(_covering(plan, mask, sheet)),
                    measure=f"{share:.0%} of the print lies open",
                )
                break


def _covering(plan: Plan, mask: Mask, sheet: Mask) -> Iterator[tuple[str, Plan]]:
    """The sheet back over what it printed, with a margin round it."""
    there = replace(mask, x_mm=sheet.x_mm, y_mm=sheet.y_mm)
    yield "Lay it right over what it printed", replace_mask(plan, there)
    if isinstance(there, Stencil | MotifMask | Drawn):
        yield "Lay it right over what it printed, with a margin", replace_mask(plan, replace(there, spread_mm=1.5))
