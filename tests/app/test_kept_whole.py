"""What is written meanwhile is kept: by a slow comparison, by two windows, by a merge, by another size of card, by lists."""

import threading
from dataclasses import fields, replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from cielo.app import journal, things
from cielo.app.cards import Basis, change_card, open_card, redo, resize_card, start_card, undo
from cielo.app.shelf_files import import_csv
from cielo.core.materials import Ink, Laydown, MeasuredCrossing, Paper, Stock, Surface, Swatch
from cielo.core.plan import Brush, Piece, Plan, Whole, Wish, fitted, plan_of_piece, with_piece_plan
from cielo.core.plan.beside import OF_ALL, OF_THE_PANEL, OF_THE_PIECE, ON_ITS_STOCK
from cielo.core.shelf import Facts
from cielo.errors import BadInput, OutOfDate
from cielo.exchange.journal_file import MadeFacts
from cielo.exchange.shelf_csv import read_shelf_csv, write_shelf_csv
from cielo.store.database import Store
from cielo.store.shelf import put_on_shelf, read_crossings, write_crossing
from tests.core.plans import DARK, PALE, STOCK, card, twelve_steps


def test_what_is_noted_while_a_photograph_is_compared_stays(store: Store) -> None:
    card_id = start_card(store, twelve_steps(), "start").revision.card_id
    entry = journal.record_made(store, card_id, 1)
    noted: list[float] = []

    def tell(share: float) -> None:
        if share > 0.3 and not noted:
            noted.append(share)
            journal.note_of(store, entry.id, MadeFacts(title="My title", next_time="thin the paste", rating=5))

    journal.practise_photo(store, entry.id, 1.0, 1, tell)
    after = journal.open_entry(store, entry.id).document
    assert noted
    assert (after.facts.title, after.facts.next_time, after.facts.rating) == ("My title", "thin the paste", 5)
    assert after.comparison is not None


def test_corners_are_put_right_on_the_photograph_they_were_seen_on(store: Store) -> None:
    card_id = start_card(store, twelve_steps(), "start").revision.card_id
    entry = journal.record_made(store, card_id, 1)
    journal.practise_photo(store, entry.id, 1.0, 1)
    seen = journal.open_entry(store, entry.id).document.comparison
    assert seen is not None
    brought: list[int] = []

    def tell(share: float) -> None:
        if share > 0.3 and not brought:
            brought.append(1)
            journal.practise_photo(store, entry.id, 1.2, 2)

    with pytest.raises(OutOfDate):
        journal.put_corners(store, entry.id, seen.corners, tell)
    assert journal.photo_of(store, entry.id)


def test_an_edit_that_takes_long_keeps_no_other_card_waiting(store: Store) -> None:
    """What it comes to is worked out outside the write lock, and refused where the card was changed meanwhile."""
    one, other = (start_card(store, twelve_steps(), "start").revision.card_id for _ in range(2))
    begun, go_on = threading.Event(), threading.Event()
    refused: list[Exception] = []

    def slowly(plan: Plan) -> Plan:
        begun.set()
        assert go_on.wait(60)
        return replace(plan, title="slow")

    def edit() -> None:
        try:
            change_card(store, one, Basis(1), "slow", slowly)
        except OutOfDate as error:
            refused.append(error)

    working = threading.Thread(target=edit)
    working.start()
    assert begun.wait(60)
    change_card(store, other, Basis(1), "quick", lambda plan: replace(plan, title="quick"))
    change_card(store, one, Basis(1), "in between", lambda plan: replace(plan, title="in between"))
    go_on.set()
    working.join()
    assert refused
    assert open_card(store, one).revision.plan.title == "in between"


def retitle(title: str):  # type: ignore[no-untyped-def]
    return lambda plan: replace(plan, title=title)


def test_undo_takes_back_what_its_own_window_did_and_nothing_else(store: Store) -> None:
    card_id = start_card(store, twelve_steps(), "start").revision.card_id
    change_card(store, card_id, Basis(1, None, "window-a"), "a", retitle("By A"))
    change_card(store, card_id, Basis(2, None, "window-b"), "b", retitle("By B"))
    for back in (undo, redo):
        with pytest.raises(BadInput, match=r"another window|nothing"):
            back(store, card_id, Basis(3, None, "window-a"))
    undo(store, card_id, Basis(3, None, "window-b"))
    with pytest.raises(BadInput, match="another window"):
        undo(store, card_id, Basis(4, None, "window-b"))
    with pytest.raises(BadInput, match="another window"):
        redo(store, card_id, Basis(4, None, "window-a"))
    undo(store, card_id, Basis(4, None, "window-a"))
    assert open_card(store, card_id).revision.plan.title == twelve_steps().title


