"""Find a colour: against exhaustive search on small shelves, and by what must hold for any colour."""

import random
from itertools import permutations, product

import numpy as np
import pytest

from cielo.core.bounds import Lab
from cielo.core.materials import Ink, Stock
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.hue import chroma
from cielo.core.optics.layering import lab_of_stack
from cielo.core.solvers.find import BRUSHED, REACHED, find_colour, ladder
from cielo.core.solvers.recipes import colours_of
from cielo.demo.shelf import INKS, STOCKS

ABLE = tuple(ink for ink in INKS if ink.kind in BRUSHED)
WHITE = STOCKS[0]
KRAFT = next(stock for stock in STOCKS if "kraft" in stock.key)


def exhaustive(wanted: Lab, stock: Stock, inks: tuple[Ink, ...], strengths: tuple[float, ...]) -> float:
    """The nearest that any order of up to three inks at any of these strengths comes, each predicted in full."""
    by_key = {ink.key: ink for ink in inks}
    best = np.inf
    for many in (1, 2, 3):
        for order in permutations(by_key, many):
            for laid in product(strengths, repeat=many):
                lab = lab_of_stack(stock.paper, by_key, tuple(zip(order, laid, strict=True)))
                best = min(best, float(ciede2000(wanted, lab)))
    return best


@pytest.mark.parametrize("seed", range(4))
@pytest.mark.parametrize("stock", [WHITE, KRAFT], ids=["white", "kraft"])
def test_it_comes_as_near_as_exhaustive_search_of_a_small_shelf(seed: int, stock: Stock) -> None:
    chance = random.Random(seed)
    inks = tuple(chance.sample(ABLE, 4))
    wanted = (chance.uniform(30, 90), chance.uniform(-40, 50), chance.uniform(-40, 60))
    found = find_colour(wanted, stock, inks)
    best = exhaustive(wanted, stock, inks, (0.3, 1.0, 2.0, 3.0) if seed % 2 else (0.15, 0.55, 1.65))
    assert found.recipes[0].difference <= best + 0.5
    assert found.reachable == (found.recipes[0].difference <= REACHED)


@pytest.mark.parametrize("stock", STOCKS, ids=[stock.key for stock in STOCKS])
def test_many_recipes_at_once_are_what_is_predicted_one_by_one(stock: Stock) -> None:
    chance = random.Random(stock.key)
    films = tuple(ink for ink in ABLE if ink.laydown in (None, "film") and not ink.over_black)[:8]
    which = np.array([chance.sample(range(len(films)), 3) for _ in range(60)])
    laid = np.array([[chance.choice(tuple(ladder())) for _ in range(3)] for _ in range(60)], dtype=np.float32)
    quick = colours_of(stock, films, which, laid)
    by_key = {ink.key: ink for ink in films}
    full = [
        lab_of_stack(stock.paper, by_key, [(films[i].key, float(s)) for i, s in zip(w, x, strict=True)])
        for w, x in zip(which, laid, strict=True)
    ]
    apart = ciede2000(quick, np.array(full))
    assert np.mean(apart) < 0.5
    assert np.max(apart) < 2


@pytest.mark.parametrize("ink", [ink for ink in ABLE if ink.kind in ("dye", "hybrid")], ids=lambda ink: ink.key)
def test_an_ink_of_the_shelf_is_found_by_its_own_colour(ink: Ink) -> None:
    wanted = lab_of_stack(WHITE.paper, {ink.key: ink}, [(ink.key, 1.0)])
    best = find_colour(wanted, WHITE, ABLE).recipes[0]
    assert best.difference <= 0.1
    assert best.laid == ((ink.key, 1.0),), "as near, the fewest inks come first"


def test_what_is_told_of_a_recipe_is_so() -> None:
    chance = random.Random(5)
    for _ in range(4):
        wanted = (chance.uniform(30, 90), chance.uniform(-40, 50), chance.uniform(-40, 60))
        found = find_colour(wanted, WHITE, ABLE)
        by_key = {ink.key: ink for ink in ABLE}
        differences = [recipe.difference for recipe in found.recipes]
        assert differences == sorted(differences)
        assert len({frozenset(key for key, _ in recipe.laid) for recipe in found.recipes}) == len(found.recipes)
        for recipe in found.recipes:
            assert recipe.lab == lab_of_stack(WHITE.paper, by_key, recipe.laid)
            assert abs(recipe.difference - float(ciede2000(wanted, recipe.lab))) <= 0.05 + 1e-9
            assert recipe.band > 0
            for (_, strength), (touch, passes) in zip(recipe.laid, recipe.passes, strict=True):
                assert ladder()[strength] == (touch, passes)
        assert found == find_colour(wanted, WHITE, ABLE), "the same wish, the same recipes"


def test_what_cannot_be_reached_says_so_and_mud_is_never_offered_by_accident() -> None:
    yellow, violet = (ink for ink in INKS if ink.key in ("yucca-4", "hedgehog-6"))
    vivid = find_colour((60.0, 0.0, 100.0), WHITE, (yellow, violet))
    assert not vivid.reachable
    assert vivid.recipes
    for recipe in vivid.recipes:
        assert len(recipe.laid) == 1 or chroma(recipe.lab) > 20
    assert find_colour((60.0, 0.0, 0.0), WHITE, ()).recipes == ()
    powder = tuple(ink for ink in INKS if ink.kind in ("powder", "clear", "paste"))
    assert find_colour((60.0, 0.0, 0.0), WHITE, powder).recipes == ()


def test_a_larger_shelf_never_comes_less_near() -> None:
    for wanted in ((60.0, 25.0, 10.0), (45.0, -20.0, -15.0)):
        few, more = (find_colour(wanted, WHITE, ABLE[:count]).recipes[0].difference for count in (5, 12))
        assert more <= few + 0.1
