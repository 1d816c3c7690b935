"""A ground as it is first laid is without alarm, whatever the format, the stock and the inks; what inks cannot give is told beforehand."""

import random
from collections.abc import Iterator

import numpy as np
import pytest

from cielo.app.card_sizes import card_of
from cielo.core.advice.fresh import laid_fresh
from cielo.core.advice.judge import judge, troubles
from cielo.core.geometry.formats import FORMATS
from cielo.core.materials import Ink, Stock
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import lab_from_xyz
from cielo.core.order.arrange import in_order
from cielo.core.plan import Disc, Plan, ensure_sound
from cielo.core.sequence.grounds import ASIDE, GROUNDS, lay_out
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.run import panel_xyz
from cielo.demo.shelf import INKS, STOCKS
from cielo.exchange.plan_file import read_plan, write_plan

# What lies in the choice of inks and stock alone: these are told before a ground is laid, with what would help.
IN_THE_CHOICE = {
    "ink-invisible",
    "seam-mud",
    "primaries-brown",
    "resist-too-pale",
    "focal-lost",
    "one-lightness",
    "never-dries-here",
    "alcohol-on-absorbent",
}


def some_laid(key: str, how_many: int) -> Iterator[tuple[Plan, Stock, list[Ink]]]:
    """A ground on formats, stocks and inks of one kind, by chance that is always the same."""
    chance = random.Random(key)
    ground = GROUNDS[key]
    special = [ink for ink in INKS if ink.kind in ASIDE]
    for _ in range(how_many):
        kind = chance.choice(["dye", "dye", "pigment", "hybrid", "alcohol"])
        able = [ink for ink in INKS if ink.kind == kind]
        count = min(chance.randint(ground.fewest, ground.most), len(able))
        if count < ground.fewest:
            continue
        inks = chance.sample(able, count)
        stock, card = chance.choice(STOCKS), card_of(FORMATS[chance.choice(sorted(FORMATS))])
        yield lay_out("Fresh", "in", card, stock, [*inks, *special], key), stock, inks


@pytest.mark.parametrize("key", GROUNDS)
def test_a_fresh_ground_is_without_alarm_but_for_what_its_inks_cannot_give(key: str) -> None:
    for proposed, stock, inks in some_laid(key, 5):
        plan, left = laid_fresh(proposed)
        ensure_sound(plan)
        assert {finding.code for finding in left} <= IN_THE_CHOICE, (stock.key, [ink.key for ink in inks])
        now = troubles(judge(plan))
        assert [(f.code, f.message) for f in left] == [(f.code, f.message) for f in now], "told before as on the Desk"
        assert in_order(plan).changes == (), "it stands in order"
        assert read_plan(write_plan(plan)) == plan


@pytest.mark.parametrize("key", GROUNDS)
def test_a_moon_is_carried_to_a_ground_that_has_a_place_for_one(key: str) -> None:
    for proposed, stock, inks in some_laid(key, 2):
        width, height = proposed.card.panel_width_mm, proposed.card.panel_height_mm
        moon = Disc("moon", "moon", round(width * 0.66), round(height * 0.28), round(min(width, height) * 0.3))
        special = [ink for ink in INKS if ink.kind in ASIDE]
        plan, left = laid_fresh(lay_out("Moon", "in", proposed.card, stock, [*inks, *special], key, moon))
        # It lies on the marks of the ruler.
        there = [m for m in plan.masks if isinstance(m, Disc) and abs(m.x_mm - moon.x_mm) + abs(m.y_mm - moon.y_mm) < 4]
        if GROUNDS[key].disc != "own":
            assert len(there) == (GROUNDS[key].disc == "kept")
        assert {finding.code for finding in left} <= IN_THE_CHOICE
        assert in_order(plan).changes == ()
        if GROUNDS[key].disc == "kept":
            assert abs(there[0].diameter_mm - moon.diameter_mm) < 3
            assert distance_from_stock(plan, there[0]) < 1, "the moon stays as bare as the stock"


def distance_from_stock(plan: Plan, moon: Disc) -> float:
    """Of what lies in the middle of a round mask, CIEDE2000."""
    grid = grid_of(plan.card, 24)
    lab = lab_from_xyz(panel_xyz(plan, grid))
    x, y = np.meshgrid(grid.x_mm, grid.y_mm)
    inside = np.hypot(x - moon.x_mm, y - moon.y_mm) < moon.diameter_mm / 4
    return float(np.max(ciede2000(lab[inside], np.array(plan.stock.paper.lab))))


def test_a_white_takes_the_small_dots_of_patches_and_overprint() -> None:
    """It answered with a fault once: the dots were smaller than the file could hold."""
    white = [ink for ink in INKS if ink.kind == "white"]
    colours = [ink for ink in INKS if ink.kind == "dye"][:3]
    plan, _ = laid_fresh(lay_out("Dots", "in", card_of(FORMATS["a6"]), STOCKS[0], [*colours, *white], "patches-overprint"))
    assert any(getattr(step, "ink", "") == white[0].key for step in plan.steps)
    assert read_plan(write_plan(plan)) == plan
