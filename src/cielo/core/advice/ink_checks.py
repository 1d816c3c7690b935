"""Checks on how ink is laid: heavy-first-touch, ink-invisible."""

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from cielo.core.advice.finding import Finding, Place, Remedy
from cielo.core.advice.looking import NO_STAMP_INK, brushings, offered
from cielo.core.materials import RESIST_KINDS, TOOLS
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import lab_from_xyz
from cielo.core.plan import Brush, Plan, replace_step, without_steps
from cielo.core.sequence.lightness import seen_on
from cielo.core.simulation.contact import TRACE
from cielo.core.simulation.run import panel_xyz
from cielo.core.table.marks import is_figure
from cielo.core.table.table import Table

# A full application nearer to the bare stock than this is lost on it: common practice, no source.
SEEN_AT_ALL = 4.0


def heavy_first_touch(plan: Plan, table: Table) -> Iterator[Finding]:
    """An ink's first touch is at full strength."""
    begun: set[str] = set()
    for step in plan.steps:
        if not isinstance(step, Brush) or plan.ink(step.ink).kind in RESIST_KINDS:
            continue
        if step.touch == "full" and step.ink not in begun and TOOLS[step.tool].texture == "even":
            gentle = built_up(step)
            yield Finding(
                "heavy-first-touch",
                "warn",
                step.id,
                f"The first touch of {plan.ink(step.ink).name} is at full strength in the open.",
                "A loaded brush leaves a blotch where it lands, and no blending takes it out.",
                where=_strongest(table, step.id),
                cure=Remedy(f"Build it up in {gentle.passes} light passes", replace_step(plan, gentle)),
            )
        begun.add(step.ink)


def ink_invisible(plan: Plan, table: Table) -> Iterator[Finding]:
    """A transparent ink on a stock too dark for it or too close to its colour."""
    warned: set[str] = set()
    for step in plan.steps:
        if not isinstance(step, Brush) or step.ink in warned:
            continue
        warned.add(step.ink)
        ink = plan.ink(step.ink)
        if ink.kind in RESIST_KINDS or ink.kind in ("white", "paste"):
            continue  # meant to be clear, or to cover: what they stand out against is another matter
        inked = seen_on(plan.stock.paper, ink)
        difference = float(ciede2000(plan.stock.paper.lab, inked))
        if difference < SEEN_AT_ALL:
            yield Finding(
                "ink-invisible",
                "warn",
                step.id,
                f"{ink.name} hardly shows on {plan.stock.name}.",
                "A transparent ink can only take light away from the stock; here there is too little for it to take. "
                "Choose a lighter stock or another ink.",
                where=_strongest(table, step.id),
                cure=offered(_where_it_shows(plan, step)),
                measure=f"{difference:.1f} CIEDE2000 from the bare stock; below {SEEN_AT_ALL:.0f} it is lost",
            )
    yield from _white_on_white(plan, table)


def _white_on_white(plan: Plan, table: Table) -> Iterator[Finding]:
    """A white that covers, laid where it is as white already. Of figures and words it is told that they are lost."""
    for step in brushings(plan):
        ink = plan.ink(step.ink)
        laid = table.maps[step.id] > TRACE
        if ink.kind != "white" or is_figure(step) or not laid.any():
            continue
        before = lab_from_xyz(panel_xyz(plan, table.grid, plan.index_of(step.id)))[laid]
        difference = float(np.percentile(ciede2000(before, np.array(ink.swatches[0].lab)), 90))
        if difference < SEEN_AT_ALL:
            yield Finding(
                "ink-invisible",
                "warn",
                step.id,
                f"{ink.name} is laid where the card is white already.",
                "White shows on what is darker. Lay some ink first, or leave it out.",
                where=_strongest(table, step.id),
                cure=offered(_where_it_shows(plan, step)),
                measure=f"{difference:.1f} CIEDE2000 from what lies there; below {SEEN_AT_ALL:.0f} it is lost",
            )


def _where_it_shows(plan: Plan, step: Brush) -> Iterator[tuple[str, Plan]]:
    """Every laying of an ink in one that covers, or in one that is seen on the stock; or without it."""
    laid = [other for other in plan.steps if isinstance(other, Brush) and other.ink == step.ink]
    paper, name = plan.stock.paper, plan.ink(step.ink).name
    able = [ink for ink in plan.inks if ink.key != step.ink and ink.kind not in NO_STAMP_INK]
    shows = {ink.key: float(ciede2000(paper.lab, seen_on(paper, ink))) for ink in able}
    for ink in sorted(able, key=lambda ink: (ink.kind not in ("white", "metallic"), -shows[ink.key], ink.key)):
        if shows[ink.key] >= SEEN_AT_ALL:
            changed = plan
            for other in laid:
                changed = replace_step(changed, replace(other, ink=ink.key))
            yield f"Take {ink.name} for it", changed
    rest = without_steps(plan, {other.id for other in laid})
    if any(isinstance(other, Brush) for other in rest.steps):
        yield f"Leave {name} out", rest


def _strongest(table: Table, step: str) -> Place:
    laid = table.maps[step]
    row, column = np.unravel_index(int(np.argmax(laid)), laid.shape)
    return Place(float(table.grid.x_mm[column]), float(table.grid.y_mm[row]))


def built_up(step: Brush) -> Brush:
    """As much ink in light passes."""
    return replace(step, touch="light", passes=min(20, max(3, round(step.strength / 0.3))))
