"""Small things stuck on: last in any order, said, counted off, in the pile, dry before it is posted, off the words, and in the picture."""

from dataclasses import replace
from io import BytesIO

import numpy as np
import pytest
from hypothesis import HealthCheck, Phase, given, settings
from hypothesis import strategies as st
from numpy.typing import NDArray
from PIL import Image

from cielo.app.card_sizes import card_of
from cielo.app.pictures import panel_png
from cielo.core.advice.judge import judge, troubles
from cielo.core.geometry.envelopes import pile_mm
from cielo.core.geometry.formats import FORMATS
from cielo.core.geometry.lettering import words_shape
from cielo.core.geometry.sticking import shape_stuck
from cielo.core.order.arrange import in_order
from cielo.core.plan import Brush, Dry, Plan, Spot, StickOn, Words, ensure_sound, fitted
from cielo.core.say import fetch, laid_out, say
from cielo.core.sequence.durations import seconds_of
from cielo.core.solvers.place import spread_evenly
from cielo.core.table.purpose import settled
from cielo.exchange.plan_file import read_plan, write_plan
from tests.core.random_plans import plans, shuffled
from tests.core.test_every_check import AIR, MOUNT, lay, plan
from tests.core.test_every_check import say as words

THREE = (Spot(30.0, 40.0), Spot(60.0, 90.0), Spot(90.0, 140.0))
GEMS = StickOn("", "gems", "gold", 4.0, 2.0, THREE)
DROPS = StickOn("", "drops", "clear", 5.0, 1.5, THREE)


def seen(of: Plan, done: int | None = None) -> NDArray[np.int16]:
    return np.asarray(Image.open(BytesIO(panel_png(of, 60, done))).convert("RGB"), np.int16)


@given(plans(most=4), st.sampled_from([GEMS, DROPS]), st.integers(0, 30), st.permutations(range(40)))
@settings(max_examples=25, deadline=None, suppress_health_check=list(HealthCheck), phases=[Phase.generate])
def test_it_comes_after_whatever_would_go_over_it(of: Plan, stuck: StickOn, at: int, order: list[int]) -> None:
    at = min(at, len(of.steps))
    steps = tuple(replace(step, id=f"s{n}") for n, step in enumerate((*of.steps[:at], stuck, *of.steps[at:]), 1))
    whole = settled(shuffled(replace(of, steps=steps), order))
    right = in_order(whole).plan
    ensure_sound(right)
    place = next(n for n, step in enumerate(right.steps) if isinstance(step, StickOn))
    assert all(step.do in ("dry", "prepare") for step in right.steps[place + 1 :])
    assert in_order(right).changes == ()


def test_it_is_said_fetched_counted_off_and_takes_its_time() -> None:
    of = plan(lay("pale"), AIR, GEMS)
    assert say(of, of.steps[2]) == "Stick on 3 gold gems, 5/32 in across and 5/64 in high." or "3 gold gems" in say(
        of, of.steps[2]
    )
    one = plan(replace(GEMS, spots=THREE[:1]))
    assert "one gold gem," in say(one, one.steps[0])
    assert "from the left" in say(one, one.steps[0])
    assert fetch(of, of.steps[2]).startswith("3 gold gems")
    assert any("counted off" in group.name and "3 gold gems" in group.said for group in laid_out(of))
    assert seconds_of(of, of.steps[2]) == 3 * seconds_of(one, one.steps[0])
    assert read_plan(write_plan(settled(of))) == settled(of)


@pytest.mark.parametrize("height", [0.4, 2.0, 3.5])
def test_it_adds_to_the_pile(height: float) -> None:
    bare = plan(lay("pale"))
    assert pile_mm(plan(lay("pale"), replace(GEMS, raised_mm=height))) == pytest.approx(pile_mm(bare) + height)


def test_drops_are_set_before_the_panel_is_mounted_and_gems_need_no_wait() -> None:
    wet = settled(plan(lay("pale"), AIR, DROPS, MOUNT))
    assert "packed-wet" in {finding.code for finding in troubles(judge(wet))}
    right = in_order(wet).plan
    waits = [step.minutes for step in right.steps[3:] if isinstance(step, Dry) and step.way == "air"]
    assert sum(waits) > 60
    assert troubles(judge(right)) == ()
    assert troubles(judge(settled(plan(lay("pale"), AIR, GEMS, MOUNT)))) == ()


@pytest.mark.parametrize("key", ["a6", "slim", "six-square"])
def test_it_is_spread_off_the_words_and_fitted_to_another_card(key: str) -> None:
    of = plan(lay("pale"), AIR, words("dark"), replace(GEMS, spots=tuple(Spot(60.0, 85.0) for _ in range(5))))
    spread = spread_evenly(of, "s4").plan
    stuck = spread.steps[3]
    text = spread.steps[2]
    assert isinstance(stuck, StickOn)
    assert isinstance(text, Brush)
    assert isinstance(text.region, Words)
    assert shape_stuck(stuck).intersection(words_shape(text.region)).is_empty
    card = card_of(FORMATS[key])
    small = fitted(spread, card).steps[3]
    assert isinstance(small, StickOn)
    assert all(0 < s.x_mm < card.panel_width_mm and 0 < s.y_mm < card.panel_height_mm for s in small.spots)


def test_it_is_seen_where_it_is_and_only_once_it_is_on() -> None:
    of = plan(lay("blue", passes=6), AIR, GEMS)
    before, after = seen(of, 2), seen(of)
    changed = np.abs(after - before).sum(axis=2) > 12
    rows, columns = np.nonzero(changed)
    scale = after.shape[1] / of.card.panel_width_mm
    x, y = columns / scale, rows / scale
    near = np.min([np.hypot(x - spot.x_mm, y - spot.y_mm) for spot in THREE], axis=0)
    assert changed.any()
    assert near.max() < GEMS.size_mm / 2 + 2 * GEMS.raised_mm + 0.5
    for spot in THREE:
        assert changed[round(spot.y_mm * scale), round(spot.x_mm * scale)]
