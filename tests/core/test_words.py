"""What is said at each step (the table's design, section 6): held to the numbers it speaks of, over right plans and random ones."""

import re
from dataclasses import replace
from fractions import Fraction

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from cielo.app.card_sizes import card_of
from cielo.core.geometry.designs import DESIGNS
from cielo.core.geometry.formats import FORMATS
from cielo.core.geometry.naming import opening_names
from cielo.core.geometry.shapes import openings_of
from cielo.core.materials import RESIST_KINDS, Stock
from cielo.core.order.arrange import in_order
from cielo.core.order.reasons import reasons
from cielo.core.order.rules import lightness_by_key
from cielo.core.plan import (
    Band,
    Brush,
    Dry,
    EdgeMask,
    InPrint,
    Inside,
    LayMask,
    LiftMask,
    Motifs,
    NamedOpening,
    Plan,
    Prepare,
    Print,
    Slant,
    Tapes,
    Towards,
    Vignette,
    Words,
    is_one_thing,
)
from cielo.core.say import fetch, laid_out, lies_turned, say, where_to_lay
from cielo.core.say.region import NAMED
from cielo.core.sequence.grounds import ASIDE, GROUNDS, lay_out
from cielo.core.table.purpose import purpose_of, settled
from cielo.core.table.table import table_of
from cielo.core.units import Units, say_by_ruler
from cielo.demo.shelf import INKS
from tests.core.random_plans import plans
from tests.core.test_every_check import NIGHT, ROUGH, SMOOTH, lay, plan, stamp, top
from tests.core.test_fresh_grounds import some_laid
from tests.core.test_order_properties import RIGHT

UNITS: tuple[Units, ...] = ("in", "cm")
LIGHT = re.compile(r"light to dark|lighter|lightest|darker|lightness")
NO_TURN = ("white", "metallic", "paste", "powder", "clear")


def assert_held_to_numbers(of: Plan) -> None:
    """Every reason that speaks of light and dark is about inks that have a turn, names the step before, and has its numbers right."""
    light = {of.ink(key).name: value for key, value in lightness_by_key(of).items()}
    why = reasons(table_of(of))
    for at, step in enumerate(of.steps):
        if not isinstance(step, Brush):
            continue
        reason, ink = why[step.id], of.ink(step.ink)
        before = {of.ink(s.ink).name for s in of.steps[:at] if isinstance(s, Brush)}
        if ink.kind in NO_TURN or step.tool == "pen":
            assert not LIGHT.search(reason), f"{ink.name}: {reason}"
        named = re.search(r"After (.+), because (.+) is darker on", reason)
        if named:
            other, own = named.groups()
            assert own == ink.name
            assert other in before, reason
            assert light[own] < light[other], reason
        lighter = re.search(r"^(.+) is lighter than (.+), (?:which|but)", reason)
        if lighter:
            assert light[lighter[1]] > light[lighter[2]], reason
            assert lighter[2] in before, reason
        if "meets no other ink so far" in reason:
            table = table_of(of)
            inked = [s for s in of.steps[:at] if isinstance(s, Brush) and s.ink != step.ink]
            met = [s for s in inked if table.meet(s.id, step.id)]
            assert not met, reason


def assert_on_a_ruler(sentence: str) -> None:
    """No length is nothing, none has finer marks than a ruler; nothing is said twice and no word is one of ours."""
    assert not re.search(r"(?<![\d/.])0\s(?:in|cm|mm)\b", sentence), sentence
    for fraction in re.findall(r"\d+/(\d+)\sin", sentence):
        assert int(fraction) in (2, 4, 8, 16, 32), sentence
    assert not re.search(r"  |\bin in\b|\b([a-z]+) \1\b|led in|throw|stray|CIEDE|Lab\b|full pass", sentence), sentence


@pytest.mark.parametrize("of", RIGHT, ids=[f"{i}-{plan.title}" for i, plan in enumerate(RIGHT)])
def test_the_words_of_every_ground_and_demo_card_hold(of: Plan) -> None:
    assert_held_to_numbers(of)
    for units in UNITS:
        said_in = replace(of, units=units)
        table = table_of(said_in)
        for step in of.steps:
            assert_on_a_ruler(say(said_in, step, table))
        for mask in of.masks:
            assert_on_a_ruler(where_to_lay(said_in, mask))


