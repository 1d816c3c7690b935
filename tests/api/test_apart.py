"""Timetables looked for in a process of their own: the same, refused in the same words, and found though the process falls."""

import subprocess
import sys

import pytest

from cielo.app import timetabling
from cielo.app.apart import Apart, Ended
from cielo.app.timetabling import end_solvers, shortest_day
from cielo.core.sequence.timetable import MAKER, Task, schedule
from cielo.errors import BadInput

TASKS = [Task("a", 60, (MAKER,)), Task("b", 30, (MAKER,), ("a",)), Task("c", 45, (MAKER,)), Task("d", 200, (), ("a",))]


def test_a_timetable_is_the_same_apart_and_refused_with_its_facts() -> None:
    assert shortest_day(TASKS, {MAKER: 1}, 0.05, ()) == schedule(TASKS, {MAKER: 1}, 0.05, ())
    with pytest.raises(BadInput) as here:
        schedule(TASKS, {MAKER: 0}, 0.05, ())
    with pytest.raises(BadInput) as apart:
        shortest_day(TASKS, {MAKER: 0}, 0.05, ())
    told, same = apart.value, here.value
    assert (told.reason, told.field, told.mend) == (same.reason, same.field, same.mend)


def test_a_process_that_fell_or_was_ended_is_begun_again() -> None:
    first = shortest_day(TASKS, {MAKER: 1}, 0.05, ())
    for solver in timetabling._SOLVERS:
        if solver.process is not None:
            solver.process.kill()
    assert shortest_day(TASKS, {MAKER: 1}, 0.05, ()) == first
    end_solvers()
    assert all(solver.process is None for solver in timetabling._SOLVERS)
    assert shortest_day(TASKS, {MAKER: 1}, 0.05, ()) == first


def test_what_takes_too_long_is_ended() -> None:
    apart = Apart("from cielo.app.apart import work_on; work_on()")
    import time

    with pytest.raises(Ended):
        apart.ask(time.sleep, (60.0,), 0.5)
    assert apart.ask(len, ("abc",)) == 3
    apart.end()


def test_the_process_ends_with_cielo_however_that_ends() -> None:
    code = (
        "from cielo.app.apart import Apart\nimport os, time\n"
        "apart = Apart('from cielo.app.apart import work_on; work_on()')\nprint(apart.ask(os.getpid, ()), flush=True)\ntime.sleep(60)"
    )
    cielo = subprocess.Popen([sys.executable, "-c", code], stdout=subprocess.PIPE, text=True)
    assert cielo.stdout is not None
    apart = int(cielo.stdout.readline())
    cielo.kill()
    cielo.wait()
    waited = subprocess.run(["timeout", "20", "tail", "--pid", str(apart), "-f", "/dev/null"], check=False)
    assert waited.returncode == 0, "it is gone"
