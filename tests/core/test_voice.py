"""How Cielo speaks: all it says of random plans and fresh grounds begins with a capital, ends, repeats nothing, in today's words."""

import re
from collections.abc import Iterable

import pytest
from hypothesis import given, settings

from cielo.core.advice.judge import judge
from cielo.core.order.reasons import reasons
from cielo.core.plan import Plan
from cielo.core.say import say
from cielo.core.table.table import table_of
from tests.core.random_plans import plans
from tests.core.test_reasons_are_true import grounds, laid

# Said by nobody at a craft table.
OLD = re.compile(
    r"otherwise|\banew\b|for good\b|be had\b|let be\b|that will do|by itself|such as|whatever|\bwants\b|learnt|put away|any more|"
    r"knows of|just now|here stands|is told|on its way",
    re.IGNORECASE,
)
# Twice the same word, apart from "that that" and numbers of a list.
TWICE = re.compile(r"\b([A-Za-z]{2,}) \1\b", re.IGNORECASE)


def spoken(plan: Plan) -> Iterable[str]:
    """Every sentence that is said of a plan: steps, reasons, what will go wrong and why."""
    table = table_of(plan)
    yield from (say(plan, step, table) for step in plan.steps)
    yield from reasons(table).values()
    for found in judge(plan):
        yield from (found.message, found.why)


def well_said(sentence: str) -> str:
    """What is wrong with a sentence; empty where nothing is."""
    if not sentence[:1].isupper() and not sentence[:1].isdigit() and sentence[:1] not in "“":
        return "begins small"
    if sentence[-1:] not in ".!?”":
        return "has no end"
    if "  " in sentence or " ." in sentence or " ," in sentence or ".." in sentence:
        return "has a stray space or point"
    if found := TWICE.search(sentence):
        return f"says {found[1]} twice"
    if found := OLD.search(sentence):
        return f"says {found[0]}"
    return ""


def wrong(plan: Plan) -> list[str]:
    return [f"{fault}: {said}" for said in spoken(plan) if (fault := well_said(said))]


@settings(max_examples=60, deadline=None)
@given(plans())
def test_all_that_is_said_of_a_random_plan_is_well_said(plan: Plan) -> None:
    assert wrong(plan) == []


@pytest.mark.parametrize(("key", "kind"), list(grounds()))
def test_all_that_is_said_of_a_fresh_ground_is_well_said(key: str, kind: str) -> None:
    plan = laid(key, kind)
    if plan is None:
        pytest.skip("there are not so many inks of that kind")
    assert wrong(plan) == []


@pytest.mark.parametrize(
    "bad",
    [
        "ink first.",
        "Ink first",
        "Ink  first.",
        "Powder powder goes on.",
        "It wants a name.",
        "Ink , then water.",
        "Drop it.. Now.",
    ],
)
def test_what_is_badly_said_is_found(bad: str) -> None:
    assert well_said(bad)