@pytest.mark.parametrize("units", UNITS)
@pytest.mark.parametrize("key", GROUNDS)
def test_a_fresh_ground_is_measured_on_the_marks_of_the_ruler(key: str, units: Units) -> None:
    """Eighths of an inch, half centimetres: the plan has what the sentence says, and nobody has to find a sixteenth."""
    for _, stock, inks in some_laid(key, 3):
        of = lay_out("Fresh", units, card_of(FORMATS["a6"]), stock, [*inks, *(ink for ink in INKS if ink.kind in ASIDE)], key)
        # Letters are as high as their stamp is.
        for step in (s for s in of.steps if not (isinstance(s, Brush) and isinstance(s.region, Words))):
            said = say(of, step)
            printed = isinstance(step, Brush) and isinstance(step.region, Print | Motifs | InPrint)
            assert printed or ("/16" not in said and "/32" not in said), said
            for length in re.findall(r"([\d.]+)\u00a0cm", said):
                assert float(length) < 0.5 or float(length) * 2 % 1 == 0, said
        for mask in of.masks:
            assert not re.search(r"\d mm", where_to_lay(of, mask)) or units == "cm"


@given(st.floats(0, 300), st.sampled_from(UNITS))
def test_a_length_said_by_the_ruler_is_never_far_off(mm: float, units: Units) -> None:
    said = say_by_ruler(mm, units)
    number = sum(Fraction(part) for part in said.rsplit(" ", 1)[0].split())
    mark = (25.4 / 16 if mm >= 25.4 else 25.4 / 32) if units == "in" else 1.0
    assert abs(float(number) * (25.4 if units == "in" else 10) - mm) <= mark / 2 + 1e-9


@given(st.floats(0, 300), st.floats(0, 300), st.sampled_from(UNITS))
def test_what_is_smaller_is_never_said_to_be_larger(one: float, other: float, units: Units) -> None:
    """A rim that stands on a circle is not said to reach past it."""

    def value(mm: float) -> Fraction:
        return sum((Fraction(part) for part in say_by_ruler(mm, units).rsplit(" ", 1)[0].split()), Fraction(0))

    assert value(min(one, other)) <= value(max(one, other))


def test_a_band_is_said_by_what_is_measured_from_one_edge() -> None:
    heart = lay("blue", Band("bottom", 60.0, 66.0, 35.0, 35.0))
    across = lay("blue", Band("left", 25.4, 50.8, 12.7, 25.4))
    slanting = lay("blue", Slant(45.0, 25.4, 50.8, 12.7, 12.7))
    of = plan(heart, across, slanting)
    said = [say(of, step).replace("\u00a0", " ") for step in of.steps]
    assert "strongest 2 1/2 in up from the bottom edge, fading 1 3/8 in each way" in said[0]
    assert "strongest from 1 in to 2 in from the left edge, fading 1/2 in before it and 1 in beyond" in said[1]
    assert "slanting at 45°, strongest from 1 in to 2 in from the upper right corner" in said[2]


@given(plans())
@settings(max_examples=40, deadline=None, suppress_health_check=list(HealthCheck))
def test_the_reasons_of_any_plan_hold(of: Plan) -> None:
    assert_held_to_numbers(of)


measures = st.floats(0, 60)


@given(measures, measures, measures, measures, st.floats(0.5, 200))
@settings(max_examples=60, deadline=None)
def test_nothing_is_said_at_its_zero(start: float, more: float, lead: float, carry: float, reach: float) -> None:
    of = plan(
        lay("blue", Band("top", start, start + more, lead, carry)), lay("red", Vignette(reach)), stamp("dark", gap_mm=lead - 20)
    )
    for step in of.steps:
        assert_on_a_ruler(say(of, step))


def test_what_reaches_the_middle_says_so() -> None:
    of = plan(lay("blue", Vignette(20.0)), lay("blue", Vignette(58.0)), lay("blue", Band("bottom", 40.0, 60.0, 12.0, 12.0)))
    near, all_the_way, band = (say(of, step) for step in of.steps)
    assert "fading over" in near
    assert "fading to the middle" in all_the_way
    assert "strongest from 1\u00a09/16\u00a0in to 2\u00a03/8\u00a0in up from the bottom edge" in band


