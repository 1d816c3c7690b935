"""Fits recover what they are told, and say which further swatch would help most."""

from dataclasses import replace
from itertools import combinations, pairwise

import numpy as np
import pytest

from cielo.app import starter
from cielo.core.materials import Ink, Paper, Stock, Swatch
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.films import film_of
from cielo.core.optics.fitting import WORTH_IT, fit_of
from cielo.core.optics.hue import chroma, hue_apart
from cielo.core.optics.layering import lab_of_stack
from cielo.core.optics.scattering import BLACK_CARD
from cielo.core.sequence.grounds import GROUNDS
from cielo.core.sequence.lightness import seen_on
from cielo.core.sequence.suiting import SHOWS, inks_that_suit, suggested
from cielo.core.shelf import Facts, colour_family, runs_low
from cielo.demo.shelf import INKS, STOCKS

WHITE = Paper((95.0, 0.2, -0.8), "uncoated")


@pytest.mark.parametrize("seed", range(12))
def test_a_known_film_is_found_again_from_its_swatches(seed: int) -> None:
    """Kubelka and Munk's K and S of a synthetic ink: read over white and black, the fitted ink shows the same over a grey it never saw,
    within the residual it states and 1.5 (CIEDE2000)."""
    chance = np.random.default_rng(seed)
    light, hue, strength, hiding = (chance.uniform(*ends) for ends in ((35, 80), (0, 6.28), (5, 30), (0.4, 2.5)))
    lab = (float(light), float(strength * np.cos(hue)), float(strength * np.sin(hue)))
    true = Ink("t", "T", "pigment", (Swatch(1.0, lab),), measured_on=WHITE, hiding=float(hiding))
    over_black = lab_of_stack(BLACK_CARD, {"t": true}, [("t", 1.0)])
    fitted = replace(true, hiding=1.0, over_black=Swatch(1.0, over_black))
    fit = fit_of(fitted, WHITE)
    # What no film with that hiding could look like on white is missed by the true film too.
    assert fit.residual < film_of(true, WHITE).misses.max() + 0.5
    grey = Paper((55.0, 0.0, 0.0), "uncoated")
    seen, found = (lab_of_stack(grey, {"t": ink}, [("t", 1.0)]) for ink in (true, fitted))
    assert float(ciede2000(seen, found)) < fit.residual + 1.5


def test_the_further_swatch_that_tells_most_is_named() -> None:
    pigment = Ink("p", "P", "pigment", (Swatch(1.0, (60.0, 30.0, 10.0)),), measured_on=WHITE)
    fit = fit_of(pigment, WHITE)
    assert fit.further[0].words == "one full pass over black card"
    assert fit.further[0].tells > WORTH_IT
    known = replace(pigment, over_black=Swatch(1.0, (34.0, 10.0, 4.0)))
    assert all("black" not in one.words for one in fit_of(known, WHITE).further)
    dye = Ink("d", "D", "dye", (Swatch(1.0, (70.0, 30.0, 20.0)),), measured_on=WHITE)
    assert fit_of(dye, WHITE).further[0].words == "two full passes on the same sheet"
    twice = replace(dye, swatches=(*dye.swatches, Swatch(2.0, (60.0, 40.0, 27.0))))
    assert fit_of(twice, WHITE).further == ()
    assert film_of(twice, WHITE).misses.max() == fit_of(twice, WHITE).residual


@pytest.mark.parametrize("stock", STOCKS, ids=lambda stock: stock.key)
@pytest.mark.parametrize("shelf", [INKS, starter.INKS], ids=["demo", "starter"])
def test_inks_that_suit_a_ground_show_on_its_stock_and_are_enough(stock: Stock, shelf: tuple[Ink, ...]) -> None:
    found = suggested(stock.paper, shelf)
    if stock.paper.surface != "synthetic" and stock.paper.lab[0] > 60:
        kinds = {ink.kind for ink in shelf}
        assert set(found) == {key for key, ground in GROUNDS.items() if kinds >= set(ground.needs)}
    for key, sets in found.items():
        for inks in sets:
            assert GROUNDS[key].fewest <= len(inks) <= GROUNDS[key].most
            seen = [seen_on(stock.paper, ink) for ink in inks]
            assert all(float(ciede2000(lab, stock.paper.lab)) >= SHOWS - 1e-6 for lab in seen)
            assert [lab[0] for lab in seen] == sorted((lab[0] for lab in seen), reverse=True)
        assert all(len(set(one) & set(other)) <= 1 for one, other in combinations(sets, 2)), "other inks are others"
    assert found == suggested(stock.paper, shelf)


@pytest.mark.parametrize("shelf", [INKS, starter.INKS], ids=["demo", "starter"])
def test_the_inks_first_shown_neighbour_each_other_and_do_not_dull(shelf: tuple[Ink, ...]) -> None:
    """On white: a clear step in lightness, no complements, and where neighbours cross they stay colours."""
    paper = STOCKS[0].paper
    for sets in suggested(paper, shelf).values():
        for pale, dark in pairwise(sets[0]):
            a, b = seen_on(paper, pale), seen_on(paper, dark)
            assert a[0] - b[0] > 7
            assert hue_apart(a, b) < 100
            crossing = lab_of_stack(paper, {pale.key: pale, dark.key: dark}, [(pale.key, 1.0), (dark.key, 1.0)])
            assert chroma(crossing) > 0.5 * min(chroma(a), chroma(b))


def test_inks_of_cards_she_likes_come_first() -> None:
    """Liked inks are never fewer in what is shown first, and mostly more; what does not go together stays behind all the same."""
    paper, more, asked = STOCKS[0].paper, 0, 0
    for ground in GROUNDS.values():
        sets = inks_that_suit(ground, paper, INKS)
        if len(sets) < 2:
            continue
        liked = {ink.name for ink in sets[1]}
        before, now = (
            len(liked & {ink.name for ink in shown}) for shown in (sets[0], inks_that_suit(ground, paper, INKS, liked)[0])
        )
        assert now >= before
        asked, more = asked + 1, more + (now > before)
    assert more > asked / 2


def test_families_go_round_the_hues_and_greys_are_apart() -> None:
    wanted = {
        "reds": 30,
        "oranges": 60,
        "yellows": 95,
        "greens": 150,
        "turquoises": 200,
        "blues": 265,
        "purples": 310,
        "pinks": 355,
    }
    for name, hue in wanted.items():
        angle = np.radians(hue)
        assert colour_family((70.0, float(50 * np.cos(angle)), float(50 * np.sin(angle)))) == name
    assert colour_family((95.0, 0.0, 1.0)) == "whites"
    assert colour_family((30.0, 1.0, 1.0)) == "greys and blacks"
    assert colour_family((40.0, 14.0, 22.0)) == "browns"


def test_only_what_is_counted_runs_low() -> None:
    assert not runs_low("ink", Facts())
    assert runs_low("ink", Facts(left=5))
    assert not runs_low("ink", Facts(left=50))
    assert runs_low("stock", Facts(left=1))
    assert not runs_low("tool", Facts(left=1))
