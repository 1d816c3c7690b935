"""Reasons true by their own numbers, and one wait where one is enough: over every ground, three kinds of ink and both units."""

import re
from collections.abc import Iterator
from itertools import pairwise

import numpy as np
import pytest
from hypothesis import HealthCheck, Phase, given, settings
from hypothesis import strategies as st

from cielo.app.card_sizes import card_of
from cielo.core.advice.fresh import laid_fresh
from cielo.core.geometry.formats import FORMATS
from cielo.core.order.arrange import in_order
from cielo.core.order.reasons import reasons
from cielo.core.plan import Brush, Dry, LayMask, LiftMask, Plan, Prepare, PutOn, Water
from cielo.core.sequence.grounds import ASIDE, GROUNDS, lay_out
from cielo.core.sequence.lightness import lightness_on
from cielo.core.simulation.contact import TRACE
from cielo.core.table.marks import embosses, is_figure, is_in_print
from cielo.core.table.purpose import settled
from cielo.core.table.table import Table, table_of
from cielo.core.units import sentence
from cielo.demo.cards import demo_plans
from cielo.demo.shelf import INKS, STOCKS
from tests.core.random_plans import plans
from tests.core.test_run import cards

KINDS = ("dye", "pigment", "hybrid")
CARD = card_of(FORMATS["five-seven"])


def grounds() -> Iterator[tuple[str, str]]:
    yield from ((key, kind) for key in GROUNDS for kind in KINDS)


def laid(key: str, kind: str) -> Plan | None:
    """A ground fresh from inks of one kind and what it needs beside them; None where there are not enough of them."""
    ground = GROUNDS[key]
    colours = [ink for ink in INKS if ink.kind == kind][: ground.most]
    if len(colours) < ground.fewest:
        return None
    special = [ink for ink in INKS if ink.kind in ASIDE]
    return laid_fresh(lay_out("Fresh", "in", CARD, STOCKS[0], [*colours, *special], key))[0]


def held(plan: Plan, table: Table, step: Brush, why: str) -> None:
    """What the reason of a laying says of lightness, of seams and of what is dry is so."""
    inks = {ink.name: ink for ink in plan.inks}
    light = {sentence(name): lightness_on(plan.stock.paper, ink) for name, ink in inks.items()}
    own = plan.ink(step.ink).name
    if found := re.search(r"^After (.+), because (.+) is darker", why):
        assert light[sentence(found[2])] < light[sentence(found[1])] + 0.5
    if found := re.search(r"^(.+) first: it is the lightest", why):
        assert light[found[1]] == max(light.values())
    if found := re.search(r"over its seam with (.+): the lighter", why):
        assert light[sentence(own)] > light[sentence(found[1])]
        earlier = plan.steps[: plan.index_of(step.id)]
        others = [one for one in earlier if isinstance(one, Brush) and one.ink == inks[found[1]].key]
        mine = [one for one in earlier if isinstance(one, Brush) and one.ink == step.ink]
        seams = [np.minimum(table.maps[a.id], table.maps[b.id]) > TRACE for a in mine for b in others]
        assert any(seam.any() and (table.maps[step.id][seam] > TRACE).mean() > 0.5 for seam in seams)
    if found := re.search(r"is lighter than (.+), but that is dry by now", why):
        wet = {one.step for one in table.before(step).wet}
        dark = [one.id for one in plan.steps if isinstance(one, Brush) and one.ink == inks[found[1]].key]
        assert not wet & set(dark) or step.onto == "dry"


@pytest.mark.parametrize(("key", "kind"), list(grounds()))
def test_every_reason_of_a_fresh_ground_is_true_and_no_wait_follows_a_wait(key: str, kind: str) -> None:
    plan = laid(key, kind)
    if plan is None:
        pytest.skip("there are not so many inks of that kind")
    table = table_of(plan)
    why = reasons(table)
    for step in plan.steps:
        assert why[step.id]
        assert "it belongs before it" not in why[step.id], "a ground of ours is laid in the right order"
        if isinstance(step, Brush):
            held(plan, table, step, why[step.id])
    assert not [(a.id, b.id) for a, b in pairwise(plan.steps) if isinstance(a, Dry) and isinstance(b, Dry)]
    # Nor after a wait with nothing between but sheets that come off, where that could have been longer.
    working = [step for step in plan.steps if not isinstance(step, LiftMask | Prepare)]
    apart = [(a.id, b.id) for a, b in pairwise(working) if isinstance(a, Dry) and isinstance(b, Dry)]
    assert not apart


def assert_true(plan: Plan) -> None:
    """Every reason of a plan holds at its own moment (what the page says of a step is a fact, or it is not said)."""
    table = table_of(plan)
    why = reasons(table)
    for at, step in enumerate(plan.steps):
        said, moment = why[step.id], table.before(step)
        laid = [one for one in plan.steps if isinstance(one, Brush) and one.id != step.id]
        met = {one.id for one in laid if isinstance(step, Brush) and table.meet(one.id, step.id)}
        later = {one.id for one in plan.steps[at + 1 :]}
        if "goes on first" in said or "go on first" in said:
            assert not any(isinstance(one, Brush | Water | LayMask) for one in plan.steps[:at])
        if "on top, when the ground is done" in said:
            ground = {one.id for one in laid if not is_figure(one) and not is_in_print(one)}
            assert met & ground - later
            assert not met & ground & later
        if "before the ink that it is to shed" in said:
            assert any(one.id in met & later and not embosses(plan, one) for one in laid)
        if "while nothing on the panel is open" in said:
            assert not [wet for wet in moment.wet if wet.of != "glue"]
        if "still damp smears" in said:
            assert moment.wet or moment.beside
        if "must be dry before" in said:
            assert moment.wet
        if "that is dry by now" in said and isinstance(step, Brush):
            held(plan, table, step, said)
        if "now that it is done and dry" in said:
            assert isinstance(step, PutOn)
            assert not [wet for wet in moment.beside.get(step.piece, ()) if wet.of != "glue"]
        if "lightest on" in said:
            assert not [one for one in plan.steps[:at] if isinstance(one, Brush) and not embosses(plan, one)]


@given(st.one_of(plans(), cards()), st.booleans())
@settings(max_examples=120, deadline=None, suppress_health_check=list(HealthCheck), phases=[Phase.generate])
def test_every_reason_of_any_plan_is_true(of: Plan, ordered: bool) -> None:
    whole = settled(of)
    assert_true(in_order(whole).plan if ordered else whole)


@pytest.mark.parametrize("plan", demo_plans(), ids=lambda plan: plan.title)
def test_every_reason_of_the_demo_is_true(plan: Plan) -> None:
    assert_true(plan)
