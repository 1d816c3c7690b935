"""When each step of each card is done: one card or a batch, one or more makers, shared tools, drying in parallel, in the shortest time.

Symbols
-------
=========  ===============================================================================================
symbol     meaning
=========  ===============================================================================================
s_i, d_i   start and length of task i, whole seconds
C          the end of the last task; what is made as small as it can be
r, cap_r   a resource (maker, heat tool, press, cutter, a stencil, a mask) and how many of it there are
=========  ===============================================================================================

    min C   subject to   s_i + d_i <= C,   s_i + d_i <= s_j where i comes before j,   s_j <= s_i + d_i + w where j follows within w,
                         and at no time more than cap_r tasks that need r, or spells that hold it.

A spell holds a stencil or a mask from the start of the task that lays it to the end of the one that lifts it, drying and all. That is a
resource-constrained project (a job shop where every cap_r is 1 and nothing is held); it is solved by OR-Tools CP-SAT, bounded in
deterministic time, so that the same tasks always give the same timetable. Drying in the air needs nobody.
"""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from graphlib import CycleError, TopologicalSorter
from math import inf
from types import MappingProxyType

from cielo.core.materials import RESIST_KINDS
from cielo.core.plan import (
    OF_PIECE,
    Brush,
    Done,
    Dry,
    LayMask,
    LiftMask,
    Motifs,
    Plan,
    Prepare,
    Print,
    PutOn,
    Step,
    Tapes,
    Water,
    Words,
    plan_of_piece,
    run_of,
    waited_for,
)
from cielo.core.sequence.drying import wants_min
from cielo.core.sequence.durations import seconds_of
from cielo.errors import BadInput

MAKER, HEAT, PRESS, CUTTER = "maker", "heat tool", "press", "cutter"

# How hard is looked for a shorter timetable, in CP-SAT's deterministic seconds (each takes several of the clock's). No clock ends it:
# the same day planned twice is the same day.
EFFORT = 0.1
# Nobody turns to the next step of a card sooner than this, seconds, however thin its ink is: judgement, no source.
LEAST_DAMP_S = 60


@dataclass(frozen=True)
class Task:
    """A piece of work. ``after`` are keys of tasks that come first; ``within_s`` how soon after the last of them it must begin."""

    key: str
    seconds: int
    needs: tuple[str, ...] = ()
    after: tuple[str, ...] = ()
    within_s: int | None = None


@dataclass(frozen=True)
class Spell:
    """One of a resource, held from the start of the task ``first`` to the end of the task ``last``."""

    resource: str
    first: str
    last: str


@dataclass(frozen=True)
class Slot:
    """A task in the timetable; ``by`` names who and what does it: ``maker 2``, ``heat tool``."""

    key: str
    start_s: int
    end_s: int
    by: tuple[str, ...]


@dataclass(frozen=True)
class Timetable:
    """Slots in order of their start. ``shortest``: proven to be so; else the best found, no shorter than ``bound_s``."""

    slots: tuple[Slot, ...]
    length_s: int
    shortest: bool
    bound_s: int


def schedule(
    tasks: Sequence[Task], resources: Mapping[str, int], effort: float = EFFORT, spells: Sequence[Spell] = ()
) -> Timetable:
    """The shortest timetable found. ``effort`` is in CP-SAT's deterministic seconds.

    Raises BadInput for a task that needs what there is none of, or that comes after one there is not, or for tasks that wait for each
    other.
    """
    _ensure_possible(tasks, resources, spells)
    from ortools.sat.python import cp_model

    model = cp_model.CpModel()
    horizon = sum(task.seconds for task in tasks)
    start = {task.key: model.new_int_var(0, horizon, task.key) for task in tasks}
    length = {task.key: task.seconds for task in tasks}
    for task in tasks:
        for other in task.after:
            model.add(start[task.key] >= start[other] + length[other])
            if task.within_s is not None:
                model.add(start[task.key] <= start[other] + length[other] + task.within_s)
    intervals = {task.key: model.new_fixed_size_interval_var(start[task.key], task.seconds, f"i-{task.key}") for task in tasks}
    for name, count in resources.items():
        on = [intervals[task.key] for task in tasks if name in task.needs]
        for spell in (spell for spell in spells if spell.resource == name):
            lasts = model.new_int_var(0, horizon, f"l-{spell.first}")
            end = start[spell.last] + length[spell.last]
            on.append(model.new_interval_var(start[spell.first], lasts, end, f"h-{spell.first}"))
        if count == 1:
            model.add_no_overlap(on)
        elif on:
            model.add_cumulative(on, [1] * len(on), count)
    makespan = model.new_int_var(0, horizon, "C")
    for task in tasks:
        model.add(start[task.key] + task.seconds <= makespan)
    for key, at in _by_turns(tasks, resources, spells).items():
        model.add_hint(start[key], at)
    model.minimize(makespan)
    solver = cp_model.CpSolver()
    solver.parameters.num_workers = 1
    solver.parameters.random_seed = 1
    solver.parameters.max_deterministic_time = effort
    status = solver.solve(model)
    if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        raise BadInput(
            "no timetable was found: some ink would have to be blended while it is damp, and nobody is free then.",
            field="makers",
            mend="Take one more maker, or fewer cards.",
        )
    begins = {key: solver.value(variable) for key, variable in start.items()}
    length_s = max(begins[task.key] + task.seconds for task in tasks)
    return Timetable(_slots(tasks, begins, resources), length_s, status == cp_model.OPTIMAL, round(solver.best_objective_bound))


