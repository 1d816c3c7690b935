"""Checks on embossing and resist: static-on-dark, unmelted-powder, stamp-over-ridge, resist-not-wiped,
resist-too-pale."""

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from cielo.core.advice.finding import Finding, Remedy
from cielo.core.advice.looking import (
    TOO_SMALL,
    add_after,
    add_before,
    after,
    area,
    before,
    both,
    brushings,
    moved_before,
    offered,
    strongest,
    with_step,
)
from cielo.core.plan import Brush, Plan, Prepare, WipeBeads, without_steps
from cielo.core.sequence.lightness import SAME_LIGHTNESS, lightness_on
from cielo.core.simulation.contrast import passes_to_stand_out, stands_out
from cielo.core.table.marks import embosses, prints
from cielo.core.table.table import Table

# A stock below this lightness is dark, and one inked over more than this share of it is a whole background: judgement, no source.
DARK_STOCK, WHOLE_GROUND = 50.0, 0.6
# An embossing over more than this share of the panel is large: judgement, no source.
LARGE = 0.25
# A resist nearer to its ground than this is overlooked, CIEDE2000: judgement, no source.
TOO_PALE = 15.0


_ALL_OVER = "on a ground that is inked all over"


def static_on_dark(plan: Plan, table: Table) -> Iterator[Finding]:
    """Powder on dark stock or over a whole inked background with no anti-static step."""
    for step in brushings(plan):
        if not embosses(plan, step):
            continue
        earlier = before(plan, step)
        if any(isinstance(other, Prepare) and other.act == "anti-static" for other in earlier):
            continue
        inked = area(np.max([table.maps[b.id] for b in earlier if isinstance(b, Brush)], axis=0, initial=0.0), 0.1)
        dark = plan.stock.paper.lab[0] < DARK_STOCK
        large = area(table.maps[step.id], 0.3) > LARGE
        if not dark and not large and inked < WHOLE_GROUND:
            continue
        yield Finding(
            "static-on-dark",
            "warn",
            step.id,
            f"Stray powder will show {'on so dark a stock' if dark else 'beside so large a motif' if large else _ALL_OVER}.",
            "Every grain that clings beside the motif melts and stays. The anti-static bag keeps it off.",
            cure=Remedy("Rub it with the anti-static bag first", add_before(plan, Prepare("", "anti-static"), step)),
        )


def unmelted_powder(plan: Plan, table: Table) -> Iterator[Finding]:
    """Large embossed areas: tilt to the light."""
    for step in brushings(plan):
        if embosses(plan, step) and area(table.maps[step.id], 0.3) > LARGE:
            yield Finding(
                "unmelted-powder",
                "remind",
                step.id,
                "So large an embossing hides dull spots that have not melted.",
                "Tilt it to the light and go over what is still grainy.",
                measure=f"{area(table.maps[step.id], 0.3):.0%} of the panel",
            )


def stamp_over_ridge(plan: Plan, table: Table) -> Iterator[Finding]:
    """A stamp crosses raised embossing or paste."""
    for step in brushings(plan):
        if not prints(step) or step.tool != "stamp" or embosses(plan, step):
            continue
        for ridge in before(plan, step):
            if not isinstance(ridge, Brush) or not (embosses(plan, ridge) or plan.ink(ridge.ink).kind == "paste"):
                continue
            crossing = both(table, ridge.id, step.id)
            if area(crossing, 0.1) < TOO_SMALL / 4:
                continue
            raised = f"the raised {plan.ink(ridge.ink).name}"
            yield Finding(
                "stamp-over-ridge",
                "warn",
                step.id,
                f"The stamp crosses {raised}.",
                "The rubber bridges the ridge and leaves a bare rim beside it. Emboss last, or stamp elsewhere.",
                strongest(table, crossing),
                offered(
                    [
                        ("Stamp it before the embossing", moved_before(table, step, ridge)),
                        ("Draw it with a pen", with_step(plan, step, tool="pen")),
                        ("Leave it out", without_steps(plan, {step.id})),
                    ],
                ),
            )
            break


def resist_not_wiped(plan: Plan, table: Table) -> Iterator[Finding]:
    """Ink over a resist with no wipe after it."""
    for powder in brushings(plan):
        if not embosses(plan, powder):
            continue
        later = after(plan, powder)
        over = [
            s
            for s in later
            if isinstance(s, Brush) and not embosses(plan, s) and area(both(table, powder.id, s.id), 0.1) > TOO_SMALL
        ]
        if not over or any(isinstance(s, WipeBeads) for s in after(plan, over[-1])):
            continue
        yield Finding(
            "resist-not-wiped",
            "warn",
            over[-1].id,
            f"{plan.ink(over[-1].ink).name} stands in beads on the embossing, and nothing wipes it off.",
            "Left there, the beads dull the motif, and smear when it is handled.",
            strongest(table, both(table, powder.id, over[-1].id)),
            Remedy("Wipe the beads off", add_after(plan, WipeBeads(""), over[-1])),
        )
        return


def resist_too_pale(plan: Plan, _table: Table) -> Iterator[Finding]:
    """The ground is too near the resist's colour."""
    if not any(embosses(plan, step) for step in plan.steps):
        return
    standing = stands_out(plan)
    if not standing or standing[-1].contrast >= TOO_PALE:
        return
    can = passes_to_stand_out(plan, TOO_PALE + 1) is not None
    yield Finding(
        "resist-too-pale",
        "warn",
        standing[-1].step,
        "The ground is too near the colour of the embossed motif.",
        "The darker the ground, the more a resist stands out."
        + ("" if can else " No number of passes of this ink will do; take a darker one."),
        cure=offered(_standing_out(plan, standing[-1].step)),
        measure=f"{standing[-1].contrast:.0f} CIEDE2000 apart; {TOO_PALE:.0f} is seen across the table",
    )


def _standing_out(plan: Plan, last: str) -> Iterator[tuple[str, Plan]]:
    """The plan with so many passes that the motif stands out, of the ink that is laid last over it or else of its darker inks."""
    step = plan.steps[plan.index_of(last)]
    assert isinstance(step, Brush)
    paper, own = plan.stock.paper, lightness_on(plan.stock.paper, plan.ink(step.ink))
    darker = [
        ink
        for ink in plan.inks
        if ink.kind in ("dye", "pigment", "hybrid", "alcohol") and lightness_on(paper, ink) < own - SAME_LIGHTNESS
    ]
    of_itself = passes_to_stand_out(plan, TOO_PALE + 1)
    if of_itself is not None:
        yield f"Give it {of_itself[1]} passes", with_step(plan, step, passes=of_itself[1])
    for ink in sorted(darker, key=lambda ink: -lightness_on(paper, ink)):
        changed = with_step(plan, step, ink=ink.key)
        need = passes_to_stand_out(changed, TOO_PALE + 1)
        if need is not None:
            yield f"Take {ink.name} for it, {need[1]} passes", with_step(changed, replace(step, ink=ink.key), passes=need[1])
