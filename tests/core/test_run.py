"""One run of work for the panel and its pieces: merged from what each part keeps, walked together, each piece dry when it is put on."""

from dataclasses import replace

import pytest
from hypothesis import HealthCheck, Phase, given, settings
from hypothesis import strategies as st

from cielo.app.day import DayWish, plan_day
from cielo.core.advice.judge import checked, judge, troubles
from cielo.core.order.arrange import in_order
from cielo.core.plan import (
    Brush,
    Dry,
    Piece,
    Plan,
    PutOn,
    Step,
    ensure_sound,
    insert_step,
    kept_under,
    move_step,
    new_step_id,
    plan_of_piece,
    put_on_in_turn,
    run_of,
    with_all_put_on,
    with_piece_plan,
    with_run,
    without_piece,
    without_steps,
)
from cielo.core.sequence.drying import wants_min
from cielo.core.sequence.durations import passing_min
from cielo.core.table.purpose import purpose_of, settled
from cielo.core.table.table import tables_of
from cielo.errors import BadInput
from cielo.exchange.plan_file import read_plan, write_plan
from tests.core.random_plans import plans, refilled
from tests.core.test_every_check import AIR, MOUNT, SMOOTH, lay, low, plan, stamp, top

STRIP = Piece("piece-1", "strip", SMOOTH, 90.0, 16.0, 60.0, 140.0, raised_mm=1.5)
CIRCLE = Piece("piece-2", "circle", SMOOTH, 35.0, 35.0, 60.0, 60.0, "round")
INSIDE = Piece("piece-3", "inside", SMOOTH, 35.0, 35.0, 60.0, 60.0, belongs="inside")


MADE: tuple[Step, ...] = (lay("red"), AIR, stamp("dark", size=12))


def numbered(*steps: Step) -> tuple[Step, ...]:
    return tuple(replace(step, id=f"s{n}") for n, step in enumerate(steps, 1))


@st.composite
def cards(draw: st.DrawFn) -> Plan:
    """A panel with pieces, each with steps of its own, put on anywhere and done in any order."""
    of = draw(plans(most=4))
    pieces = tuple(
        replace(piece, steps=numbered(*MADE[: draw(st.integers(0, 3))]))
        for piece in (STRIP, CIRCLE, INSIDE)[: draw(st.integers(1, 3))]
    )
    whole = replace(of, pieces=pieces)
    for piece in (p for p in pieces if p.belongs == "panel"):
        at = draw(st.integers(0, len(whole.steps)))
        before = whole.steps[at].id if at < len(whole.steps) else None
        whole = insert_step(whole, PutOn(new_step_id(whole), piece.key), before)
    if draw(st.booleans()):
        order = draw(st.permutations(range(len(run_of(whole)))))
        whole = with_run(whole, [run_of(whole)[i] for i in order])
    return whole


def own_order(of: Plan) -> dict[str, list[str]]:
    return {"": [s.id for s in of.steps], **{p.key: [s.id for s in p.steps] for p in of.pieces}}


MANY = settings(max_examples=60, deadline=None, suppress_health_check=list(HealthCheck))


@given(cards())
@MANY
def test_every_step_is_done_once_and_each_part_in_its_own_order(whole: Plan) -> None:
    run = run_of(whole)
    assert {part: [done.step.id for done in run if done.part == part] for part in own_order(whole)} == own_order(whole)
    assert with_run(whole, run) == replace(whole, run=with_run(whole, run).run), "only how they follow on each other is kept anew"
    assert run_of(with_run(whole, run)) == run
    assert read_plan(write_plan(whole)) == whole


@given(cards(), st.data())
@MANY
def test_an_edit_of_one_part_leaves_the_others_where_they_were(whole: Plan, data: st.DataObject) -> None:
    """Added, moved or taken out anywhere: no list beside the steps need be set right."""
    part = data.draw(st.sampled_from(["", *(p.key for p in whole.pieces)]))
    own = plan_of_piece(whole, part) if part else whole
    match data.draw(st.sampled_from(["add", "move", "take out"])):
        case "add":
            changed = insert_step(
                own, lay("blue", id=new_step_id(whole)), data.draw(st.sampled_from([None, *(s.id for s in own.steps)]))
            )
        case "move" if own.steps:
            changed = move_step(own, data.draw(st.sampled_from([s.id for s in own.steps])), None)
        case _:
            changed = without_steps(own, {s.id for s in own.steps[:1]})
    after = with_piece_plan(whole, part, changed) if part else changed
    run, was = run_of(after), run_of(whole)
    assert {p: [done.step.id for done in run if done.part == p] for p in own_order(after)} == own_order(after)
    if whole.run:
        others = [done.kept for done in was if done.part != part]
        assert [done.kept for done in run if done.part != part] == others


