"""What the next card of a batch finds: sheets that come to it with an ink of this one on them that would spoil the first laid by them."""

from dataclasses import dataclass

from cielo.core.plan import Brush, LiftMask, Mask, Plan, Tapes, masks_on
from cielo.core.sequence.brushes import spoils
from cielo.core.table.table import Table
from cielo.core.table.walk import thing_of


@dataclass(frozen=True)
class Carried:
    """A sheet that is to be wiped before the next card: ``ink`` was laid by it last, ``first`` is laid by it first; ``off`` takes it off
    for the last time, None where nothing does."""

    mask: Mask
    ink: Brush
    first: Brush
    off: LiftMask | None


def carried_to_next(plan: Plan, table: Table) -> tuple[Carried, ...]:
    """The sheets of a plan that want to be wiped between one card and the next; tape is torn off anew."""
    found = []
    for key, last in table.moments[-1].on_sheets.items():
        first = next(
            (
                step
                for step, on in masks_on(plan)
                if isinstance(step, Brush)
                and any(thing_of(plan, lies) == key and table.reaches_mask(step.id, lies) for lies in on)
            ),
            None,
        )
        ink = next((step for step in plan.steps if step.id == last), None)
        if first is None or not isinstance(ink, Brush) or isinstance(plan.mask(key), Tapes):
            continue
        if spoils(plan.stock.paper, plan.ink(ink.ink), plan.ink(first.ink)):
            off = next((s for s in reversed(plan.steps) if isinstance(s, LiftMask) and thing_of(plan, s.mask) == key), None)
            found.append(Carried(plan.mask(key), ink, first, off))
    return tuple(found)
