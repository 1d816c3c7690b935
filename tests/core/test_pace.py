"""How long her hands are, learnt from steps that were clocked: makers whose pace is known are found again, and few steps say little."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from cielo.core.plan import Pace, Plan
from cielo.core.sequence.durations import seconds_of, usual_seconds, work_of
from cielo.core.sequence.pace import LONGEST, SHORTEST, WORKS, Took, Work, pace_from, paces_of, say_clocked, say_paces
from cielo.core.table.table import table_of
from cielo.demo.cards import demo_plans

DEMO = demo_plans()


def clocked(rng: np.random.Generator, work: Work, times: float, steps: int) -> list[Took]:
    """Steps of a made-up maker who takes so many times as long, now a third more, now a third less."""
    usual = rng.uniform(20, 300, steps)
    return [Took(work, float(u), float(u * times * np.exp(rng.normal(0, 0.3)))) for u in usual]


@pytest.mark.parametrize("times", [0.6, 1.0, 1.4, 2.2])
@pytest.mark.parametrize("work", ["blend", "dry"])
def test_a_maker_of_a_known_pace_is_found_again(times: float, work: Work) -> None:
    found = [paces_of(clocked(np.random.default_rng(seed), work, times, 60))[0].times for seed in range(20)]
    assert np.mean(found) == pytest.approx(times, rel=0.08)
    assert np.std(found) < 0.12 * times


def test_few_steps_lean_towards_the_usual_time() -> None:
    one, many = (paces_of([Took("blend", 60, 120)] * n)[0].times for n in (1, 60))
    assert 1 < one < 1.2
    assert many == pytest.approx(2, rel=0.06)


@given(st.lists(st.tuples(st.sampled_from(WORKS), st.floats(1, 1e4), st.floats(0.01, 1e6)), max_size=40))
def test_any_clocking_gives_a_pace_a_plan_can_have(said: list[tuple[Work, float, float]]) -> None:
    took = [Took(*one) for one in said]
    paces = paces_of(took)
    assert {pace.work for pace in paces} == {one.work for one in took}
    assert all(SHORTEST <= pace.times <= LONGEST for pace in paces)
    assert isinstance(pace_from(paces), Pace)
    assert bool(say_paces(paces)) == any(abs(pace.times - 1) >= 0.05 for pace in paces)
    assert bool(say_clocked(took)) == any(one.work != "dry" for one in took)


def test_paces_are_told_in_one_sentence() -> None:
    paces = paces_of([*[Took("blend", 60, 120)] * 12, Took("stamp", 15, 60), Took("dry", 300, 300)])
    assert say_paces(paces) == "Blending takes you 1.7 times as long as usual (12 steps), stamping 1.3 (one step)."


@pytest.mark.parametrize("plan", DEMO, ids=lambda plan: plan.title)
def test_a_slower_hand_takes_longer_at_its_own_work_alone(plan: Plan) -> None:
    for work in WORKS[:-1]:
        slow = replace(plan, pace=replace(Pace(), **{work: 2.0}))
        for step in plan.steps:
            assert seconds_of(slow, step) == usual_seconds(plan, step) * (2 if work_of(plan, step) == work else 1)


@pytest.mark.parametrize("plan", DEMO, ids=lambda plan: plan.title)
def test_where_things_dry_slowly_nothing_is_dry_sooner(plan: Plan) -> None:
    slow = replace(plan, pace=replace(Pace(), dry=1.5))
    for usual, slower in zip(table_of(plan).moments, table_of(slow).moments, strict=True):
        left = {wet.step: wet.left_min for wet in usual.wet}
        assert all(wet.left_min >= left.get(wet.step, 0) for wet in slower.wet)
        assert left.keys() <= {wet.step for wet in slower.wet}