def test_what_is_asked_for_twice_is_made_once(store: Store) -> None:
    first = start_card(store, twelve_steps(), "start", request="tapped-twice")
    again = start_card(store, twelve_steps(), "start", request="tapped-twice")
    assert first.revision.card_id == again.revision.card_id
    assert (
        journal.record_other(store, MadeFacts(title="a"), "other-1").id
        == journal.record_other(store, MadeFacts(title="a"), "other-1").id
    )
    assert start_card(store, twelve_steps(), "start", request="another-tap").revision.card_id != first.revision.card_id


# Pieces and sizes


def test_every_field_of_a_plan_is_carried_from_a_piece_or_named_as_the_panels() -> None:
    named = (*OF_THE_PIECE, *OF_ALL, *ON_ITS_STOCK, *OF_THE_PANEL)
    assert sorted(named) == sorted(field.name for field in fields(Plan))


TAG = Piece(
    key="tag",
    name="tag",
    width_mm=40.0,
    height_mm=30.0,
    x_mm=100.0,
    y_mm=150.0,
    stock=STOCK,
    steps=(Brush("p1", "pale", "small-brush", Whole()), Brush("p2", "dark", "small-brush", Whole())),
)


def test_a_wish_on_a_piece_is_kept_and_goes_by_the_web_and_the_file(store: Store) -> None:
    from cielo.exchange.plan_file import read_plan, write_plan

    plan = replace(twelve_steps(), pieces=(TAG,))
    card_id = start_card(store, plan, "start").revision.card_id
    wished = (Wish("p2", "p1"),)
    kept = change_card(store, f"{card_id}~tag", Basis(1), "wish", lambda part: replace(part, wishes=wished))
    assert kept.revision.plan.wishes == wished
    whole = open_card(store, card_id).revision.plan
    assert whole.pieces[0].wishes == wished
    assert read_plan(write_plan(whole)) == whole
    with pytest.raises(BadInput, match="step"):
        change_card(store, f"{card_id}~tag", Basis(2), "wish", lambda part: replace(part, wishes=(Wish("p2", "gone"),)))


def test_a_piece_worked_on_as_a_plan_keeps_all_it_has() -> None:
    plan = replace(twelve_steps(), pieces=(TAG,), crossings=(MeasuredCrossing("pale", "dark", (40.0, 1.0, 1.0)),))
    own = plan_of_piece(plan, "tag")
    assert with_piece_plan(plan, "tag", own) == plan
    changed = replace(own, crossings=(), wishes=(Wish("p2", "p1"),), given=40)
    whole = with_piece_plan(plan, "tag", changed)
    assert (whole.crossings, whole.given, whole.pieces[0].wishes) == ((), 40, (Wish("p2", "p1"),))


@pytest.mark.parametrize("size", [(3.0, 4.0), (7.0, 5.0), (4.25, 5.5), (8.0, 8.0)])
def test_a_piece_goes_with_the_panel_when_that_becomes_another_size(store: Store, size: tuple[float, float]) -> None:
    panel = twelve_steps().card
    second = replace(TAG, key="second", width_mm=panel.panel_width_mm, height_mm=panel.panel_height_mm)
    plan = replace(twelve_steps(), pieces=(TAG, second))
    now = card(*size)
    small = fitted(plan, now)
    tag, second = small.pieces
    across, down = now.panel_width_mm / plan.card.panel_width_mm, now.panel_height_mm / plan.card.panel_height_mm
    assert tag.x_mm == pytest.approx(100 * across, abs=0.1)
    assert tag.y_mm == pytest.approx(150 * down, abs=0.1)
    assert 0 <= tag.x_mm <= now.panel_width_mm
    assert 0 <= tag.y_mm <= now.panel_height_mm
    assert (second.width_mm, second.height_mm) == pytest.approx((now.panel_width_mm, now.panel_height_mm), abs=0.01)
    assert [step.id for step in tag.steps] == ["p1", "p2"]
    card_id = start_card(store, plan, "start").revision.card_id
    resized = resize_card(store, card_id, Basis(1), now, "another size")
    assert len(resized.whole.pieces) == 2


def test_merging_two_inks_keeps_what_was_measured_of_either(store: Store) -> None:
    twin = replace(DARK, key="dark2", name="Dark again")
    other = replace(PALE, key="other", name="Other")
    with store.transaction() as session:
        put_on_shelf(session, (PALE, DARK, twin, other), (STOCK,))
        write_crossing(session, STOCK.key, MeasuredCrossing("pale", "dark2", (40.0, 1.0, 1.0)))
        write_crossing(session, STOCK.key, MeasuredCrossing("dark2", "other", (41.0, 1.0, 1.0)))
        write_crossing(session, STOCK.key, MeasuredCrossing("dark", "other", (50.0, 1.0, 1.0)))
        write_crossing(session, STOCK.key, MeasuredCrossing("dark", "dark2", (30.0, 1.0, 1.0)))
    things.merge_things(store, "ink", "dark", "dark2")
    with store.reading() as session:
        found = {(one.bottom, one.top): one.lab[0] for one in read_crossings(session, STOCK.key)}
    assert found == {("pale", "dark"): 40.0, ("dark", "other"): 50.0}, "of two of the same pair that of the ink kept stands"


