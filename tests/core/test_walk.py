"""The table at each moment, against closed forms and the figures of the trade (trade.md, Figures: common practice, no source)."""

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from cielo.core.materials import DRYING_MINUTES, FASTER
from cielo.core.plan import Dry, LayMask, LiftMask, Plan, Prepare, Stencil, Water, Whole, Wipe
from cielo.core.sequence.drying import FULL, SLOWER
from cielo.core.sequence.durations import seconds_of
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.maps import layings
from cielo.core.table.table import table_of
from cielo.core.table.walk import thing_of
from tests.core.random_plans import plans
from tests.core.test_every_check import GLAZE, MASKS, lay, low, plan, top


def left(of: Plan, step: str) -> float:
    return table_of(of).moments[-1].left_of(step)


@pytest.mark.parametrize("kind", ["dye", "pigment", "hybrid", "alcohol", "paste"])
@pytest.mark.parametrize("way", ["air", "blot", "heat"])
@given(minutes=st.floats(0.5, 90))
@settings(max_examples=12, deadline=None)
def test_what_is_wet_wants_what_its_kind_wants_less_what_passed(kind: str, way: str, minutes: float) -> None:
    """w = kind x stock x amount, less f t for t minutes of a way f times as fast as air."""
    ink = {"dye": "blue", "pigment": "pigment", "hybrid": "hybrid", "alcohol": "alcohol", "paste": "paste"}[kind]
    laid = lay(ink, tool="foam", touch="full", passes=1)
    of = plan(laid, Dry("", way, minutes))  # type: ignore[arg-type]
    wants = DRYING_MINUTES[kind] * SLOWER["uncoated"] * max(0.5, min(1.5, laid.strength / FULL))  # type: ignore[index]
    assert left(of, "s1") == pytest.approx(max(0.0, wants - FASTER[way] * minutes), abs=1e-6)


def test_hands_take_time_and_a_stock_that_soaks_nothing_up_takes_longer() -> None:
    alone, busy = plan(lay("pigment"), lay("blue", low(20))), plan(lay("pigment"), lay("blue", low(20), passes=6))
    passed = (seconds_of(busy, busy.steps[1]) - seconds_of(alone, alone.steps[1])) / 60
    assert left(alone, "s1") - left(busy, "s1") == pytest.approx(passed)
    assert left(replace(alone, stock=GLAZE), "s1") > 1.8 * left(alone, "s1")


def test_one_minute_of_air_does_not_dry_pigment_and_a_quarter_of_an_hour_does() -> None:
    heavy = lay("pigment", passes=5)
    assert left(plan(heavy, Dry("", "air", 1)), "s1") > 10
    assert left(plan(heavy, Dry("", "air", 15)), "s1") == 0
    assert left(plan(lay("powder"), lay("blue", top(10))), "s1") == 0, "melted powder is dry at once"


def test_glue_and_water_are_wet_and_a_cloth_takes_water_up() -> None:
    assert table_of(plan(Prepare("", "mount"))).moments[-1].wet[0].of == "glue"
    stands, blotted = (left(plan(Water("", "mister", Whole(), "medium", blot)), "s1") for blot in (False, True))
    assert stands > 3 * blotted > 0


def test_a_sheet_carries_its_ink_until_it_is_wiped_wherever_it_lies() -> None:
    sheet = MASKS[0]
    assert isinstance(sheet, Stencil)
    moved = replace(sheet, key="moved", x_mm=70.0, keeps="inside", spread_mm=1.0, sheet="repeat")
    of = plan(
        LayMask("", "repeat"), lay("blue"), LiftMask("", "repeat"), LayMask("", "moved"), Wipe("", "moved"), masks=(*MASKS, moved)
    )  # fmt: skip
    assert thing_of(of, "moved") == "repeat"
    moments = table_of(of).moments
    assert [dict(moment.on_sheets) for moment in moments[2:]] == [{"repeat": "s2"}, {"repeat": "s2"}, {"repeat": "s2"}, {}]


@given(plans())
@settings(max_examples=40, deadline=None)
def test_at_every_moment(of: Plan) -> None:
    """Time only passes; what wants to dry wants less and less; what lies was laid and not yet lifted; what is laid stays laid."""
    moments = table_of(of).moments
    assert len(moments) == len(of.steps) + 1
    for step, before, after in zip(of.steps, moments[:-1], moments[1:], strict=True):
        assert after.at_min >= before.at_min
        assert all(after.left_of(wet.step) < wet.left_min for wet in before.wet)
        assert after.laid[: len(before.laid)] == before.laid
        gained, lost = after.masks - before.masks, before.masks - after.masks
        assert gained == ({step.mask} if isinstance(step, LayMask) and step.mask not in before.masks else frozenset())
        assert lost == ({step.mask} if isinstance(step, LiftMask) and step.mask in before.masks else frozenset())


@given(st.floats(0.5, 3.0))
@settings(max_examples=8, deadline=None)
def test_the_picture_and_the_walk_agree_on_what_is_wet(minutes: float) -> None:
    """Powder sticks in the picture to slow ink that the walk still has wet, however short the drying; dry by the walk, it does not."""
    open_ink, powder = lay("pigment", top(60), passes=4), lay("powder", low(60), "dauber", touch="full", passes=1)
    for wait in (Dry("", "air", minutes), Dry("", "heat", 40)):
        of = plan(open_ink, wait, powder)
        stuck = layings(of, grid_of(of.card, 16))[-1].strength
        wet = table_of(of).moments[2].left_of("s1") > 0
        assert bool(stuck[:20].max() > 0.1) == wet


def test_ink_meant_wet_in_wet_lies_on_what_has_dried() -> None:
    for minutes, mixes in ((0.5, True), (60, False)):
        of = plan(lay("pigment", passes=3), Dry("", "air", minutes), lay("red", low(60), onto="wet"))
        assert layings(of, grid_of(of.card, 16))[-1].into_wet is mixes
