"""The day plan: one card or a batch, with so many makers and tools, as it is told and exported."""

from dataclasses import dataclass
from datetime import datetime

from cielo.core.plan import Plan
from cielo.core.sequence.brushes import BrushPlan, plan_brushes
from cielo.core.sequence.timetable import (
    CUTTER,
    EFFORT,
    HEAT,
    MAKER,
    PRESS,
    Timetable,
    mask_resource,
    schedule,
    spells_of_batch,
    tasks_of_batch,
)
from cielo.core.wording import say
from cielo.errors import BadInput
from cielo.exchange.day_plan import Entry, write_csv, write_ics

MOST_CARDS = 60


@dataclass(frozen=True)
class DayWish:
    """What there is to work with: ``stencils`` and ``masks`` are how many there are of each. ``deadline_minutes`` from the start, where
    there is one.
    """

    cards: int = 1
    makers: int = 1
    heat_tools: int = 1
    presses: int = 1
    cutters: int = 1
    stencils: int = 1
    masks: int = 1
    deadline_minutes: float | None = None


@dataclass(frozen=True)
class DayPlan:
    """Entries in order of their start. ``late_by_s``: how far it overruns the deadline, 0 where it does not."""

    entries: tuple[Entry, ...]
    timetable: Timetable
    late_by_s: int
    brushes: BrushPlan


def plan_day(plan: Plan, wish: DayWish, effort: float = EFFORT) -> DayPlan:
    """The shortest day found for a batch. Raises BadInput for a plan without steps or what cannot be."""
    if not plan.steps:
        raise BadInput("this card has no steps yet.", mend="Plan it on the Desk first.")
    if not 1 <= wish.cards <= MOST_CARDS:
        raise BadInput(f"{wish.cards} cards cannot be planned as one day.", field="cards", mend=f"Plan 1 to {MOST_CARDS}.")
    resources = {MAKER: wish.makers, HEAT: wish.heat_tools, PRESS: wish.presses, CUTTER: wish.cutters}
    for mask in plan.masks:
        resources[mask_resource(mask.key)] = wish.masks if mask.keeps == "inside" else wish.stencils
    found = schedule(tasks_of_batch(plan, wish.cards), resources, effort, spells_of_batch(plan, wish.cards))
    numbers = {step.id: n for n, step in enumerate(plan.steps, 1)}
    said = {step.id: say(plan, step) for step in plan.steps}
    entries = []
    for slot in found.slots:
        card, step = slot.key.split(":", 1)
        entries.append(Entry(int(card), step, numbers[step], said[step], slot.start_s, slot.end_s, slot.by))
    late = max(0, found.length_s - round(60 * wish.deadline_minutes)) if wish.deadline_minutes is not None else 0
    return DayPlan(tuple(entries), found, late, plan_brushes(plan))


def export_day(plan: Plan, day: DayPlan, start: datetime, form: str) -> bytes:
    """The day as ``ics`` or ``csv``."""
    return write_ics(plan.title, day.entries, start) if form == "ics" else write_csv(day.entries, start)
