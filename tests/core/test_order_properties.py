"""The eight properties of an order (the table's design, section 4), over every ground, every demo plan and random sound plans."""

import random
from collections import Counter
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import HealthCheck, assume, given, settings
from hypothesis import strategies as st

from cielo.core.advice.judge import judge, troubles
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import lab_from_xyz
from cielo.core.order.arrange import in_order
from cielo.core.plan import Brush, Dry, LayMask, LiftMask, Plan, Prepare, Water, Wipe, Wish, ensure_sound
from cielo.core.sequence.grounds import GROUNDS
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.run import panel_xyz
from cielo.core.table.purpose import purpose_of, settled
from cielo.core.table.table import table_of
from cielo.demo.cards import demo_plans
from cielo.errors import BadInput, Contradiction
from tests.core.random_plans import plans, shuffled
from tests.core.test_grounds import planned


def read_anew(plan: Plan) -> Plan:
    """A plan as one of version 1 is read: what each step is for comes from the table alone."""
    return settled(replace(plan, steps=tuple(replace(step, purpose=None) for step in plan.steps)))


RIGHT = [read_anew(plan) for plan in (*demo_plans(), *(planned(key) for key in GROUNDS))]


def picture(plan: Plan) -> np.ndarray:
    return lab_from_xyz(panel_xyz(plan, grid_of(plan.card, 16)))


def apart(one: Plan, other: Plan) -> float:
    """Mean CIEDE2000 between what two plans make."""
    return float(np.mean(ciede2000(picture(one), picture(other))))


def alarms(plan: Plan) -> Counter[str]:
    return Counter(finding.code for finding in troubles(judge(plan)))


def covers(plan: Plan) -> dict[str, frozenset[str]]:
    """The masks that lie while each laying is done."""
    moments = table_of(plan).moments
    return {s.id: m.masks for s, m in zip(plan.steps, moments, strict=False) if isinstance(s, Brush | Water)}


def some_shuffle(plan: Plan, seed: int) -> Plan | None:
    """A shuffle of a plan; None where it makes no plan at all: ink for a wet area stands before any water."""
    order = list(range(len(plan.steps)))
    random.Random(seed).shuffle(order)
    mixed = shuffled(plan, order)
    try:
        ensure_sound(mixed)
    except BadInput:
        return None
    return mixed


@pytest.mark.parametrize("plan", RIGHT, ids=[*(plan.title for plan in demo_plans()), *GROUNDS])
def test_a_right_plan_stays_and_any_shuffle_of_it_comes_back(plan: Plan) -> None:
    assert in_order(plan).plan == plan, "1: a plan that is right comes back as it is"
    assert in_order(plan).changes == ()
    for seed in range(4):
        mixed = some_shuffle(plan, seed)
        if mixed is None:
            continue
        back = in_order(mixed)
        assert apart(back.plan, plan) < 1, "2: the same picture"
        assert alarms(back.plan) <= alarms(plan), "2: no alarm that the right plan has not"
        assert covers(back.plan) == covers(plan), "3: what lies under, through or past what is the same"
        assert in_order(back.plan).plan == back.plan, "4: twice changes nothing"
        assert lower_first(back.plan) <= lower_first(plan), "what lies on top comes off first"
        moved = {change.step for change in back.changes if change.did == "moved"}
        assert not {pair for pair in needlessly_together(back.plan) - needlessly_together(plan) if moved & pair}
        assert_all_is_told(mixed, back.plan, [change.step for change in back.changes])


def spells(plan: Plan) -> dict[str, tuple[int, int, frozenset[str]]]:
    """Of each sheet laid, by the step that lays it: where it is laid and taken off, and the sheets it was laid over."""
    off = {purpose_of(step).to: i for i, step in enumerate(plan.steps) if isinstance(step, LiftMask)}
    return {
        step.id: (i, off.get(step.id, len(plan.steps)), frozenset(purpose_of(step).under))
        for i, step in enumerate(plan.steps)
        if isinstance(step, LayMask)
    }


def lower_first(plan: Plan) -> set[tuple[str, str]]:
    """Sheets that are taken off from below another that was laid over them and still lies: the lower and the upper."""
    lie = spells(plan)
    return {
        (lower, upper)
        for upper, (laid, off, over) in lie.items()
        for lower in over & set(lie)
        if lie[lower][0] < laid < lie[lower][1] < off
    }


def needlessly_together(plan: Plan) -> set[frozenset[str]]:
    """Sheets of which the second is laid while the first lies though no step needs both, and what takes the first off."""
    lie = spells(plan)
    off = {purpose_of(step).to: step.id for step in plan.steps if isinstance(step, LiftMask)}
    needed = [frozenset(purpose_of(step).under) for step in plan.steps]
    return {
        frozenset({one, other, off[one]})
        for one, (laid, lifted, _) in lie.items()
        for other, (then, _, _) in lie.items()
        if one in off and laid < then < lifted and not any({one, other} <= both for both in needed)
    }


