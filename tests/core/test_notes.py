"""A note for next time comes up only where it is meant."""

import pytest

from cielo.core.notes import CALLED, Note, remembered
from cielo.core.plan import Brush, LayMask, Plan
from cielo.core.shelf import colour_family
from cielo.demo.cards import demo_plans

PLANS = tuple(demo_plans())


def _families(plan: Plan) -> set[str]:
    return {colour_family(ink.swatches[0].lab) for ink in plan.inks}


@pytest.mark.parametrize("word", CALLED)
def test_a_note_of_a_colour_is_told_at_a_step_of_that_colour_or_not_at_all(word: str) -> None:
    told = 0
    for of in PLANS:
        if CALLED[word] not in _families(of):
            continue
        for plan in PLANS:
            for note in remembered(plan, [Note("e", of.title, f"One pass of {word} less.", of)]):
                step = next(step for step in plan.steps if step.id == note.step)
                assert isinstance(step, Brush)
                assert colour_family(plan.ink(step.ink).swatches[0].lab) == CALLED[word]
                told += 1
    assert told or not any(CALLED[word] in _families(plan) for plan in PLANS)


def test_a_note_of_an_ink_or_a_sheet_is_told_only_where_that_is_taken() -> None:
    told = 0
    for of in PLANS:
        for name in (*(ink.name for ink in of.inks), *(mask.name for mask in of.masks)):
            for plan in PLANS:
                for note in remembered(plan, [Note("e", of.title, f"Less of the {name} next time", of)]):
                    step = next(step for step in plan.steps if step.id == note.step)
                    taken = plan.ink(step.ink).name if isinstance(step, Brush) else ""
                    laid = plan.mask(step.mask).name if isinstance(step, LayMask) else ""
                    assert name in (taken, laid)
                    told += 1
    assert told > 50


def test_a_note_that_names_nothing_of_its_plan_is_told_where_the_plans_meet() -> None:
    for plan in PLANS:
        if any(isinstance(step, Brush) for step in plan.steps):
            assert len(remembered(plan, [Note("e", plan.title, "Leave the top third bare.", plan)])) == 1
