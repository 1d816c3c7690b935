"""Prints that refer to prints: the same once more, without inking again, behind, in front: kept true, ordered and said."""

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from cielo.core.advice.judge import judge, troubles
from cielo.core.order.arrange import in_order
from cielo.core.plan import (
    At,
    Brush,
    BuiltIn,
    Image,
    OwnImage,
    Plan,
    Prepare,
    Print,
    Refers,
    Region,
    Relation,
    Words,
    move_step,
    with_prints_as_referred,
    without_steps,
)
from cielo.core.say import say
from cielo.core.table.purpose import settled
from cielo.exchange.plan_file import read_plan, write_plan
from tests.core.random_plans import shuffled
from tests.core.test_every_check import AIR, lay, low, plan

HEART = OwnImage("heart", (((0, 10), (-10, -2), (-5, -9), (0, -4), (5, -9), (10, -2)),))
IMAGES: tuple[Image, ...] = (BuiltIn("leaf"), BuiltIn("moth"), HEART)


def stamped(ink: str, region: Region, refers: Refers | None = None) -> Brush:
    return Brush("", ink, "stamp", region, "first", 1, "dry", refers=refers)


def at(x: float, y: float, image: Image = IMAGES[0], size: float = 30.0) -> Print:
    return Print(image, size, (At(x, y),))


def steps_of(of: Plan) -> list[Brush]:
    return [step for step in of.steps if isinstance(step, Brush)]


@given(
    st.sampled_from([*(at(60, 80, image) for image in IMAGES), Words("GROW", 60, 80, 9)]),
    st.sampled_from(["blue", "dark", "pigment"]),
)
@settings(deadline=None)
def test_what_is_printed_again_follows_the_print_it_goes_over(region: Print | Words, ink: str) -> None:
    of = with_prints_as_referred(plan(stamped(ink, region), stamped("red", at(20, 20), Refers("s1", "again"))))
    first, again = steps_of(of)
    assert again.region == first.region
    assert again.ink == "red", "in an ink of its own"
    moved = replace(of, steps=(replace(first, region=at(50, 60)), again))
    assert steps_of(with_prints_as_referred(moved))[1].region == at(50, 60)


def test_without_inking_it_prints_paler_each_time_in_the_ink_that_is_on_it() -> None:
    of = with_prints_as_referred(
        plan(
            stamped("dark", at(30, 40)),
            stamped("red", at(60, 80), Refers("s1", "uninked")),
            stamped("blue", at(90, 120), Refers("s2", "uninked")),
        )
    )
    assert [(step.ink, step.touch) for step in steps_of(of)] == [("dark", "first"), ("dark", "second"), ("dark", "third")]
    strengths = [step.strength for step in steps_of(of)]
    assert strengths == sorted(strengths, reverse=True)
    assert steps_of(of)[1].region == at(60, 80), "where it was set"


@pytest.mark.parametrize("circle", [("s1", "s1"), ("s2", "s1"), ("s9", "s1")])
def test_a_print_that_is_gone_or_a_circle_is_referred_to_by_none(circle: tuple[str, str]) -> None:
    one, other = (stamped(ink, at(60, 80), Refers(key, "again")) for ink, key in zip(("dark", "red"), circle, strict=True))
    of = with_prints_as_referred(plan(one, other))
    for step in steps_of(of):
        assert step.refers is None or (step.refers.step != step.id and step.refers.step in {s.id for s in of.steps})
    gone = with_prints_as_referred(without_steps(of, {of.steps[0].id}))
    assert all(step.refers is None for step in steps_of(gone))


@pytest.mark.parametrize("how", ["again", "uninked", "behind"])
@pytest.mark.parametrize("order", [[0, 1, 2, 3, 4], [4, 3, 2, 1, 0], [2, 4, 1, 0, 3]])
def test_it_comes_after_the_print_it_is_made_with_however_it_is_shuffled(how: Relation, order: list[int]) -> None:
    region = at(90, 30) if how == "uninked" else at(62, 82, BuiltIn("moth"))
    refers = Refers("s4", how)
    named = plan(lay("pale"), AIR, Prepare("", "register"), stamped("dark", at(60, 80)), stamped("dark", region, refers))
    right = settled(with_prints_as_referred(named))
    back = in_order(shuffled(right, order)).plan
    where = [step.id for step in back.steps]
    assert where.index("s4") < where.index("s5")
    fresh = settled(with_prints_as_referred(shuffled(named, order)))
    where = [step.id for step in in_order(fresh).plan.steps]
    assert where.index("s4") < where.index("s5"), "also where it was never told before"


def test_what_is_in_front_comes_first() -> None:
    of = settled(plan(stamped("dark", at(60, 80)), stamped("red", at(65, 85, BuiltIn("moth")), Refers("s1", "in-front"))))
    assert [step.id for step in in_order(of).plan.steps if isinstance(step, Brush)] == ["s2", "s1"]


def test_it_is_said_and_goes_through_a_file() -> None:
    of = settled(with_prints_as_referred(plan(stamped("dark", at(60, 80)), stamped("dark", at(1, 1), Refers("s1", "again")))))
    assert "once more over the print of step 1" in say(of, of.steps[1])
    assert read_plan(write_plan(of)) == of
    turned = move_step(of, "s2", "s1")
    assert "of step 2" in say(turned, turned.steps[0]), "it is numbered as it stands"


def test_deeper_and_paler_prints_are_no_mistake() -> None:
    again, paler = (stamped("dark", at(60, 130), Refers("s4", how)) for how in ("again", "uninked"))
    of = plan(lay("pale", low(80)), AIR, Prepare("", "register"), stamped("dark", at(60, 60)), again, paler)
    right = in_order(settled(with_prints_as_referred(of))).plan
    assert troubles(judge(right)) == ()
