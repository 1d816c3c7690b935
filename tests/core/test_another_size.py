"""A plan fitted to another panel: what keeps its share, what keeps its distance from the middle, and that nothing new goes wrong with it."""

from collections.abc import Iterator

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from cielo.app.card_sizes import card_of
from cielo.core.geometry.formats import FORMATS
from cielo.core.order.derive import with_derived
from cielo.core.plan import Band, Brush, Card, Plan, Reveals, Slant, Stencil, ensure_sound, fitted, span_mm
from cielo.core.table.purpose import resettled
from tests.core.random_plans import plans
from tests.core.test_order_properties import RIGHT, alarms

# What the new proportions alone may bring: seams that lie wider over each other, ranks whose edges now run alike.
OF_THE_SIZE = {"seam-mud", "primaries-brown", "bare-spots", "rank-repeats", "uneven-repeat", "one-lightness", "motif-cut"}
OF_THE_SIZE |= {"focal-lost"}  # what lies behind a figure changes with the place it comes to

sides = st.floats(60, 260)


def bands(plan: Plan) -> Iterator[Band | Slant]:
    return (s.region for s in plan.steps if isinstance(s, Brush) and isinstance(s.region, Band | Slant))


@given(plans(), sides, sides)
@settings(max_examples=60, deadline=None, suppress_health_check=list(HealthCheck))
def test_bands_keep_their_share_and_no_plan_becomes_unsound(of: Plan, width: float, height: float) -> None:
    card = Card(width, height, "left", Reveals(3, 3, 3, 3))
    now = fitted(of, card)
    ensure_sound(now)
    for was, is_ in zip(bands(of), bands(now), strict=True):
        old, new = span_mm(of.card, was), span_mm(card, is_)
        for part in ("start_mm", "end_mm", "carry_mm"):
            assert getattr(is_, part) / new == pytest.approx(getattr(was, part) / old, abs=0.1 / new)


@given(plans(), sides, sides)
@settings(max_examples=40, deadline=None, suppress_health_check=list(HealthCheck))
def test_a_repeat_lies_round_the_middle_as_before_and_keeps_its_sheet(of: Plan, width: float, height: float) -> None:
    card = Card(width, height, "left", Reveals(3, 3, 3, 3))
    for was, is_ in zip(of.masks, fitted(of, card).masks, strict=True):
        if isinstance(was, Stencil) and isinstance(is_, Stencil):
            assert (was.size_mm, was.pitch_mm) == (is_.size_mm, is_.pitch_mm)
            middle = card.panel_width_mm / 2, card.panel_height_mm / 2
            before = of.card.panel_width_mm / 2, of.card.panel_height_mm / 2
            assert is_.x_mm - middle[0] == pytest.approx(was.x_mm - before[0], abs=0.02)
            assert is_.y_mm - middle[1] == pytest.approx(was.y_mm - before[1], abs=0.02)


@pytest.mark.parametrize("key", sorted(FORMATS))
def test_every_ground_and_demo_card_on_every_format_has_no_new_alarm_of_order(key: str) -> None:
    for of in RIGHT:
        now = with_derived(resettled(of, fitted(of, card_of(FORMATS[key]))))
        ensure_sound(now)
        assert set(alarms(now) - alarms(of)) <= OF_THE_SIZE, of.title


def test_there_and_back_is_the_same_plan_but_for_rounding() -> None:
    for of in RIGHT:
        back = fitted(fitted(of, card_of(FORMATS["six-square"])), of.card)
        for was, is_ in zip(bands(of), bands(back), strict=True):
            assert is_.end_mm == pytest.approx(was.end_mm, abs=0.3)