def test_things_are_fetched_in_the_order_they_are_used() -> None:
    for of in RIGHT:
        groups = {group.name: group.things for group in laid_out(of)}
        brushed = [of.ink(s.ink) for s in of.steps if isinstance(s, Brush)]
        pads = [ink.name for ink in brushed if ink.kind not in RESIST_KINDS]
        assert groups.get("Inks and pads", ()) == tuple(dict.fromkeys(pads))
        assert {ink.name for ink in brushed if ink.kind in RESIST_KINDS} <= set(groups.get("Powder", ()))
        every = [thing for things in groups.values() for thing in things]
        assert len(every) == len(set(every)), "nothing is fetched twice"
    assert laid_out(plan()) == ()


def test_a_sheet_laid_at_several_places_is_fetched_once() -> None:
    edges = tuple(
        EdgeMask(f"e{n}", f"edge {n}", 40.0, 20.0 * n, "hills", 10.0 * n, seed=3, flipped=n % 2 == 0, sheet="e1")
        for n in (1, 2, 3)
    )
    other = replace(edges[0], key="o", name="other", seed=9, sheet=None)
    steps = [step for mask in (*edges, other) for step in (LayMask("", mask.key), LiftMask("", mask.key))]
    of = replace(plan(*steps), masks=(*edges, other))
    groups = {group.name: group.things for group in laid_out(of)}
    assert groups["Masks and stencils"] == ("edge 1 mask (3 times)", "other mask")


@pytest.mark.parametrize("kind", ["dye", "hybrid", "pigment"])
@pytest.mark.parametrize(("stock", "mends"), [(ROUGH, "damp wipe"), (SMOOTH, "white pen"), (NIGHT, "")])
def test_motif_by_motif_what_mends_a_stray_mark_on_that_stock_is_fetched(kind: str, stock: Stock, mends: str) -> None:
    """Water lifts dye and hybrid off watercolour stock; pigment it does not; and a white pen shows on no dark stock."""
    ink = {"dye": "blue", "hybrid": "hybrid", "pigment": "pigment"}[kind]
    one = Inside("repeat", openings=("r0c0",))
    whole = plan(LayMask("", "repeat"), lay(ink, one, "dauber"), lay(ink, Inside("repeat"), "dauber"), stock=stock)
    through_one, through_all = (fetch(whole, step) for step in whole.steps[1:])
    expected = "white pen" if mends == "damp wipe" and kind == "pigment" else mends
    assert [word for word in ("damp wipe", "white pen") if word in through_one] == ([expected] if expected else [])
    assert "stray" not in through_all


def test_a_mark_finer_than_a_ruler_shows_is_said_to_be_that() -> None:
    of = plan(Brush("", "dark", "pen", Motifs("dot", 0.3, 3, 0.0), "full", 1))
    assert "under\u00a01/32\u00a0in across" in say(of, of.steps[0])
    assert "0.3\u00a0mm across" in say(replace(of, units="cm"), of.steps[0])
    assert "touching at most" in say(of, of.steps[0])


@given(st.sampled_from(sorted(DESIGNS)), st.floats(70, 200), st.floats(70, 260))
@settings(max_examples=40, deadline=None)
def test_no_two_openings_of_a_sheet_have_one_name(key: str, width: float, height: float) -> None:
    for mask in DESIGNS[key].masks:
        placed = replace(mask, x_mm=width / 2, y_mm=height / 2)
        openings = openings_of(placed, width, height)
        names = opening_names(placed, width, height)
        assert set(names) == {opening.key for opening in openings}
        assert len(set(names.values())) == len(names)
        for opening in openings:
            name, middle = names[opening.key], opening.shape.centroid
            if "left" in name and "row" not in name:
                assert middle.x < width / 3
            if name.startswith("lower"):
                assert middle.y > 2 * height / 3


