"""From a wish: every ground proposed is quiet, of the shelf, within the time, and what is said of it is so."""

import numpy as np
import pytest

from cielo.app.starter import INKS as USUAL
from cielo.core.advice.judge import checked, troubles
from cielo.core.materials import Ink
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.hue import chroma, hue_degrees, say_colour
from cielo.core.plan import Brush, Card, Plan, ensure_sound
from cielo.core.sequence.durations import seconds_of
from cielo.core.sequence.lightness import seen_on
from cielo.core.solvers.wish import (
    DARK_MIDDLE,
    LIGHT_MIDDLE,
    MOODS,
    WORDS,
    Proposed,
    Wish,
    _middle,
    grounds_for,
    run_of_words,
    unknown_words,
)
from cielo.demo.shelf import INKS, STOCKS
from cielo.errors import BadInput

SHELF: tuple[Ink, ...] = (*INKS, *USUAL)
WISHES = (
    Wish(),
    Wish("dusk, from warm to cold"),
    Wish("a quiet sea", minutes=15),
    Wish("night", focal="light"),
    Wish("pale spring", focal="dark", minutes=25),
    Wish("lively", use_up=("cholla-7", "yucca-4")),
)


def blank(stock: int = 0, card: Card | None = None) -> Plan:
    return Plan("A wish", "in", card or Card(127.0, 177.8), STOCKS[stock], (), (), ())


def laid(one: Proposed) -> list[Ink]:
    used = {step.ink for step in one.plan.steps if isinstance(step, Brush)}
    return [ink for ink in one.plan.inks if ink.key in used]


@pytest.mark.parametrize("wish", WISHES, ids=lambda wish: wish.words or "anything")
@pytest.mark.parametrize("stock", range(0, len(STOCKS), 2))
def test_what_is_proposed_is_sound_quiet_within_the_time_and_true(wish: Wish, stock: int) -> None:
    proposed = grounds_for(wish, blank(stock), SHELF)
    assert len({one.ground.key for one in proposed}) == len(proposed)
    for one in proposed:
        ensure_sound(one.plan)
        assert troubles(checked(one.plan)) == ()
        assert one.minutes == round(sum(seconds_of(one.plan, step) for step in one.plan.steps) / 60)
        assert wish.minutes is None or one.minutes <= wish.minutes
        assert all(ink in SHELF for ink in one.plan.inks)
        said = " ".join(one.why)
        assert ("uses up" in said) == bool({ink.key for ink in laid(one)} & set(wish.use_up))
        light, _ = _middle(one.plan)
        if "something dark stands out" in said:
            assert light >= LIGHT_MIDDLE
        if "something light stands out" in said:
            assert light <= DARK_MIDDLE
    assert grounds_for(wish, blank(stock), SHELF) == proposed


def test_three_of_different_families_on_white_stock() -> None:
    for wish in WISHES:
        proposed = grounds_for(wish, blank(), SHELF)
        assert len(proposed) == 3
        assert len({one.ground.family for one in proposed}) == 3 or wish.minutes


def test_words_are_felt_in_the_inks() -> None:
    """Hue and lightness as common practice has them: warm is red to yellow, cold green to violet, night darker than dawn."""

    def seen(words: str) -> np.ndarray:
        return np.array([seen_on(STOCKS[0].paper, ink) for one in grounds_for(Wish(words), blank(), SHELF) for ink in laid(one)])

    warm, cold, night, dawn = (seen(words) for words in ("warm", "cold", "night", "dawn"))
    assert np.mean([-50 < (hue_degrees(tuple(lab)) + 180) % 360 - 180 < 110 for lab in warm if chroma(tuple(lab)) > 12]) > 0.9
    assert np.mean([150 < hue_degrees(tuple(lab)) < 330 for lab in cold if chroma(tuple(lab)) > 12]) > 0.8
    assert night[:, 0].mean() < dawn[:, 0].mean() - 20


def test_what_is_to_be_used_up_is_laid() -> None:
    up = ("cholla-7", "yucca-4")
    for one in grounds_for(Wish(use_up=up), blank(), SHELF):
        assert set(up) <= {ink.key for ink in laid(one)}


def test_every_word_stands_for_colours_that_its_name_agrees_with() -> None:
    for word in ("yellow", "orange", "red", "blue", "green", "brown", "grey", "black", "white", "violet", "turquoise"):
        assert word in say_colour(run_of_words(word)[0]), word
    for labs in WORDS.values():
        assert all(float(ciede2000(one, other)) > 5 for one in labs for other in labs if one is not other)


def test_an_order_is_kept_and_words_not_known_are_told() -> None:
    run = run_of_words("from gold to night")
    assert run == (*WORDS["gold"], *WORDS["night"])
    assert run_of_words("Roses") == WORDS["rose"]
    assert unknown_words("a flurbly dusk with roses") == ("flurbly",)
    with pytest.raises(BadInput, match="none of those words"):
        grounds_for(Wish("flurbly"), blank(), SHELF)
    assert grounds_for(Wish("warm", minutes=1.0), blank(), SHELF) == ()
    assert grounds_for(Wish("warm"), blank(), ()) == ()


@pytest.mark.parametrize("words", ["sea", "dusk", "autumn", "garden", "blue and pink"])
def test_a_mood_changes_the_colours_of_other_words_and_adds_none(words: str) -> None:
    plain = run_of_words(words)
    colour = np.mean([np.hypot(a, b) for _, a, b in plain])
    light = np.mean([lightness for lightness, _, _ in plain])
    for mood in MOODS:
        run = run_of_words(f"a {mood} {words}")
        assert len(run) == len(plain), "no colour of its own comes in"
        moody = np.mean([np.hypot(a, b) for _, a, b in run])
        assert (moody < colour) == (MOODS[mood][0] < 1)
        assert [np.arctan2(b, a) for _, a, b in run] == pytest.approx([np.arctan2(b, a) for _, a, b in plain]), "hues stay"
    for paler, darker in (("pale", "dark"), ("soft", "deep")):
        assert np.mean([lab[0] for lab in run_of_words(f"{paler} {words}")]) > light
        assert np.mean([lab[0] for lab in run_of_words(f"{darker} {words}")]) < light
    assert run_of_words("quiet"), "alone it stands for colours of its own"
