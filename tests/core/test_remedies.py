"""What a remedy promises (the table's design, section 5), over random plans and over right plans with a mistake put in."""

import random
from collections import Counter
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from cielo.core.advice.finding import Finding
from cielo.core.advice.judge import judge, troubles
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import lab_from_xyz
from cielo.core.plan import Brush, Dry, Plan, Prepare, Wipe, WipeBeads, ensure_sound
from cielo.core.sequence.grounds import GROUNDS
from cielo.core.simulation.run import panel_xyz
from cielo.core.table.table import table_of
from cielo.errors import BadInput
from tests.core.random_plans import plans
from tests.core.test_order_properties import RIGHT, apart


def codes(findings: tuple[Finding, ...]) -> Counter[str]:
    return Counter(finding.code for finding in troubles(findings))


def assert_kept(plan: Plan, found: tuple[Finding, ...], finding: Finding) -> None:
    """The remedy of a finding leads to a sound plan that has it no more, and nothing it had not; elsewhere it is the same picture."""
    assert finding.remedy is not None
    remedied = finding.remedy.plan
    ensure_sound(remedied)
    left = judge(remedied)
    assert sum(f.code == finding.code for f in left) < sum(f.code == finding.code for f in found), finding.remedy.label
    assert codes(left) <= codes(found), f"{finding.remedy.label}: {codes(left) - codes(found)}"
    if (plan.card, plan.stock, plan.masks) == (remedied.card, remedied.stock, remedied.masks):
        same = laid_there(plan) == laid_there(remedied)
        grid = table_of(plan).grid
        change = ciede2000(*(lab_from_xyz(panel_xyz(one, grid))[same] for one in (plan, remedied)))
        assert change.size == 0 or change.mean() < 1.5, f"{finding.remedy.label} changes the picture elsewhere"


def laid_there(plan: Plan) -> np.ndarray:
    """What is laid at each place, in its order and to a tenth of a full application, in words: (rows, columns)."""
    table = table_of(plan)
    words = np.full((table.grid.rows, table.grid.columns), "", object)
    for step in plan.steps:
        if step.id in table.maps:
            words = words + f"{replace(step, purpose=None)!r}" + np.round(table.maps[step.id], 1).astype(str)
    return words


@given(plans(), st.integers(0, 9))
@settings(max_examples=40, deadline=None, suppress_health_check=list(HealthCheck))
def test_a_remedy_keeps_what_it_promises_on_any_plan(plan: Plan, which: int) -> None:
    found = judge(plan)
    with_remedy = [finding for finding in troubles(found) if finding.remedy]
    if with_remedy:
        assert_kept(plan, found, with_remedy[which % len(with_remedy)])


def with_a_mistake(plan: Plan, seed: int) -> Plan | None:
    """A right plan with one thing done wrong: a helper left out, a pass too many, a step at another place, the stock changed for less."""
    some = random.Random(seed)
    steps = list(plan.steps)
    match seed % 4:
        case 0:
            helpers = [i for i, step in enumerate(steps) if isinstance(step, Dry | Wipe | WipeBeads | Prepare)]
            if not helpers:
                return None
            del steps[some.choice(helpers)]
        case 1:
            brushed = [i for i, step in enumerate(steps) if isinstance(step, Brush)]
            at = some.choice(brushed)
            steps.insert(some.randrange(len(steps)), steps.pop(at))
        case 2:
            at = some.randrange(len(steps))
            steps.insert(some.randrange(len(steps)), steps.pop(at))
        case _:
            dries = [step for step in steps if isinstance(step, Dry)]
            if not dries:
                return None
            short = some.choice(dries)
            steps[steps.index(short)] = replace(short, minutes=0.5)
    wrong = replace(plan, steps=tuple(steps))
    try:
        ensure_sound(wrong)
    except BadInput:
        return None
    return wrong


@pytest.mark.parametrize("plan", RIGHT, ids=[f"{i}-{plan.title}" for i, plan in enumerate(RIGHT)])
def test_every_mistake_in_a_right_plan_has_a_remedy_that_keeps_its_promise(plan: Plan) -> None:
    for seed in range(4):
        wrong = with_a_mistake(plan, seed)
        if wrong is None:
            continue
        found = judge(wrong)
        for finding in [f for f in troubles(found) if f.code not in {g.code for g in judge(plan)}][:2]:
            if finding.remedy is not None:
                assert_kept(wrong, found, finding)


def test_the_share_of_mistakes_without_any_remedy_is_small() -> None:
    """Of what goes wrong when one step of a right plan stands elsewhere or is left out, nearly all can be mended at one tap."""
    wanted = mended = 0
    for plan in RIGHT[:: max(1, len(GROUNDS) // 9)]:
        for seed in range(4):
            wrong = with_a_mistake(plan, seed)
            if wrong is None:
                continue
            before = codes(judge(plan))
            news = [finding for finding in troubles(judge(wrong)) if finding.code not in before]
            wanted, mended = wanted + len(news), mended + sum(finding.remedy is not None for finding in news)
    assert wanted >= 10
    assert mended >= 0.9 * wanted, f"{mended} of {wanted}"


def test_dropped_helpers_come_back_as_the_same_card() -> None:
    """A wipe, a drying or the bag left out and put back by its remedies gives the picture that was planned."""
    for plan in RIGHT[::5]:
        wrong = with_a_mistake(plan, 0)
        if wrong is None:
            continue
        for _ in range(6):
            news = [f for f in troubles(judge(wrong)) if f.code not in codes(judge(plan)) and f.remedy]
            if not news:
                break
            assert news[0].remedy is not None
            wrong = news[0].remedy.plan
        assert apart(wrong, plan) < 1.0
