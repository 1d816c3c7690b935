"""Where prints, strokes and what is stuck on go, in numbers that a ruler has: read back from the words they lie where they are."""

import re
from fractions import Fraction

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from cielo.app.card_sizes import card_of
from cielo.core.geometry.formats import FORMATS
from cielo.core.plan import At, Brush, BuiltIn, Print, Spot, StickOn, Stroke
from cielo.core.say import say
from cielo.core.say.places import MIDDLE, MOST_TOLD, say_place, say_places
from cielo.core.units import Units
from tests.core.test_every_check import plan

CARDS = [card_of(FORMATS[key]) for key in ("a6", "slim", "six-square", "five-seven")]


def read_mm(words: str) -> float:
    """A length out of its words, mm."""
    number, unit = words.split("\u00a0")[:-1], words.rsplit("\u00a0", maxsplit=1)[-1]
    return float(sum(Fraction(part) for part in number)) * {"in": 25.4, "cm": 10.0, "mm": 1.0}[unit]


@given(st.sampled_from(CARDS), st.floats(-0.2, 1.2), st.floats(-0.2, 1.2), st.sampled_from(["in", "cm"]))
@settings(deadline=None)
def test_a_place_read_back_from_its_words_is_that_place(card, across: float, down: float, units: Units) -> None:  # type: ignore[no-untyped-def]
    x, y = across * card.panel_width_mm, down * card.panel_height_mm
    words = say_place(card, x, y, units)
    sides = {"left": 0.0, "right": card.panel_width_mm}
    one, other = words.split(", ") if words != MIDDLE else ("in the middle across", "half way down")
    if one.startswith("on the"):
        read_x = sides[one.split()[2]]
    elif one == "in the middle across":
        read_x = card.panel_width_mm / 2
    else:
        length, way, side = re.fullmatch(r"(.+?) (from the|beyond the) (left|right)(?: edge)?", one).groups()  # type: ignore[union-attr]
        inwards = 1 if (side == "left") == (way == "from the") else -1
        read_x = sides[side] + inwards * read_mm(length)
    if other.startswith("on the"):
        read_y = {"top": 0.0, "bottom": card.panel_height_mm}[other.split()[2]]
    elif other == "half way down":
        read_y = card.panel_height_mm / 2
    else:
        length, way = re.fullmatch(r"(.+?) (down|up|above the top edge|below the bottom edge)", other).groups()  # type: ignore[union-attr]
        far = read_mm(length)
        read_y = {"down": far, "above the top edge": -far}.get(way, card.panel_height_mm + (far if "below" in way else -far))
    # A ruler is read to a sixteenth of an inch, or a millimetre: half of that away at most.
    assert abs(read_x - x) <= 25.4 / 32 + 0.05
    assert abs(read_y - y) <= 25.4 / 32 + 0.05


@pytest.mark.parametrize("many", [1, 2, MOST_TOLD, MOST_TOLD + 1])
def test_every_print_and_all_that_is_stuck_on_is_told_where_it_goes_as_long_as_it_can_be_followed(many: int) -> None:
    places = [(12.0 + 9 * n, 20.0 + 15 * n) for n in range(many)]
    prints = Brush("", "dark", "stamp", Print(BuiltIn("moth"), 10.0, tuple(At(x, y) for x, y in places)), "first", 1, "dry")
    stuck = StickOn("", "gems", "gold", 4.0, 1.0, tuple(Spot(x, y) for x, y in places))
    of = plan(prints, stuck)
    for step in of.steps:
        told = say(of, step)
        numbers = re.findall(r"(?:\(|; )(\d+): ", told)
        assert numbers == ([str(n) for n in range(1, many + 1)] if 1 < many <= MOST_TOLD else [])
        assert ("from the left" in told) == (many <= MOST_TOLD)
    assert say_places(of.card, places, "in") == "" or many <= MOST_TOLD


def test_a_stroke_says_where_it_begins_and_ends() -> None:
    of = plan(Brush("", "dark", "pen", Stroke(((12.7, 25.4), (60.0, 80.0), (100.0, 150.0)), 1.0), "full", 1, "dry"))
    assert "from 1/2\u00a0in from the left, 1\u00a0in down to" in say(of, of.steps[0])