def test_a_few_openings_are_named_and_many_are_counted() -> None:
    of = plan(
        lay("blue", Inside("repeat", openings=("r0c0",))),
        lay("blue", Inside("repeat", openings=("r0c0", "r0c1", "r1c0", "r1c1"))),
    )
    names = opening_names(of.mask("repeat"), of.card.panel_width_mm, of.card.panel_height_mm)
    every = tuple(sorted(names))
    many = lay("blue", Inside("repeat", openings=every[: NAMED + 1]))
    nearly = lay("blue", Inside("repeat", openings=every[1:]))
    of = plan(*of.steps, many, nearly)
    one, some, counted, all_but = (say(of, step) for step in of.steps)
    assert "through the middle opening" in one
    assert all(names[key] in some for key in ("r0c0", "r0c1", "r1c0", "r1c1"))
    assert f"through {NAMED + 1} openings" in counted
    assert "through all openings but" in all_but
    assert names[every[0]] in all_but


def test_a_turned_panel_is_told_until_it_is_turned_back() -> None:
    turn = Prepare("", "turn")
    of = settled(plan(lay("pale", top(60)), turn, lay("blue", top(60)), turn, lay("red", top(60))))
    assert [bool(lies_turned(of, step)) for step in of.steps] == [False, False, True, False, False]
    assert say(of, of.steps[1]).startswith("Turn the panel round")
    assert purpose_of(of.steps[1]).to == "s3"
    assert in_order(of).changes == ()
    turned_last = replace(of, steps=(of.steps[0], of.steps[2], of.steps[1], *of.steps[3:]))
    back = [step.id for step in in_order(turned_last).plan.steps]
    assert back.index("s2") < back.index("s3"), "it is turned before the step it is turned for"


def test_an_opening_goes_by_the_name_its_maker_gave_it() -> None:
    """In the sentence, and for whoever shades another towards it; it stays the same sheet."""
    sheet = replace(DESIGNS["bloom-set"].masks[2], x_mm=70.0, y_mm=80.0)
    on = plan(Dry("d"))
    size = (on.card.panel_width_mm, on.card.panel_height_mm)
    first, second, *_ = openings_of(sheet, *size)
    by_place = opening_names(sheet, *size)
    called = replace(sheet, named=(NamedOpening(first.key, "folded leaf"),))
    assert opening_names(called, *size) == by_place | {first.key: "folded leaf"}
    step = Brush("b", on.inks[0].key, "dauber", Inside(called.key, Towards(first.key), (second.key,)))
    words = say(replace(on, masks=(called,), steps=(step,)), step)
    assert "strongest towards the folded leaf opening" in words
    assert by_place[second.key] in words
    assert is_one_thing(sheet, called)


def test_openings_that_go_by_one_name_are_said_by_it_and_each_alone_by_its_place() -> None:
    sheet = replace(DESIGNS["bloom-set"].masks[2], x_mm=70.0, y_mm=80.0)
    on = plan(Dry("d"))
    size = (on.card.panel_width_mm, on.card.panel_height_mm)
    first, second, third, *_ = openings_of(sheet, *size)
    called = replace(sheet, named=(NamedOpening(first.key, "outer leaves", (second.key,)),))
    assert opening_names(called, *size) == opening_names(sheet, *size)
    for keys, together in (((second.key, first.key), True), ((first.key,), False), ((first.key, third.key), False)):
        step = Brush("b", on.inks[0].key, "dauber", Inside(called.key, None, keys))
        assert ("through the outer leaves" in say(replace(on, masks=(called,), steps=(step,)), step)) is together


def test_what_is_to_hand_is_laid_out_once_and_nothing_is_told_twice() -> None:
    for of in RIGHT:
        groups = {group.name: group.things for group in laid_out(of)}
        things = [thing for group in groups.values() for thing in group]
        kinds = {of.ink(s.ink).kind for s in of.steps if isinstance(s, Brush)}
        heats = any(isinstance(s, Dry) and s.way == "heat" for s in of.steps)
        assert things.count("heat tool") == (heats or bool(kinds & {"powder", "clear"}))
        assert ("anti-static bag" in things) == bool(kinds & {"powder", "clear"})
        tapes = [mask for mask in of.masks if isinstance(mask, Tapes)]
        assert len(groups.get("Tape", ())) >= bool(tapes)
        every = [*of.steps, *(step for piece in of.pieces for step in piece.steps)]
        stamped = [
            s for s in every if isinstance(s, Brush) and s.tool == "stamp" and isinstance(s.region, Print | Motifs | Words)
        ]
        assert bool(groups.get("Stamps")) == bool(stamped)
