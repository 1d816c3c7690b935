"""Whatever is put in place of any value of a plan file, what is said of it is said in a maker's words."""

import copy
import json
import re
from collections.abc import Iterator
from fractions import Fraction
from typing import Any

import pytest

from cielo.core.units import say_least, say_most
from cielo.demo.cards import demo_plans
from cielo.errors import BadInput
from cielo.exchange.plan_file import read_plan, write_plan

JARGON = re.compile(
    r"(?i)\binput\b|valid|pars|\btag\b|dictionary|instance|\bstring\b|\bnull\b|\bnone\b|tuple|_|\btype\b|validation"
)
PLANS = demo_plans()
JUNK: tuple[Any, ...] = (None, -1e9, 1e9, 1.5, "", "x" * 5000, "ell", [], {}, {"what": 1}, True, [1, 2, 3, 4, 5])


def places(document: Any, at: tuple[Any, ...] = ()) -> Iterator[tuple[Any, ...]]:
    """Every place of a document, but only the first two of each list."""
    if at:
        yield at
    if isinstance(document, dict):
        for key, value in document.items():
            yield from places(value, (*at, key))
    elif isinstance(document, list):
        for i, value in enumerate(document[:2]):
            yield from places(value, (*at, i))


def refusal_of(document: Any) -> BadInput | None:
    try:
        read_plan(json.dumps(document).encode())
    except BadInput as error:
        return error
    return None


def with_put(document: Any, at: tuple[Any, ...], value: Any) -> Any:
    changed = copy.deepcopy(document)
    holder = changed
    for part in at[:-1]:
        holder = holder[part]
    holder[at[-1]] = value
    return changed


@pytest.mark.parametrize("plan", PLANS[::4], ids=lambda plan: plan.title)
def test_every_refusal_is_in_words_and_names_its_field(plan: Any) -> None:
    document = json.loads(write_plan(plan))
    refusals = [(at, junk, refusal_of(with_put(document, at, junk))) for at in places(document) for junk in JUNK]
    told = [(at, junk, error) for at, junk, error in refusals if error is not None]
    assert len(told) > 500
    assert not [(at, junk) for at, junk, error in told if not error.field and at[0] not in ("format", "version")]
    assert not [(at, junk, error.reason) for at, junk, error in told if JARGON.search(error.reason)]


@pytest.mark.parametrize(
    ("at", "value", "words"),
    [
        (("card", "width_mm"), 5000, "it is 500 cm (196 7/8 in); it is at most 60 cm (23 9/16 in)."),
        (("inks",), "none", "it is “none”, and it should be a list."),
        (("units",), "ell", "it is “ell”, and it can be in or cm."),
        (("shoe",), 1, "nothing called “shoe” belongs here."),
    ],
)
def test_the_words(at: tuple[Any, ...], value: Any, words: str) -> None:
    with pytest.raises(BadInput, match=re.escape(words)):
        read_plan(json.dumps(with_put(json.loads(write_plan(PLANS[0])), at, value)).encode())


def test_a_file_without_inks_says_so() -> None:
    document = json.loads(write_plan(PLANS[0]))
    del document["inks"]
    with pytest.raises(BadInput, match="it has no inks"):
        read_plan(json.dumps(document).encode())


def test_a_limit_as_told_is_taken() -> None:
    """What a refusal says is the least or the most can be written, in either unit."""
    for limit in (0.3, 2.0, 600.0, 1000.0, 3.3, 20.0):
        for units, mm in (("in", 25.4), ("cm", 10.0)):
            for say, sign in ((say_least, 1), (say_most, -1)):
                whole, *rest = say(limit, units).rsplit(" ", 1)[0].split(" ")  # type: ignore[arg-type]
                told = mm * float(sum(Fraction(part) for part in (whole, *rest)))
                assert sign * (told - limit) >= -1e-9
                assert abs(told - limit) <= 25.4 / 16
