"""The demo's worked out cards are what the solvers give of its shelf now, and without alarm."""

import numpy as np

from cielo.core.advice.judge import checked, troubles
from cielo.core.plan import Brush, Plan, ensure_sound
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.run import panel_xyz
from cielo.demo.solved import solved_plans, work_out


def inks_of(plan: Plan) -> list[str]:
    return [step.ink for step in plan.steps if isinstance(step, Brush)]


def test_they_are_kept_as_they_are_worked_out() -> None:
    kept, now = solved_plans(), work_out()
    assert [plan.title for plan in kept] == [plan.title for plan in now]
    for was, is_now in zip(kept, now, strict=True):
        ensure_sound(was)
        assert troubles(checked(was)) == ()
        assert inks_of(was) == inks_of(is_now), f"{was.title}: python -m cielo.demo.solved works it out anew"
        grid = grid_of(was.card, 12)
        assert np.abs(panel_xyz(was, grid) - panel_xyz(is_now, grid)).mean() < 0.01