def test_a_wait_that_is_new_comes_right_before_what_waits_for_it() -> None:
    """Also where the run was chosen and the piece is worked on between the two: else it would wait before there is anything to dry."""
    whole = plan(lay("pale"), PutOn("", "piece-1"), pieces=(replace(STRIP, steps=numbered(lay("red"), lay("dark"))),))
    chosen = replace(whole, run=("piece-1~s1", "s1", "piece-1~s2", "s2"))
    waits = insert_step(chosen, Dry("s9", "air", 30.0), "s2")
    assert [done.kept for done in run_of(waits)] == ["piece-1~s1", "s1", "piece-1~s2", "s9", "s2"]


def test_a_piece_is_made_just_before_it_is_put_on_where_nothing_else_is_said() -> None:
    strip, circle = (replace(piece, steps=numbered(lay("red"), AIR)) for piece in (STRIP, CIRCLE))
    inside = replace(INSIDE, steps=numbered(lay("red")))
    base = plan(lay("pale"), PutOn("", "piece-2"), lay("dark", low(20)), PutOn("", "piece-1"), MOUNT)
    kept = [done.kept for done in run_of(replace(base, pieces=(strip, circle, inside)))]
    assert kept == ["s1", "piece-2~s1", "piece-2~s2", "s2", "s3", "piece-1~s1", "piece-1~s2", "s4", "piece-3~s1", "s5"]
    assert [piece.key for piece in put_on_in_turn(replace(base, pieces=(strip, circle, inside)))] == ["piece-2", "piece-1"]


@given(cards())
@MANY
def test_every_piece_of_the_panel_is_put_on_once(whole: Plan) -> None:
    bare = without_steps(whole, {s.id for s in whole.steps if isinstance(s, PutOn)})
    there = with_all_put_on(bare)
    assert sorted(s.piece for s in there.steps if isinstance(s, PutOn)) == sorted(
        p.key for p in whole.pieces if p.belongs == "panel"
    )
    assert with_all_put_on(there) == there
    assert with_all_put_on(whole) == whole
    twice = insert_step(whole, PutOn(new_step_id(whole), "piece-1"), None)
    assert [s.id for s in with_all_put_on(twice).steps] == [s.id for s in whole.steps]
    ensure_sound(there)
    gone = without_piece(there, "piece-1")
    ensure_sound(gone)
    assert [s for s in gone.steps if not isinstance(s, PutOn)] == [s for s in there.steps if not isinstance(s, PutOn)]


def test_what_is_not_there_or_not_put_on_the_panel_cannot_be_put_on() -> None:
    for key in ("piece-9", "piece-3"):
        with pytest.raises(BadInput) as refused:
            ensure_sound(plan(lay("pale"), PutOn("", key), pieces=(STRIP, INSIDE)))
        assert refused.value.field == "steps[1].piece"


@given(cards())
@MANY
def test_while_hands_work_on_one_part_the_others_dry(whole: Plan) -> None:
    """Closed form: a laying has dried by all the minutes of the run since, at whatever part they were spent; by heat only its own."""
    tables, run = tables_of(whole), run_of(whole)
    walked = dict.fromkeys(tables, 0)
    laid: dict[tuple[str, str], float] = {}
    at = 0.0
    for done in run:
        table = tables[done.part]
        moment = table.moments[walked[done.part]]
        assert moment.at_min == pytest.approx(at)
        for key, left in laid.items():
            if key[0] == done.part:
                assert moment.left_of(key[1]) == pytest.approx(max(0.0, left))
        minutes, air = passing_min(table.plan, done.step)
        laid = {key: left - (air if key[0] == done.part else minutes) for key, left in laid.items()}
        at += minutes
        walked[done.part] += 1
        if isinstance(done.step, Brush) and table.plan.ink(done.step.ink).kind != "powder":
            laid[done.part, done.step.id] = wants_min(table.plan, done.step)
    assert all(walked[part] == len(table.plan.steps) for part, table in tables.items())


WET = numbered(lay("pigment", passes=9))


def found(of: Plan, code: str) -> list[str | None]:
    return [finding.step for finding in judge(of) if finding.code == code]


@pytest.mark.parametrize("piece", [STRIP, CIRCLE, replace(STRIP, raised_mm=0.0, angle_deg=30.0, outline="round")])
def test_put_on_wet_is_told_and_dried_without_losing_the_idea(piece: Piece) -> None:
    whole = settled(plan(PutOn("", piece.key), MOUNT, pieces=(replace(piece, steps=WET),)))
    wet = [f for f in judge(whole) if f.code == "wet-when-put-on"]
    assert [f.step for f in wet] == ["s1"]
    assert piece.name in wet[0].message
    remedy = wet[0].remedy
    assert remedy is not None
    assert not troubles(judge(remedy.plan))
    ordered = in_order(whole)
    assert not found(ordered.plan, "wet-when-put-on")
    assert in_order(ordered.plan).changes == (), "what is in order stays so"
    steps = (lay("pale", top(40)), Dry("", "air", 90.0), lay("pale", top(30)), PutOn("", piece.key), Dry("", "air", 20.0))
    later = settled(plan(*steps, pieces=(replace(piece, steps=WET, y_mm=140.0),)))
    first_the_piece = with_run(later, sorted(run_of(later), key=lambda done: done.part != piece.key))
    assert not found(first_the_piece, "wet-when-put-on"), "it dried while the panel did"
    assert found(later, "wet-when-put-on") == ["s4"], "made just before it is put on, it did not"