# Lists

lab = st.tuples(st.floats(0, 100), st.floats(-160, 160), st.floats(-160, 160))
swatch = st.builds(Swatch, st.floats(0, 20), lab)
paper = st.builds(Paper, lab, st.sampled_from(Surface.__args__))  # type: ignore[attr-defined]
words = st.text(st.characters(codec="utf-8", exclude_categories=["Cs", "Cc"]), min_size=1, max_size=20)
name = words.map(str.strip).filter(bool)
ink = st.builds(
    Ink,
    st.just("k"),
    name,
    st.sampled_from(["dye", "pigment", "hybrid", "white"]),
    st.lists(swatch, min_size=1, max_size=4).map(tuple),
    st.sampled_from(Laydown.__args__),  # type: ignore[attr-defined]
    st.none() | paper,
    st.none() | swatch,
    st.floats(0, 1),
    st.floats(0.05, 20),
    st.sampled_from(["usual", "reacts", "waterproof"]),
    st.sampled_from(["usual", "slow", "quick"]),
)
stock = st.builds(Stock, st.just("k"), name, paper, st.floats(0.02, 5), st.booleans(), st.booleans())
facts = st.builds(
    Facts,
    left=st.none() | st.integers(0, 9999),
    full=st.none() | st.integers(0, 9999),
    place=st.sampled_from(["", "drawer", " -x ", "'=1+1", "''", "'@", "=1", "\t=2", "a; b"]),
    note=st.sampled_from(["", "+1", "-", "'-1", "' = x", 'say "so"', "a, b", "-5", "ä"]),
)


@given(st.one_of(ink, stock), facts)
@settings(max_examples=300)
def test_what_a_list_writes_it_reads_back_equal(thing: Ink | Stock, known: Facts) -> None:
    kind = "ink" if isinstance(thing, Ink) else "stock"
    data = write_shelf_csv(kind, [("k", thing.name, thing, known)])  # type: ignore[arg-type]
    rows, wrong = read_shelf_csv(kind, data)  # type: ignore[arg-type]
    assert wrong == []
    assert (rows[0].thing, rows[0].facts) == (thing, known)


@pytest.mark.parametrize("take", [False, True])
@pytest.mark.parametrize(
    ("kind", "row", "field"),
    [
        ("ink", "name,colour,left\nX,#102030,nan", "left"),
        ("ink", "name,colour,hiding\nX,#102030,0", "hiding"),
        ("ink", "name,colour\nX,50 161 0", "colour"),
        ("ink", "name,colour,over_black,measured_on,kind\nB,20 0 0,60 0 0,95 0 0,pigment", "inks.b.over_black"),
        ("ink", "name,swatches\nX,21: 50 0 0", "swatches[0].strength"),
        ("stock", "name,colour,thickness_mm\nY,#f0f0f0,-7", "thickness_mm"),
        ("stock", "name,colour,thickness_mm\nY,#f0f0f0,inf", "thickness_mm"),
        ("stock", "name,colour,thickness_mm\nY,#f0f0f0,900", "thickness_mm"),
    ],
)
def test_a_look_and_a_taking_say_the_same_of_every_row(store: Store, take: bool, kind: str, row: str, field: str) -> None:
    preview = import_csv(store, kind, f"{row}\n".encode(), take=take)  # type: ignore[arg-type]
    (told,) = preview.rows
    assert (told.does, told.field) == ("wrong", field)
    assert told.why
    assert [thing for thing in things.list_things(store) if thing.kind == kind] == []


def test_a_list_is_taken_whole_or_not_at_all(store: Store, monkeypatch: pytest.MonkeyPatch) -> None:
    from cielo.app import shelf_files
    from cielo.app.things import write_thing as really

    written: list[str] = []

    def failing(session, thing, known):  # type: ignore[no-untyped-def]
        if len(written) == 2:
            raise RuntimeError("the power is cut")
        written.append(thing.key)
        really(session, thing, known)

    monkeypatch.setattr(shelf_files, "write_thing", failing)
    with pytest.raises(RuntimeError):
        import_csv(store, "ink", b"name,colour\nA,#102030\nB,#102031\nC,#102032\n", take=True)
    assert written == ["a", "b"]
    assert [thing for thing in things.list_things(store) if thing.kind == "ink"] == []


@pytest.mark.parametrize("bad", ["two\nlines", "a\x00b", "a\u202eb", "tab\there", "line\u2028end"])
def test_names_are_on_one_line_and_hide_nothing(bad: str) -> None:
    from cielo.exchange.materials_model import StockModel

    made = StockModel.model_validate({"key": "k", "name": bad, "paper": {"lab": (90.0, 0.0, 0.0), "surface": "uncoated"}})
    assert made.name.isprintable()
    assert len(made.name.split()) >= 1
