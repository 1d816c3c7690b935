"""At the bench what is counted off is what was made, whatever she taps; an attempt goes whole; no id is taken for another."""

from dataclasses import replace
from pathlib import Path
from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from cielo.app import bench, journal, things
from cielo.app.cards import Basis, change_card, open_card, start_card
from cielo.core.plan import Brush, Motifs, Piece, Plan, Whole, new_piece_key, new_step_id, without_piece, without_steps
from cielo.core.sequence.made import Difference
from cielo.core.shelf import Facts
from cielo.store.database import Store
from tests.core.plans import DARK, PALE, STOCK, plan_of

PLENTY = 500


def three_steps() -> Plan:
    return plan_of(*[Brush(f"s{n}", "pale", "large-brush", Whole(), "light", n) for n in (1, 2, 3)])


@pytest.fixture
def card(store: Store) -> str:
    for ink in (DARK, PALE):
        things.keep_thing(store, ink, Facts(left=PLENTY))
    things.keep_thing(store, STOCK, Facts(left=PLENTY))
    return start_card(store, three_steps(), "start").revision.card_id


def left(store: Store, kind: str = "ink", key: str = "pale") -> int:
    return next(one.facts.left or 0 for one in things.list_things(store) if (one.kind, one.key) == (kind, key))


def test_looking_at_the_end_and_back_takes_nothing_off(store: Store, card: str) -> None:
    bench.go_to_step(store, card, "s3", 1)
    assert left(store) == PLENTY - 1 - 2, "going on means that what lies between was done"
    bench.go_to_step(store, card, "s1", 1)
    assert (left(store), left(store, "stock", STOCK.key)) == (PLENTY, PLENTY), "and going back that it was not"


def test_a_finished_card_stays_counted_whatever_is_looked_at(store: Store, card: str) -> None:
    bench.finish_card(store, card, 1)
    after = left(store)
    assert after == PLENTY - 6
    for step in ("s1", "s3", "s2"):
        assert bench.go_to_step(store, card, step, 1).made
        assert left(store) == after
    assert left(store, "stock", STOCK.key) == PLENTY - 1


def test_passes_told_after_the_step_are_counted_too_and_given_back_where_it_was_as_planned(store: Store, card: str) -> None:
    bench.go_to_step(store, card, "s2", 1)
    state = bench.do_differently(store, card, 1, Difference("s1", "passes", "9"))
    assert left(store) == PLENTY - 9
    bench.as_planned_after_all(store, card, 1, state.differences[0].id)
    assert left(store) == PLENTY - 1
    bench.do_differently(store, card, 1, Difference("s1", "ink", "dark"))
    assert (left(store), left(store, key="dark")) == (PLENTY, PLENTY - 1)
    bench.do_differently(store, card, 1, Difference("s1", "skipped"))
    assert (left(store), left(store, key="dark")) == (PLENTY, PLENTY)


def test_what_was_not_there_is_not_given_back(store: Store, card: str) -> None:
    things.keep_facts(store, "ink", "pale", Facts(left=2))
    bench.go_to_step(store, card, "s3", 1)
    assert left(store) == 0
    bench.go_to_step(store, card, "s1", 1)
    assert left(store) == 2


def test_a_card_taken_off_the_bench_is_begun_anew_when_it_comes_back(store: Store, card: str) -> None:
    bench.set_batch(store, card, 2)
    bench.do_differently(store, card, 2, Difference("s1", "passes", "4"))
    assert bench.finish_card(store, card, 2).made
    bench.set_batch(store, card, 1)
    again = bench.set_batch(store, card, 2)
    again = bench.stand_at_bench(store, card, 2)
    assert (again.made, again.step, again.differences) == (False, "s1", ())
    before = left(store)
    bench.finish_card(store, card, 2)
    assert left(store) == before - 6, "it is made, and counted off, once more"


def test_another_card_in_its_place_keeps_nothing_of_the_last(store: Store, card: str) -> None:
    from cielo.core.plan import Dry

    change_card(store, card, Basis(1), "dry it", lambda plan: replace(plan, steps=(*plan.steps, Dry("s4", "air", 9))))
    bench.do_differently(store, card, 1, Difference("s2", "skipped"))
    bench.start_timer(store, card, "s4", 1)
    bench.finish_card(store, card, 1)
    first = journal.record_made(store, card, 1)
    again = bench.make_again(store, card, 1)
    assert (again.differences, again.timers, again.step, again.made) == ((), (), "s1", False)
    bench.finish_card(store, card, 1)
    second = journal.record_made(store, card, 1)
    assert first.document.differently
    assert second.document.differently == ()
    assert first.id != second.id


def test_a_card_is_on_record_once_however_often_it_is_asked_for(store: Store, card: str) -> None:
    bench.finish_card(store, card, 1)
    first = journal.record_made(store, card, 1)
    assert journal.record_made(store, card, 1).id == first.id
    assert len(journal.look_through(store)) == 1
    journal.take_out(store, first.id)
    assert journal.record_made(store, card, 1).id != first.id, "once taken out it may go on record again"


def test_a_new_step_is_never_taken_for_one_that_is_gone(store: Store, card: str) -> None:
    bench.do_differently(store, card, 1, Difference("s3", "passes", "9"))
    bench.finish_card(store, card, 1)

    def another(plan: Plan) -> Plan:
        plan = without_steps(plan, {"s3"})
        return replace(
            plan, steps=(*plan.steps, Brush(new_step_id(plan), "dark", "stamp", Motifs("leaf", 26.0, 4, 1.0), "full", 2))
        )

    revised = change_card(store, card, Basis(1), "another last step", another)
    new = revised.revision.plan.steps[-1]
    assert new.id == "s4"
    state = bench.stand_at_bench(store, card, 1)
    assert not state.made
    assert isinstance(state.plan.steps[-1], Brush)
    assert state.plan.steps[-1].passes == 2
    bench.finish_card(store, card, 1)
    assert left(store, key="dark") == PLENTY - 2