def _ensure_possible(tasks: Sequence[Task], resources: Mapping[str, int], spells: Sequence[Spell]) -> None:
    keys = {task.key for task in tasks}
    if len(keys) != len(tasks):
        raise BadInput("two tasks have the same key.", field="tasks", mend="Give each its own.")
    for task in tasks:
        held = [spell.resource for spell in spells if spell.first == task.key]
        missing = [name for name in (*task.needs, *held) if resources.get(name, 0) < 1]
        if missing:
            raise BadInput(
                f"a step needs a {missing[0]}, and there is none.", field="resources", mend=f"Have one {missing[0]} at least."
            )
        unknown = [key for key in task.after if key not in keys]
        if unknown:
            raise BadInput(f"{task.key} is to come after {unknown[0]}, which is not there.", field="tasks", mend="Leave it out.")
    try:
        TopologicalSorter({task.key: task.after for task in tasks}).prepare()
    except CycleError as error:
        raise BadInput("some tasks wait for each other.", field="tasks", mend="Look at what is to come before what.") from error


def _by_turns(tasks: Sequence[Task], resources: Mapping[str, int], spells: Sequence[Spell]) -> dict[str, int]:
    """A first timetable, each task as early as it can be, in the order given: somewhere for the search to begin.

    Where each of two cards holds what the other waits for, nothing can go on: then one task after another.
    """
    length = {task.key: task.seconds for task in tasks}
    free: dict[str, list[float]] = {name: [0.0] * count for name, count in resources.items()}
    taken = {key: [s for s in spells if s.first == key] for key in length}
    given = {key: [s for s in spells if s.last == key] for key in length}
    unit_of: dict[Spell, int] = {}
    at: dict[str, int] = {}
    waits = {task.key: len(task.after) for task in tasks}
    follows: dict[str, list[Task]] = {}
    for task in tasks:
        for other in task.after:
            follows.setdefault(other, []).append(task)
    ready = [task for task in tasks if not task.after]
    place = {task.key: n for n, task in enumerate(tasks)}

    def begins(task: Task) -> float:
        wanted = (*task.needs, *(spell.resource for spell in taken[task.key]))
        return max([float(at[o] + length[o]) for o in task.after] + [min(free[name]) for name in wanted] + [0.0])

    while ready:
        task = min(ready, key=lambda task: (begins(task), place[task.key]))
        begin = begins(task)
        if begin == inf:
            return _one_by_one(tasks)
        at[task.key] = int(begin)
        for name in task.needs:
            free[name][free[name].index(min(free[name]))] = begin + task.seconds
        for spell in taken[task.key]:
            unit_of[spell] = free[spell.resource].index(min(free[spell.resource]))
            free[spell.resource][unit_of[spell]] = inf
        for spell in given[task.key]:
            free[spell.resource][unit_of[spell]] = begin + task.seconds
        ready.remove(task)
        for later in follows.get(task.key, []):
            waits[later.key] -= 1
            if waits[later.key] == 0:
                ready.append(later)
    return at


def _one_by_one(tasks: Sequence[Task]) -> dict[str, int]:
    """Every task after all before it, what it waits for first."""
    by_key = {task.key: task for task in tasks}
    at, now = {}, 0
    for key in TopologicalSorter({task.key: task.after for task in tasks}).static_order():
        at[key] = now
        now += by_key[key].seconds
    return at


def _slots(tasks: Sequence[Task], at: Mapping[str, int], resources: Mapping[str, int]) -> tuple[Slot, ...]:
    """Who does what: of the makers free at a task's start the one who did the step before on that card, else the lowest number."""
    ends = {name: [0] * count for name, count in resources.items()}
    done_by: dict[str, int] = {}
    slots = []
    for task in sorted(tasks, key=lambda task: (at[task.key], task.key)):
        begin, by = at[task.key], []
        for name in task.needs:
            free = [unit for unit, end in enumerate(ends[name]) if end <= begin]
            before = [done_by[other] for other in task.after if name == MAKER and other in done_by]
            unit = next((unit for unit in before if unit in free), free[0])
            ends[name][unit] = begin + task.seconds
            if name == MAKER:
                done_by[task.key] = unit
            by.append(f"{name} {unit + 1}" if resources[name] > 1 else name)
        slots.append(Slot(task.key, begin, begin + task.seconds, tuple(by)))
    return tuple(slots)


