"""Checks on ink that nobody would miss: wasted-ink.

What a laying changes is asked of the picture: the panel with it and the panel without it. As that costs a picture, it is asked only of
layings that later ones lie over almost everywhere, so heavily that they may well hide it.
"""

from collections.abc import Iterator

import numpy as np

from cielo.core.advice.difference_made import SEES, left_at_the_end
from cielo.core.advice.finding import Finding
from cielo.core.advice.looking import after, brushings, offered, strongest
from cielo.core.plan import Bare, Brush, Dry, InPrint, Plan, WetArea, without_steps
from cielo.core.sequence.lightness import lightness_on
from cielo.core.simulation.contact import TRACE
from cielo.core.table.marks import OPAQUE, embosses, is_figure
from cielo.core.table.table import Table

# A laying that later ones lie over on so much of it may be hidden: at so many full applications, darker by so much of L*. Judgement.
HIDDEN, HEAVY, DARKER = 0.95, 1.2, 25.0


def wasted_ink(plan: Plan, table: Table) -> Iterator[Finding]:
    """A laying of which nothing is seen when the card is done."""
    for step in brushings(plan):
        if embosses(plan, step) or is_figure(step) or _is_leant_on(plan, step) or not _may_be_hidden(plan, table, step):
            continue
        change = left_at_the_end(plan, step)
        if change >= SEES:
            continue
        name = plan.ink(step.ink).name
        yield Finding(
            "wasted-ink",
            "warn",
            step.id,
            f"Nothing is seen of this {name} when the card is done.",
            "What comes later covers all of it. Leave it out, or let some of it stand clear of what comes later.",
            strongest(table, table.maps[step.id]),
            offered(
                [
                    ("Leave it out", without_steps(plan, {step.id})),
                    ("Leave it out, and the wait after it", without_steps(plan, {step.id, *_its_wait(plan, step)})),
                ]
            ),
            measure=f"{change:.1f} CIEDE2000 is all that it changes; under {SEES:.0f} the eye sees nothing",
        )


def _is_leant_on(plan: Plan, step: Brush) -> bool:
    """Whether another step goes where this one left the card bare, or into its print or its water."""
    return any(
        isinstance(other, Brush)
        and (isinstance(other.region, Bare | WetArea) or (isinstance(other.region, InPrint) and other.region.step == step.id))
        for other in plan.steps
    )


def _may_be_hidden(plan: Plan, table: Table, step: Brush) -> bool:
    """Whether later layings that cover, or are much darker or more of the same, lie over nearly all of a laying."""
    laid = table.maps[step.id] > TRACE
    if not laid.any():
        return False
    light = lightness_on(plan.stock.paper, plan.ink(step.ink))
    over = np.zeros(laid.shape, np.float32)
    for later in after(plan, step):
        if not isinstance(later, Brush) or embosses(plan, later):
            continue
        ink = plan.ink(later.ink)
        if ink.kind in OPAQUE or lightness_on(plan.stock.paper, ink) < light - DARKER:
            over = over + table.maps[later.id]
    return bool((over[laid] >= HEAVY).mean() >= HIDDEN)


def _its_wait(plan: Plan, step: Brush) -> set[str]:
    """The drying that follows a laying at once."""
    return {other.id for other in after(plan, step)[:1] if isinstance(other, Dry)}