def test_wet_ground_under_a_piece_is_told_and_wet_ground_beside_it_is_not() -> None:
    for region, told in ((low(60), ["s2"]), (top(30), [])):
        whole = settled(
            plan(lay("pigment", region, passes=9), PutOn("", "piece-1"), Dry("", "air", 90.0), MOUNT, pieces=(STRIP,))
        )
        assert found(whole, "wet-when-put-on") == told


@pytest.mark.parametrize("piece", [STRIP, CIRCLE])
def test_ground_is_laid_before_what_lies_on_it_wherever_the_piece_was_put_on(piece: Piece) -> None:
    steps = (lay("pale"), Dry("", "air", 90.0), PutOn("", piece.key), MOUNT)
    right = settled(plan(*steps, pieces=(piece,)))
    assert in_order(right).changes == ()
    early = move_step(right, "s3", "s1")
    ordered = in_order(early)
    assert [type(step) for step in ordered.plan.steps] == [type(step) for step in steps]
    moved = [change for change in ordered.changes if change.did == "moved"]
    assert moved
    assert any(piece.name in change.reason or "rest" in change.reason or "last" in change.reason for change in moved)


def test_a_piece_over_another_stays_over_it() -> None:
    over = replace(CIRCLE, x_mm=60.0, y_mm=140.0)
    whole = settled(plan(PutOn("", "piece-1"), PutOn("", "piece-2"), pieces=(STRIP, over)))
    assert "s1" in purpose_of(whole.steps[1]).keep_over
    assert [s.id for s in in_order(replace(whole, steps=whole.steps[::-1])).plan.steps] == ["s1", "s2"]


def test_the_order_of_a_card_arranges_its_pieces_too() -> None:
    wrong = replace(STRIP, steps=numbered(lay("dark"), lay("yellow")))
    whole = settled(plan(lay("pale"), Dry("", "air", 90.0), PutOn("", "piece-1"), pieces=(wrong,)))
    order = in_order(whole)
    assert [s.ink for s in order.plan.pieces[0].steps if isinstance(s, Brush)] == ["yellow", "dark"]
    assert {change.part for change in order.changes if change.did == "moved"} == {"piece-1"}


# What an order may not leave, whatever came in; light after dark may be meant, over powder say.
OF_ORDER = {
    "wet-over-wet",
    "mask-on-damp",
    "powder-on-open-ink",
    "unwiped-mask",
    "wet-when-put-on",
    "packed-wet",
}


@given(st.data(), st.booleans())
@settings(max_examples=100, deadline=None, suppress_health_check=list(HealthCheck), phases=[Phase.generate])
def test_a_random_card_comes_into_order_and_stays_there(data: st.DataObject, full: bool) -> None:
    """With pieces, and with prints printed again, filled, behind others, things stuck on, the panel turned."""
    card = data.draw(cards())
    whole = settled(data.draw(refilled(card)) if full else card)
    order = in_order(whole)
    ensure_sound(order.plan)
    assert in_order(order.plan).changes == ()
    assert not OF_ORDER & {finding.code for finding in troubles(checked(order.plan))}
    lost = {done.kept for done in run_of(whole)} - {done.kept for done in run_of(order.plan)}
    assert lost <= {kept_under(change.part, change.step) for change in order.changes if change.did == "taken out"}


@pytest.mark.parametrize("makers", [1, 2])
def test_the_day_puts_each_piece_on_when_it_is_done(makers: int) -> None:
    pieces = tuple(replace(piece, steps=numbered(lay("red"))) for piece in (STRIP, CIRCLE))
    whole = plan(lay("pale"), AIR, PutOn("", "piece-2"), PutOn("", "piece-1"), MOUNT, pieces=pieces)
    day = plan_day(whole, DayWish(cards=2, makers=makers))
    at = {(entry.card, entry.step): entry for entry in day.entries}
    for card in (1, 2):
        for key, put_on in (("piece-2~s1", "s3"), ("piece-1~s1", "s4")):
            assert at[card, key].end_s <= at[card, put_on].start_s
        assert at[card, "s4"].end_s <= at[card, "s5"].start_s
        assert max(at[card, key].end_s for key in ("piece-2~s1", "piece-1~s1")) <= at[card, "s2"].start_s, (
            "they dry in the same wait"
        )
