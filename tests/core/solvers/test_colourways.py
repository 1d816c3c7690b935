"""Colourways and bridges: what must hold of every one that is offered."""

from itertools import combinations

import numpy as np
import pytest

from cielo.app.starter import INKS as USUAL
from cielo.core.advice.judge import checked, troubles
from cielo.core.materials import Stock
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.hue import chroma
from cielo.core.plan import Plan, ensure_sound
from cielo.core.sequence.lightness import seen_on
from cielo.core.solvers.bridge import bridges
from cielo.core.solvers.colourways import CLEARLY, LIGHTNESS_KEPT, colourways
from cielo.demo.cards import demo_plans
from cielo.demo.shelf import INKS, STOCKS

SHELF = (*INKS, *USUAL)
INK = {ink.key: ink for ink in SHELF}
SOME = [plan for plan in demo_plans() if len(plan.steps) > 4][:7]


@pytest.mark.parametrize("plan", SOME, ids=lambda plan: plan.title)
def test_every_colourway_keeps_the_light_and_dark_and_the_checks_and_differs_clearly(plan: Plan) -> None:
    ways = colourways(plan, SHELF, 3)
    assert len(ways) >= 1, "a shelf of this size has more than the card as it is"
    known = {finding.code for finding in troubles(checked(plan))}
    palettes = []
    for way in ways:
        ensure_sound(way.plan)
        assert {finding.code for finding in troubles(checked(way.plan))} <= known
        old, new = list(way.inks), list(way.inks.values())
        assert len(set(new)) == len(new)
        was = np.array([seen_on(plan.stock.paper, INK[key]) for key in old])
        now = np.array([seen_on(plan.stock.paper, INK[key]) for key in new])
        assert np.abs(now[:, 0] - was[:, 0]).max() <= LIGHTNESS_KEPT
        for i, j in combinations(range(len(was)), 2):
            if abs(was[i, 0] - was[j, 0]) >= 3:
                assert (was[i, 0] > was[j, 0]) == (now[i, 0] > now[j, 0]), "light stays light and dark stays dark"
        assert np.mean(ciede2000(was, now)) >= CLEARLY
        palettes.append(now)
        left = {getattr(step, "ink", None) for step in way.plan.steps} - {None}
        assert left <= {ink.key for ink in way.plan.inks}
    for one, other in combinations(palettes, 2):
        assert np.mean(ciede2000(one, other)) >= CLEARLY
    assert [way.inks for way in colourways(plan, SHELF, 3)] == [way.inks for way in ways]


@pytest.mark.parametrize("stock", STOCKS, ids=lambda stock: stock.name)
@pytest.mark.parametrize("plan", SOME[:2], ids=lambda plan: plan.title)
def test_on_another_stock_light_stays_light_and_no_check_finds_more(plan: Plan, stock: Stock) -> None:
    """A dark stock leaves no contrast, and so no colourway; whatever is proposed keeps half of every contrast at least."""
    ways = colourways(plan, SHELF, 2, stock=stock)
    known = {finding.code for finding in troubles(checked(plan))}
    if stock == plan.stock:
        assert ways == colourways(plan, SHELF, 2)
    for way in ways:
        ensure_sound(way.plan)
        assert way.plan.stock == stock
        assert {finding.code for finding in troubles(checked(way.plan))} <= known
        was, now = (
            np.array([seen_on(paper, INK[key])[0] for key in keys])
            for paper, keys in ((plan.stock.paper, way.inks), (stock.paper, way.inks.values()))
        )
        for i, j in combinations(range(len(was)), 2):
            if stock != plan.stock and abs(was[i] - was[j]) >= 3:
                assert (now[i] - now[j]) / (was[i] - was[j]) >= 0.5
    if stock.paper.lab[0] < 40:
        assert ways == ()


def test_a_shelf_with_nothing_else_has_no_colourway() -> None:
    plan = SOME[0]
    assert colourways(plan, plan.inks, 3) == ()


def test_a_bridge_is_livelier_than_the_seam_it_crosses() -> None:
    for first, second in (("yucca-4", "hedgehog-6"), ("ocotillo-5", "agave-6"), ("palo-verde-4", "cholla-7")):
        ways = bridges(STOCKS[0], INK[first], INK[second], INKS)
        as_it_is, gap, *inked = ways
        assert (as_it_is.kind, gap.kind) == ("as it is", "a gap")
        assert max(way.liveliness for way in inked) >= as_it_is.liveliness
        for way in ways:
            ends = (way.colours[0], way.colours[-1])
            for end, key in zip(ends, (first, second), strict=True):
                alone = seen_on(STOCKS[0].paper, INK[key])
                assert ciede2000(end, alone) < 4, "it begins and ends as the two inks do"
            assert min(chroma(end) for end in ends) > 0
        livelier = [way for way in inked if way.kind == "an ink between"]
        assert all(way.ink is not None and way.ink.key not in (first, second) for way in livelier)
