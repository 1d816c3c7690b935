"""Timetables are looked for apart: the solver and what it brings with it take as much memory as a fifth of Cielo, for a page that is
open now and then. Two processes, so that a quick look need not wait for a longer one."""

from collections.abc import Mapping, Sequence

from cielo.app.apart import Apart, Ended
from cielo.core.sequence.timetable import Spell, Task, Timetable, schedule

_SOLVERS = tuple(Apart("from cielo.app.apart import work_on; work_on()") for _ in range(2))


def shortest_day(tasks: Sequence[Task], resources: Mapping[str, int], effort: float, spells: Sequence[Spell]) -> Timetable:
    """The shortest timetable found, as core.sequence.timetable.schedule finds it. Raises BadInput as that does."""
    solver = next((solver for solver in _SOLVERS if not solver.lock.locked()), _SOLVERS[0])
    asked = (tasks, resources, effort, spells)
    try:
        found = solver.ask(schedule, asked)
    except Ended:  # it fell, or was ended because nobody had asked for long
        found = solver.ask(schedule, asked)
    assert isinstance(found, Timetable)
    return found


def end_solvers() -> None:
    """End the processes that are at no work, where nobody plans days."""
    for solver in _SOLVERS:
        solver.end()


def end_solvers_for_good() -> None:
    """End the processes whatever they are at, because Cielo ends."""
    for solver in _SOLVERS:
        solver.end_for_good()