def parts_of_card(plan: Plan) -> tuple[tuple[str, Plan], ...]:
    """What is made for a card: the panel, and every piece as a plan of its own, each with what the keys of its steps begin with."""
    return (("", plan), *((f"{piece.key}{OF_PIECE}", plan_of_piece(plan, piece.key)) for piece in plan.pieces))


def tasks_of_batch(plan: Plan, cards: int, more_s: Mapping[str, int] = MappingProxyType({})) -> tuple[Task, ...]:
    """The tasks of ``cards`` cards made to one plan; keys are ``card:step id``, cards counted from 1. ``more_s``: how much longer a step
    takes in a batch, seconds, by what it is kept under: a sheet is wiped for the next card.

    Of a piece they are ``card:piece~step id``. A piece is put on when all is done to it that the run has before that; the panel is mounted
    when the base and its own back are done.
    """
    return tuple(task for card in range(1, cards + 1) for task in _tasks_of_card(plan, card, more_s))


def _tasks_of_card(plan: Plan, card: int, more_s: Mapping[str, int]) -> Iterator[Task]:
    """The steps of a card in the order of its run, each after the one before on its part and after what it waits for of the others."""
    parts = {prefix.removesuffix(OF_PIECE): part for prefix, part in parts_of_card(plan)}
    put_on = {step.piece for step in plan.steps if isinstance(step, PutOn)}
    before_mounting = [
        p.key for p in plan.pieces if p.belongs in ("base", "back") or (p.belongs == "panel" and p.key not in put_on)
    ]
    last: dict[str, Done] = {}  # on each part so far
    for done in run_of(plan):
        part, step, before = parts[done.part], done.step, last.get(done.part)
        waits_for = [before] if before is not None else []
        if isinstance(step, PutOn | Dry) and not done.part:
            waits_for += [last[key] for key in sorted(waited_for(plan, plan.index_of(step.id))) if key in last]
        elif isinstance(step, Prepare) and step.act == "mount":
            waits_for += [last[key] for key in before_mounting if key in last]
        after = tuple(f"{card}:{other.kept}" for other in waits_for)
        within = _within_s(part, before.step, step) if before is not None else None
        yield Task(f"{card}:{done.kept}", seconds_of(part, step) + more_s.get(done.kept, 0), needs_of(part, step), after, within)
        last[done.part] = done
        if isinstance(step, PutOn):  # what is done on the piece from now on is done on the panel
            last[step.piece] = done


def _within_s(plan: Plan, before: Step, step: Step) -> int | None:
    """How soon a step must begin after the one before on its part, seconds: while that is damp, where it goes into it."""
    damp = isinstance(step, Brush) and step.onto in ("damp", "wet") and isinstance(before, Brush | Water)
    return max(LEAST_DAMP_S, round(60 * wants_min(plan, before))) if damp else None


def mask_resource(key: str) -> str:
    """What a mask or stencil of a plan is called among the resources."""
    return f"mask {key}"


def spells_of_batch(plan: Plan, cards: int) -> tuple[Spell, ...]:
    """What of the masks and stencils of a plan and its pieces each of ``cards`` cards holds, and for how long; one never lifted, to the end.

    Tape is plenty.
    """
    held = [spell for prefix, part in parts_of_card(plan) for spell in _held(part, prefix)]
    return tuple(
        Spell(mask_resource(mask), f"{card}:{first}", f"{card}:{last}")
        for card in range(1, cards + 1)
        for mask, first, last in held
    )


def _held(plan: Plan, prefix: str) -> list[tuple[str, str, str]]:
    """(mask, step that lays it, step that lifts it), keys beginning with ``prefix``."""
    lain: dict[str, str] = {}
    held: list[tuple[str, str, str]] = []
    for step in plan.steps:
        if isinstance(step, LayMask) and not isinstance(plan.mask(step.mask), Tapes):
            lain.setdefault(step.mask, step.id)
        elif isinstance(step, LiftMask) and step.mask in lain:
            held.append((step.mask, lain.pop(step.mask), step.id))
    held += [(mask, first, plan.steps[-1].id) for mask, first in lain.items()]
    return [(f"{prefix}{mask}", f"{prefix}{first}", f"{prefix}{last}") for mask, first, last in held]


def needs_of(plan: Plan, step: Step) -> tuple[str, ...]:
    """Whose hands and which shared tools a step takes; drying in the air takes none."""
    match step:
        case Dry(way="air"):
            return ()
        case Dry(way="heat"):
            return (MAKER, HEAT)
        case Brush() if plan.ink(step.ink).kind in RESIST_KINDS:
            return (MAKER, HEAT)
        case Brush() if step.tool == "stamp" and isinstance(step.region, Print | Motifs | Words) and _is_registered(plan):
            return (MAKER, PRESS)
        case Prepare(act="trim" | "trim-down"):
            return (MAKER, CUTTER)
        case _:
            return (MAKER,)


def _is_registered(plan: Plan) -> bool:
    return any(isinstance(step, Prepare) and step.act == "register" for step in plan.steps)
