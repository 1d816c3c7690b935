"""What is otherwise between two plans, in words: nothing where nothing is, and every step that came, went, moved or changed."""

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from cielo.core.plan import Brush, Plan
from cielo.core.say import differences, say
from cielo.demo.cards import demo_plans
from tests.core.random_plans import plans

DEMO = demo_plans()


@pytest.mark.parametrize("plan", DEMO, ids=lambda plan: plan.title)
def test_a_demo_plan_is_as_itself_and_every_step_taken_out_is_told(plan: Plan) -> None:
    assert differences(plan, plan) == ()
    for at, step in enumerate(plan.steps):
        without = replace(plan, steps=(*plan.steps[:at], *plan.steps[at + 1 :]))
        assert f"Not done: {say(plan, step)}" in differences(plan, without)
        assert any(said.startswith(f"New, step {at + 1}: ") for said in differences(without, plan))


@settings(max_examples=60, deadline=None)
@given(plan=plans(), data=st.data())
def test_moved_steps_are_told_and_no_more_than_were_moved(plan: Plan, data: st.DataObject) -> None:
    at = data.draw(st.integers(0, len(plan.steps) - 1))
    to = data.draw(st.integers(0, len(plan.steps) - 1))
    rest = [step for step in plan.steps if step is not plan.steps[at]]
    moved = replace(plan, steps=(*rest[:to], plan.steps[at], *rest[to:]))
    told = [said for said in differences(plan, moved) if " is step " in said]
    assert len(told) == (at != to)


@settings(max_examples=60, deadline=None)
@given(plan=plans(), data=st.data())
def test_a_step_that_is_done_otherwise_is_told_once(plan: Plan, data: st.DataObject) -> None:
    brushed = [step for step in plan.steps if isinstance(step, Brush)]
    if not brushed:
        return
    step = data.draw(st.sampled_from(brushed))
    other = replace(plan, steps=tuple(replace(s, passes=s.passes + 1) if s is step else s for s in plan.steps))
    number = plan.index_of(step.id) + 1
    told = differences(plan, other)
    assert sum(said.startswith(f"Step {number}") for said in told) == 1