def assert_all_is_told(before: Plan, after: Plan, told: list[str]) -> None:
    """6: every step that is new, gone, or stands elsewhere among the others is told."""
    old, new = [s.id for s in before.steps], [s.id for s in after.steps]
    assert set(told) >= (set(old) ^ set(new))
    kept_before = [key for key in old if key not in told]
    kept_after = [key for key in new if key not in told]
    assert kept_before == kept_after


@pytest.mark.parametrize("quarter", range(4))
@given(given_plan=plans(), order=st.permutations(range(40)))
@settings(max_examples=95, deadline=None, suppress_health_check=list(HealthCheck))
def test_random_plans_are_put_in_order_without_harm(quarter: int, given_plan: Plan, order: list[int]) -> None:
    """380 random plans, in quarters that run beside each other, put in order, and a shuffle of each put in order again."""
    first = in_order(given_plan)
    right = first.plan
    ensure_sound(right)
    assert covers(right) == covers(given_plan), "3"
    assert sum(alarms(right).values()) <= sum(alarms(given_plan).values()), "8: never more alarms than before"
    assert in_order(right).plan == right, "1 and 4"
    assert_all_is_told(settled(given_plan), right, [change.step for change in first.changes])
    mixed = shuffled(right, order)
    back = in_order(mixed).plan
    assert apart(back, right) < 1, "2: the same picture"
    assert covers(back) == covers(right), "3"
    assert alarms(back) <= alarms(right), "2: no alarm"


@given(plans(), st.permutations(range(40)), st.permutations(range(40)))
@settings(max_examples=60, deadline=None, suppress_health_check=[HealthCheck.too_slow])
def test_what_comes_out_depends_on_what_went_in_only_in_ties(of: Plan, one: list[int], other: list[int]) -> None:
    """5: two shuffles of one plan come out with the same steps laid, under the same masks, in the same picture."""
    right = in_order(of).plan
    first, second = in_order(shuffled(right, one)).plan, in_order(shuffled(right, other)).plan
    assert covers(first) == covers(second)
    assert apart(first, second) < 1
    helpers = Dry | Wipe | Prepare
    assert {s.id for s in first.steps if not isinstance(s, helpers)} == {s.id for s in second.steps if not isinstance(s, helpers)}


@given(plans(), st.integers(0, 30), st.integers(0, 30))
@settings(max_examples=80, deadline=None, suppress_health_check=[HealthCheck.too_slow])
def test_only_a_wish_can_contradict_and_it_is_named(of: Plan, one: int, other: int) -> None:
    """7."""
    in_order(of)
    steps = [step for step in of.steps if not isinstance(step, Wipe)]
    first, then = steps[one % len(steps)].id, steps[other % len(steps)].id
    assume(first != then)
    wished = replace(of, wishes=(Wish(first, then),))
    try:
        kept = in_order(wished).plan
    except Contradiction as error:
        refused = error
    else:
        stands = {step.id for step in kept.steps}
        gone = [step for step in wished.steps if step.id in (first, then) and step.id not in stands]
        if gone:  # what was derived and is idle in the new order is not kept for a wish; the wish goes with it
            assert all(isinstance(step, Dry | Prepare) and purpose_of(step).to for step in gone)
            assert not kept.wishes
        else:
            assert kept.index_of(first) < kept.index_of(then)
        return
    assert "You asked for it" in refused.reason
    assert "Drop the wish" in refused.mend


def test_a_step_keeps_its_purpose_when_it_is_moved_and_a_mask_moved_covers_anew() -> None:
    from cielo.core.plan import move_step
    from cielo.core.table.purpose import resettled

    plan = RIGHT[0]
    lay = next(step for step in plan.steps if isinstance(step, LayMask))
    inked = next(step for step in plan.steps if isinstance(step, Brush) and lay.id in purpose_of(step).under)
    out = resettled(plan, move_step(plan, inked.id, None))
    assert lay.id in purpose_of(out.steps[-1]).under
    assert {f.code for f in judge(out)} >= {"without-its-stencil"}
    back = in_order(out)
    assert covers(back.plan) == covers(plan)
    last = [step for step in plan.steps if isinstance(step, Brush)][-1]
    later = resettled(plan, move_step(plan, lay.id, last.id))
    uncovered = purpose_of(later.steps[later.index_of(inked.id)]).under
    assert lay.id not in uncovered, "a mask she lays later no longer covers what comes before"
