"""Where prints, strokes and what is stuck on go, in numbers that a ruler has: read back from the words they lie where they are."""

import re
from dataclasses import replace
from fractions import Fraction
from math import cos, sin

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from cielo.app.card_sizes import card_of
from cielo.core.geometry.formats import FORMATS
from cielo.core.plan import At, Brush, BuiltIn, Disc, LayMask, LiftMask, Print, Slant, Spot, StickOn, Stroke
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


@pytest.mark.parametrize(("aside", "follows"), [(0.0, True), (3.0, True), (9.0, False)])
def test_a_stroke_along_a_disc_says_so_while_it_lies_there(aside: float, follows: bool) -> None:
    moon = next(mask for mask in plan().masks if mask.key == "moon")
    assert isinstance(moon, Disc)
    reach = moon.diameter_mm / 2 + aside
    turns = [0.3 + 0.25 * n for n in range(9)]
    points = tuple((moon.x_mm + reach * cos(turn), moon.y_mm + reach * sin(turn)) for turn in turns)
    stroke = Brush("", "dark", "pen", Stroke(points, 2.0), "full", 1, "damp")
    there = plan(LayMask("", "moon"), stroke, LiftMask("", "moon"))
    assert ("along the edge of the moon mask" in say(there, there.steps[1])) == follows
    alone = plan(stroke)
    assert "along the edge" not in say(alone, alone.steps[0])


@pytest.mark.parametrize("angle", [12.0, 56.3, 140.0, 200.0, 301.0])
@pytest.mark.parametrize("units", ["in", "cm"])
def test_a_slanting_line_meets_the_sides_where_it_is_said_to(angle: float, units: Units) -> None:
    """Read back, both ends lie on one line across the direction, as far along it as the band is strong."""
    slant = Slant(angle, 40.0, 60.0, 10.0, 10.0)
    of = replace(plan(Brush("", "blue", "large-brush", slant, "light", 3, "damp")), units=units)
    found = re.search(r"its middle runs from the (\w+) side (.+?) to the (\w+) side (.+?)\)", say(of, of.steps[0]))
    assert found
    card = of.card
    ahead = np.array([-np.sin(np.radians(angle)), np.cos(np.radians(angle))])
    back = min(0.0, ahead[0] * card.panel_width_mm) + min(0.0, ahead[1] * card.panel_height_mm)
    wide, tall = card.panel_width_mm, card.panel_height_mm
    for side, words in ((found[1], found[2]), (found[3], found[4])):
        middle = {"half way down": tall / 2, "in the middle across": wide / 2}.get(words)
        far = read_mm(re.split(r" (?=down|up|from)", words)[0]) if middle is None else middle
        along = wide - far if words.endswith("from the right") else tall - far if words.endswith("up") else far
        x, y = {"left": (0.0, along), "right": (wide, along), "top": (along, 0.0), "bottom": (along, tall)}[side]
        assert abs(x * ahead[0] + y * ahead[1] - back - 50.0) < 1.0


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
