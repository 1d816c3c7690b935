"""The day plan: one card or a batch, with so many makers and tools, as it is told and exported."""

from dataclasses import dataclass, replace
from datetime import datetime

from cielo.app.timetabling import shortest_day
from cielo.core.plan import OF_PIECE, EdgeMask, Plan, kept_under
from cielo.core.say import say
from cielo.core.sequence.brushes import BrushPlan, plan_brushes
from cielo.core.sequence.durations import WIPE_S
from cielo.core.sequence.timetable import (
    CUTTER,
    EFFORT,
    HEAT,
    MAKER,
    PRESS,
    Timetable,
    mask_resource,
    parts_of_card,
    spells_of_batch,
    tasks_of_batch,
)
from cielo.core.table.next_card import carried_to_next
from cielo.core.table.table import table_of, tables_of
from cielo.errors import BadInput
from cielo.exchange.day_plan import Entry, write_csv, write_ics

MOST_CARDS = 60
# A first look, CP-SAT's deterministic seconds.
QUICK = 0.02
# What of a wish there can be more of.
COUNTS = ("makers", "masks", "stencils", "heat_tools", "presses", "cutters")


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
    """Entries in order of their start. ``late_by_s``: how far it overruns the deadline, 0 where it does not.

    counted : which counts of the wish matter to this card.
    """

    entries: tuple[Entry, ...]
    timetable: Timetable
    late_by_s: int
    brushes: BrushPlan
    counted: tuple[str, ...]


@dataclass(frozen=True)
class Sooner:
    """One more of something: ``field`` of the wish, how many there are then, and how long the day is, found by a quick look."""

    field: str
    count: int
    length_s: int


def plan_day(plan: Plan, wish: DayWish, effort: float = EFFORT) -> DayPlan:
    """The shortest day found for a batch. Raises BadInput for a plan without steps or what cannot be."""
    if not plan.steps:
        raise BadInput("this card has no steps yet.", mend="Plan it on the Desk first.")
    if not 1 <= wish.cards <= MOST_CARDS:
        raise BadInput(f"{wish.cards} cards cannot be planned as one day.", field="cards", mend=f"Plan 1 to {MOST_CARDS}.")
    wiped = _wiped_for_the_next(plan, wish)
    tasks = tasks_of_batch(plan, wish.cards, {kept: round(WIPE_S * plan.pace.wipe) for kept in wiped})
    found = shortest_day(tasks, _resources(plan, wish), effort, spells_of_batch(plan, wish.cards))
    numbers, said = _numbered_and_said(plan)
    said |= {kept: f"{said[kept]} Wipe it for the next card." for kept in wiped}
    # The cards are alike, so they are numbered as they are begun; slots come in that order.
    as_begun: dict[str, int] = {}
    entries = []
    for slot in found.slots:
        card, step = slot.key.split(":", 1)
        number = as_begun.setdefault(card, len(as_begun) + 1)
        entries.append(Entry(number, step, numbers[step], said[step], slot.start_s, slot.end_s, slot.by))
    late = max(0, found.length_s - round(60 * wish.deadline_minutes)) if wish.deadline_minutes is not None else 0
    return DayPlan(tuple(entries), found, late, plan_brushes(plan), _counted(plan))


def _wiped_for_the_next(plan: Plan, wish: DayWish) -> frozenset[str]:
    """What the steps are kept under that take a sheet off which is wiped before it comes to the next card; none where every card has one
    of its own."""
    if wish.cards == 1:
        return frozenset()
    resources, wiped = _resources(plan, wish), set()
    for part, table in tables_of(plan).items():
        for carried in carried_to_next(table.plan, table):
            there_are = resources[mask_resource(kept_under(part, carried.mask.key))]
            if carried.off is not None and there_are < wish.cards:
                wiped.add(kept_under(part, carried.off.id))
    return frozenset(wiped)


def _numbered_and_said(plan: Plan) -> tuple[dict[str, int], dict[str, str]]:
    """The number of every step of the panel and of each piece, and its sentence, by the key of its task."""
    numbers, said = {}, {}
    names = {f"{piece.key}{OF_PIECE}": piece.name for piece in plan.pieces}
    for prefix, part in parts_of_card(plan):
        table = table_of(part)
        of = f"The {names[prefix]}. " if prefix else ""
        for n, step in enumerate(part.steps, 1):
            numbers[f"{prefix}{step.id}"], said[f"{prefix}{step.id}"] = n, f"{of}{say(part, step, table)}"
    return numbers, said


def what_would_help(plan: Plan, wish: DayWish, length_s: int) -> tuple[Sooner, ...]:
    """What one more of would end a day of ``length_s`` a minute sooner or more, the most first; nothing where one card waits for itself.

    Raises BadInput as plan_day does.
    """
    found = []
    for field in _counted(plan):
        count = getattr(wish, field) + 1
        found.append(Sooner(field, count, plan_day(plan, replace(wish, **{field: count}), QUICK).timetable.length_s))
    return tuple(sorted((more for more in found if more.length_s <= length_s - 60), key=lambda more: more.length_s))


def _resources(plan: Plan, wish: DayWish) -> dict[str, int]:
    """How many there are of everything that is shared."""
    resources = {MAKER: wish.makers, HEAT: wish.heat_tools, PRESS: wish.presses, CUTTER: wish.cutters}
    for key, mask in ((f"{prefix}{mask.key}", mask) for prefix, part in parts_of_card(plan) for mask in part.masks):
        # An edge is called a mask whichever side it covers.
        stencil = mask.keeps == "outside" and not isinstance(mask, EdgeMask)
        resources[mask_resource(key)] = wish.stencils if stencil else wish.masks
    return resources


def _counted(plan: Plan) -> tuple[str, ...]:
    """The counts of a wish on which something this card takes hangs."""
    taken = {name for task in tasks_of_batch(plan, 1) for name in task.needs} | {s.resource for s in spells_of_batch(plan, 1)}
    one = _resources(plan, DayWish())
    two = {field: _resources(plan, DayWish(**{field: 2})) for field in COUNTS}
    return tuple(field for field in COUNTS if any(two[field][name] > one[name] for name in taken))


def export_day(plan: Plan, day: DayPlan, start: datetime, form: str) -> bytes:
    """The day as ``ics`` or ``csv``."""
    return write_ics(plan.title, day.entries, start) if form == "ics" else write_csv(day.entries, start)