edits = st.lists(
    st.tuples(st.sampled_from(["add", "drop", "piece", "drop piece", "undo", "redo"]), st.integers(0, 9)), max_size=14
)


@given(edits)
@settings(max_examples=35, suppress_health_check=[HealthCheck.function_scoped_fixture])
def test_no_id_is_given_twice_over_any_edits_undone_and_done_again(tmp_path_factory: Any, edits: list[tuple[str, int]]) -> None:
    """A step that comes back by undo is itself; one that is new has an id that none on this card ever had."""
    from cielo.app.cards import redo, undo
    from cielo.errors import BadInput

    store = Store(tmp_path_factory.mktemp("ids") / "cielo.sqlite")
    card = start_card(store, three_steps(), "start").revision.card_id
    seen: dict[str, object] = {step.id: step for step in three_steps().steps}
    for what, which in edits:
        revision = open_card(store, card).revision
        steps, pieces = revision.plan.steps, revision.plan.pieces

        def edit(plan: Plan, what: str = what, which: int = which) -> Plan:
            match what:
                case "add":
                    return replace(plan, steps=(*plan.steps, Brush(new_step_id(plan), "dark", "sponge", Whole(), seed=which)))
                case "drop" if plan.steps:
                    return without_steps(plan, {plan.steps[which % len(plan.steps)].id})
                case "piece":
                    return replace(plan, pieces=(*plan.pieces, Piece(new_piece_key(plan), "tag", STOCK, 20, 20, 30, 30)))
                case "drop piece" if plan.pieces:
                    return without_piece(plan, plan.pieces[which % len(plan.pieces)].key)
                case _:
                    return plan

        try:
            if what in ("undo", "redo"):
                (undo if what == "undo" else redo)(store, card, Basis(revision.number))
                continue
            if len(pieces) >= 10 and what == "piece":
                continue
            change_card(store, card, Basis(revision.number), what, edit)
        except BadInput:
            continue
        now = open_card(store, card).revision.plan
        for one in {step.id for step in now.steps} - {step.id for step in steps}:
            assert one not in seen, "a new step has a new id"
            seen[one] = True
        for key in {piece.key for piece in now.pieces} - {piece.key for piece in pieces}:
            assert key not in seen, "a new piece has a new key"
            seen[key] = True
    store.close()


def tap(store: Store, card: str, what: str, number: int, value: str) -> None:
    match what:
        case "go":
            bench.go_to_step(store, card, value, number)
        case "finish":
            bench.finish_card(store, card, number)
        case "again":
            bench.make_again(store, card, number)
        case "passes":
            step, passes = value.split()
            bench.do_differently(store, card, number, Difference(step, "passes", passes))
        case "skip":
            bench.do_differently(store, card, number, Difference(value, "skipped"))
        case "back":
            kept = bench.stand_at_bench(store, card, number).differences
            if kept:
                bench.as_planned_after_all(store, card, number, kept[-1].id)
        case "batch":
            bench.set_batch(store, card, number)


taps = st.lists(
    st.one_of(
        st.tuples(st.just("go"), st.integers(1, 3), st.sampled_from(["s1", "s2", "s3"])),
        st.tuples(st.just("finish"), st.integers(1, 3), st.just("")),
        st.tuples(st.just("again"), st.integers(1, 3), st.just("")),
        st.tuples(st.just("passes"), st.integers(1, 3), st.sampled_from(["s1 7", "s2 1", "s3 20"])),
        st.tuples(st.just("skip"), st.integers(1, 3), st.sampled_from(["s1", "s2", "s3"])),
        st.tuples(st.just("back"), st.integers(1, 3), st.just("")),
        st.tuples(st.just("batch"), st.integers(1, 3), st.just("")),
    ),
    max_size=14,
)


@given(taps)
@settings(max_examples=40, suppress_health_check=[HealthCheck.function_scoped_fixture])
def test_what_is_counted_off_is_what_was_made_after_any_taps(tmp_path_factory: Any, taps: list[tuple[str, int, str]]) -> None:
    """The shelf is down by what every card that was ever on the bench says it took, and each says what its done steps are."""
    from cielo.errors import CieloError
    from cielo.store.bench import read_attempts

    store = Store(Path(tmp_path_factory.mktemp("taps")) / "cielo.sqlite")
    things.keep_thing(store, PALE, Facts(left=9999))
    card = start_card(store, three_steps(), "start").revision.card_id
    bench.set_batch(store, card, 3)
    gone = 0  # what cards took that are not on the bench any more

    def took() -> dict[int, int]:
        with store.reading() as session:
            attempts = read_attempts(session, card)
        return {
            number: sum(one.off for booked in attempt.booked.values() for one in booked.took or () if one.kind == "ink")
            for number, attempt in attempts.items()
        }

    for what, number, value in taps:
        before = took()
        try:
            tap(store, card, what, number, value)
        except CieloError:
            continue
        if what == "again":
            gone += before.get(number, 0)
        elif what == "batch":
            gone += sum(count for one, count in before.items() if one > number)
        assert 9999 - left(store) == gone + sum(took().values())
        for one in took():
            state = bench.stand_at_bench(store, card, one)
            with store.reading() as session:
                booked = read_attempts(session, card)[one].booked
            for step in state.plan.steps:
                if step.id in booked:
                    assert isinstance(step, Brush)
                    assert [part.took for part in booked[step.id].took or ()] == [step.passes]
    store.close()
