"""Bounds stand once, in the core: whatever it builds is sound, and is written and read back equal."""

from dataclasses import replace
from itertools import product

import pytest

from cielo.app.card_sizes import card_of
from cielo.core.bounds import bounds_of, ensure_within
from cielo.core.geometry.formats import FORMATS
from cielo.core.plan import Dry, Focal, Motifs, Plan, ensure_sound, free_key, without_steps
from cielo.core.plan import Wish as PlanWish
from cielo.core.sequence.grounds import GROUNDS, lay_out
from cielo.demo.cards import demo_plans
from cielo.demo.shelf import INKS, STOCKS
from cielo.errors import BadInput
from cielo.exchange.plan_file import PlanModel, read_plan, write_plan
from tests.core.plans import gradient

KINDS = sorted({ink.kind for ink in INKS})
COLOURS = [ink for ink in INKS if ink.kind not in ("powder", "clear", "white", "paste")]
ASIDE = [ink for ink in INKS if ink.kind in ("powder", "clear", "white", "paste")]


def grounds_on(format_key: str, stock_at: int, count: int) -> list[Plan]:
    """Every ground that can be made of so many colours, with each white, powder and paste of the shelf in turn."""
    made = []
    for key, ground in GROUNDS.items():
        if not ground.fewest <= count <= ground.most:
            continue
        colours = [COLOURS[(stock_at + 3 * n) % len(COLOURS)] for n in range(count)]
        for kind in ground.needs or ("",):
            asides = [ink for ink in ASIDE if ink.kind == kind] or ASIDE[:1]
            rest = [ink for ink in ASIDE if ink.kind != kind]
            made += [
                lay_out("T", "cm", card_of(FORMATS[format_key]), STOCKS[stock_at], [*colours, aside, *rest], key)
                for aside in asides
            ]
    return made


@pytest.mark.parametrize(("format_key", "stock_at"), [*product(FORMATS, (0,)), *product(["five-seven"], range(len(STOCKS)))])
def test_every_ground_on_every_format_and_stock_is_written_and_read_back_equal(format_key: str, stock_at: int) -> None:
    for count in range(1, 6):
        for plan in grounds_on(format_key, stock_at, count):
            ensure_sound(plan)
            assert read_plan(write_plan(plan)) == plan


def test_the_demo_is_written_and_read_back_equal() -> None:
    for plan in demo_plans():
        assert read_plan(write_plan(plan)) == plan


def test_the_bounds_of_the_core_are_those_of_the_published_schema() -> None:
    definitions = PlanModel.model_json_schema()["$defs"]
    seen = 0
    for kind, model in ((Motifs, "Motifs"), (Focal, "Focal"), (Dry, "Dry")):
        for name, bound in bounds_of(kind).items():
            said = definitions[model]["properties"][name]
            for ours, theirs in (("ge", "minimum"), ("gt", "exclusiveMinimum"), ("le", "maximum")):
                if getattr(bound, ours, None) is not None:
                    assert said[theirs] == getattr(bound, ours), (model, name)
                    seen += 1
    assert seen > 10
    assert PlanModel.model_json_schema()["properties"]["masks"]["maxItems"] == 24


TOO_MUCH = [
    ("steps[0].minutes", "more than 0", lambda p: replace(p, steps=(Dry("d", "air", 0.0),))),
    ("masks", "at most 24", lambda p: replace(p, masks=tuple(replace(p.masks[0], key=f"m{n}") for n in range(25)))),
    ("masks[0].diameter_mm", "at least", lambda p: replace(p, masks=(replace(p.masks[0], diameter_mm=1.0),))),
    ("card.width_mm", "at most 23 9/16 in", lambda p: replace(p, card=replace(p.card, width_mm=700.0))),
    ("title", "Shorten it", lambda p: replace(p, title="x" * 81)),
    ("card.trim_mm", "no number", lambda p: replace(p, card=replace(p.card, trim_mm=float("nan")))),
]  # fmt: skip


@pytest.mark.parametrize(("field", "words", "change"), TOO_MUCH)
def test_what_lies_outside_is_refused_by_the_core_in_the_makers_own_units(field: str, words: str, change) -> None:  # type: ignore[no-untyped-def]
    with pytest.raises(BadInput, match=words) as refused:
        ensure_sound(change(gradient()))
    assert refused.value.field == field


def test_what_lies_inside_is_let_be() -> None:
    for plan in demo_plans():
        ensure_within(plan, plan.units)


def test_steps_go_with_the_wishes_about_them() -> None:
    plan = gradient()
    first, second, third = (step.id for step in plan.steps[:3])
    wished = replace(plan, wishes=(PlanWish(first, second), PlanWish(second, third), PlanWish(first, third)))
    assert without_steps(wished, {second}).wishes == (PlanWish(first, third),)
    ensure_sound(without_steps(wished, {second}))


def test_a_free_key_is_free() -> None:
    assert free_key("tape", {"tape-1", "tape-3"}) == "tape-2"


def test_what_is_not_there_is_refused_in_words() -> None:
    with pytest.raises(BadInput, match="no ink 'gone'"):
        gradient().ink("gone")
    with pytest.raises(BadInput, match="no mask 'gone'"):
        gradient().mask("gone")
