"""The run sheet as it lies on the table: every step once, in its turn, with numbers that a ruler has; one sheet of paper; and the templates
that places are pricked through by, measured again from the file."""

import re
from collections.abc import Sequence
from dataclasses import replace
from io import BytesIO

import numpy as np
import pypdfium2
import pypdfium2.raw as pdfium
import pytest
from PIL import Image
from pypdf import PdfReader

from cielo.app.pictures import change_png
from cielo.app.sheets import placing_template, run_sheet
from cielo.core.geometry.placings import placings_of
from cielo.core.geometry.printing import prints_of
from cielo.core.notes import Remembered
from cielo.core.order.derive import with_derived
from cielo.core.plan import (
    At,
    Brush,
    BuiltIn,
    Dry,
    LayMask,
    Piece,
    Plan,
    Print,
    PutOn,
    Spot,
    StickOn,
    Words,
    plan_of_piece,
    run_of,
    with_all_put_on,
)
from cielo.core.say import say
from cielo.core.table.purpose import settled
from cielo.demo.cards import demo_plans
from cielo.exchange.run_sheet import PAPERS
from tests.core.test_every_check import SMOOTH, lay, low, plan, stamp, top
from tests.core.test_stories import STORIES

DEMO = demo_plans()
EVERY = [*DEMO, *(settled(with_all_put_on(with_derived(story.plan()))) for story in STORIES.values())]
NAMES = [*(of.title for of in DEMO), *STORIES]
MM = 72 / 25.4


def pages_of(data: bytes) -> list[str]:
    """The text of every page, its white space made one."""
    return [" ".join(page.extract_text().split()) for page in PdfReader(BytesIO(data)).pages]


def as_read(words: str) -> str:
    return " ".join(words.split())


@pytest.mark.parametrize("of", EVERY, ids=NAMES)
def test_the_sheet_of_every_card(of: Plan) -> None:
    """Every step of every part once, in its turn, whole on one side; nothing told twice, nothing of no length; all with their numbers."""
    pages = pages_of(run_sheet(of))
    assert_every_step_stands_in_its_turn(of, pages)
    assert_nothing_is_told_twice(of, " ".join(pages))
    assert_all_has_its_numbers(of, " ".join(pages))


def assert_every_step_stands_in_its_turn(of: Plan, pages: list[str]) -> None:
    at = (0, 0)
    for done in run_of(of):
        part = plan_of_piece(of, done.part) if done.part else of
        step = part.steps[part.index_of(done.step.id)]
        number = part.index_of(step.id) + 1
        said = f"{number}. Dry " if isinstance(step, Dry) else f"{number}. {as_read(say(part, step))}"
        found = next(((n, text.index(said, at[1] if n == at[0] else 0)) for n, text in enumerate(pages) if n >= at[0]
                      and said in text[at[1] if n == at[0] else 0 :]), None)  # fmt: skip
        assert found is not None, said
        at = (found[0], found[1] + 1)
    for piece in of.pieces:
        if piece.steps:
            text = " ".join(pages)
            assert text.count(f"The {piece.name} ") >= 1
            where = next(n for n, page in enumerate(pages) if f"The {piece.name} " in page)
            first = as_read(say(plan_of_piece(of, piece.key), piece.steps[0])) if not isinstance(piece.steps[0], Dry) else "Dry "
            assert first in pages[where], "its heading stands with its first step"


def assert_nothing_is_told_twice(of: Plan, text: str) -> None:
    assert not re.search(r"(?<![\d/.])0 (?:in|cm|mm)\b", text)
    if of.units == "in":
        assert not re.search(r"\d (?:mm|cm)\b", text), re.search(r".{30}\d (?:mm|cm)\b", text)
    assert not re.search(r"\b([a-z]+) \1\b", text), re.search(r".{20}\b([a-z]+) \1\b", text)
    minded = re.findall(r"(?:Mind|Remember): ([^.]+\.)", text)
    assert len(minded) == len(set(minded)), "one thing to remember is said once"
    cares = re.findall(r"Care: ([^.]+\.)", text)
    assert len(cares) == len(set(cares))


def assert_all_has_its_numbers(of: Plan, text: str) -> None:
    length = r"(?:\d|\bunder )[\d/. ]*\s?(?:in|cm|mm)\b"
    for part in (of, *(plan_of_piece(of, piece.key) for piece in of.pieces)):
        for step in part.steps:
            said = as_read(say(part, step))
            if isinstance(step, PutOn):
                assert "in register" in said or re.search(length, said) or "in the middle of the panel" in said
            if isinstance(step, Brush) and isinstance(step.region, Print | Words):
                assert re.search(length, said), said
            if isinstance(step, StickOn):
                assert len(step.spots) > 8 or len(re.findall(length, said)) >= 3, said
            if isinstance(step, LayMask):
                after = text.split(said, 1)[1][:220]
                assert re.search(length, after) or "covers the whole" in after or "beside the panel" in after, said


SMALL = [Piece(f"piece-{n}", name, SMOOTH, 40.0, 22.0, 30.0 + 20 * n, 30.0 + 28 * n) for n, name in enumerate("abcd", 1)]
NINE = with_all_put_on(
    plan(
        lay("pale", low(60)), lay("yellow", low(90)), lay("red", top(80)), lay("blue", top(60)), lay("dark", top(40)),
        lay("blue", low(30)), lay("red", low(20)), stamp("dark"), Dry("", "air", 6.0),
        pieces=tuple(replace(piece, steps=(replace(stamp("dark", size=9), id="s1"),)) for piece in SMALL),
    )
)  # fmt: skip


def test_nine_steps_and_four_small_pieces_are_one_sheet_of_paper() -> None:
    assert len(pages_of(run_sheet(settled(NINE)))) <= 2


@pytest.mark.parametrize("paper", PAPERS)
def test_what_is_longer_than_a_page_goes_on_over_it_and_nothing_of_it_is_lost(paper: str) -> None:
    """Notes of thousands of letters, a name with a point in it, much to lay out."""
    piece = replace(SMALL[0], name="no. 1 of the set", steps=(replace(stamp("dark", size=9), id="s1"),))
    tools = ("large-brush", "medium-brush", "small-brush", "dauber", "foam")
    many = [lay(ink, tool=tool) for tool in tools for ink in ("pale", "yellow", "red", "blue", "dark")]
    of = settled(with_all_put_on(plan(*many, pieces=(piece,))))
    words = " ".join(f"word{n}" for n in range(900))
    notes = [Remembered(of.steps[n].id, "e1", "a card", f"{words} end{n}" * times, "because") for n, times in ((0, 1), (1, 5))]
    text = " ".join(pages_of(run_sheet(of, notes=notes, paper=paper)))  # type: ignore[arg-type]
    assert "word0 " in text
    assert "word899" in text
    assert "The no. 1 of the set" in text
    assert "25. " in text


@pytest.mark.parametrize("paper", PAPERS)
@pytest.mark.parametrize("saving", [False, True])
def test_it_comes_on_three_papers_and_with_less_ink(paper: str, saving: bool) -> None:
    data = run_sheet(DEMO[0], paper=paper, saving=saving)  # type: ignore[arg-type]
    page = PdfReader(BytesIO(data)).pages[0]
    assert (float(page.mediabox.width), float(page.mediabox.height)) == pytest.approx(PAPERS[paper], abs=0.1)  # type: ignore[index]
    assert run_sheet(DEMO[0], paper=paper, saving=saving) == data  # type: ignore[arg-type]
    for text in pages_of(data):
        assert DEMO[0].title in text


def ink_on(data: bytes) -> float:
    """How much of the paper is dark, of all pages."""
    pages = [page.render(scale=0.5).to_pil().convert("L") for page in pypdfium2.PdfDocument(data)]
    return float(sum(1 - np.asarray(page).mean() / 255 for page in pages))


@pytest.mark.parametrize("n", [0, 3, 9])
def test_less_ink_is_less_ink(n: int) -> None:
    assert ink_on(run_sheet(DEMO[n], saving=True)) < 0.9 * ink_on(run_sheet(DEMO[n]))


@pytest.mark.parametrize("n", range(0, len(DEMO), 3))
def test_a_step_is_seen_in_its_own_colours_and_what_was_there_in_grey(n: int) -> None:
    of = DEMO[n]
    for at, step in enumerate(of.steps, 1):
        picture = np.asarray(Image.open(BytesIO(change_png(of, 20.0, at))).convert("RGB"), float)
        if isinstance(step, LayMask | Dry):
            assert np.ptp(picture, axis=-1).max() <= 6, "nothing changes, and nothing is in colour"


# A path by pdfium stands out by half its line's width, 0.3 or 1 pt.
WITHIN_MM = 0.1


def crosses_mm(data: bytes, page: int) -> list[tuple[float, float]]:
    """Middles of the small rings round the crosses of a page, by pdfium, mm from its lower left corner."""
    found = []
    for item in pypdfium2.PdfDocument(data)[page].get_objects(filter=[pdfium.FPDF_PAGEOBJ_PATH]):
        left, bottom, right, top_ = item.get_bounds() if hasattr(item, "get_bounds") else item.get_pos()
        if abs((right - left) / MM - 1.2) < 0.4 and abs((top_ - bottom) / MM - 1.2) < 0.4:
            found.append(((left + right) / 2 / MM, (bottom + top_) / 2 / MM))
    return found


def outline_mm(data: bytes, page: int, width: float, height: float) -> tuple[float, float]:
    """The upper left corner of the outline of that size, mm from the lower left of the page."""
    for item in pypdfium2.PdfDocument(data)[page].get_objects(filter=[pdfium.FPDF_PAGEOBJ_PATH]):
        left, bottom, right, top_ = item.get_bounds() if hasattr(item, "get_bounds") else item.get_pos()
        if abs((right - left) / MM - width) < 0.5 and abs((top_ - bottom) / MM - height) < 0.5:
            return (left + right) / 2 / MM - width / 2, (bottom + top_) / 2 / MM + height / 2
    raise AssertionError("no outline")


SCATTERED = tuple(At(14.0 + 8.3 * n, 20.0 + 11.7 * n) for n in range(11))
PLACED: list[tuple[str, Plan, Sequence[tuple[float, float]]]] = [
    ("prints", plan(Brush("", "dark", "stamp", Print(BuiltIn("leaf"), 12.0, SCATTERED), "first", 1, "dry")),
     [(at.x_mm, at.y_mm) for at in SCATTERED]),
    ("stuck", plan(StickOn("", "gems", "gold", 4.0, 1.0, tuple(Spot(at.x_mm, at.y_mm) for at in SCATTERED))),
     [(at.x_mm, at.y_mm) for at in SCATTERED]),
    ("sheet", plan(LayMask("", "moon")), [(mask.x_mm, mask.y_mm) for mask in plan().masks if mask.key == "moon"]),
    ("piece", with_all_put_on(plan(pieces=(SMALL[1],))), [(SMALL[1].x_mm, SMALL[1].y_mm)]),
]  # fmt: skip


@pytest.mark.parametrize("units", ["in", "cm"])
@pytest.mark.parametrize(("of", "places"), [case[1:] for case in PLACED], ids=[case[0] for case in PLACED])
def test_a_template_measured_again_has_every_place_within_a_tenth_of_a_millimetre(of: Plan, places, units: str) -> None:  # type: ignore[no-untyped-def]
    data = placing_template(replace(of, units=units))  # type: ignore[arg-type]
    left, top_ = outline_mm(data, 0, of.card.panel_width_mm, of.card.panel_height_mm)
    read = sorted((x - left, top_ - y) for x, y in crosses_mm(data, 0))
    assert len(read) == len(places)
    for (x, y), (across, down) in zip(read, sorted(places), strict=True):
        assert abs(x - across) < WITHIN_MM
        assert abs(y - down) < WITHIN_MM


@pytest.mark.parametrize("of", EVERY, ids=NAMES)
def test_there_is_a_template_for_every_step_with_a_place_and_it_shows_what_comes_there(of: Plan) -> None:
    placings = {placing.key: placing for placing in placings_of(of)}
    for done in run_of(of):
        placed = isinstance(done.step, PutOn | StickOn) or (
            isinstance(done.step, Brush) and isinstance(done.step.region, Print | Words)
        )
        placing = placings.get(f"{done.part or 'panel'}-{done.step.id}")
        assert placing is not None or not placed
        if placing is not None and isinstance(done.step, Brush) and isinstance(done.step.region, Print):
            part = plan_of_piece(of, done.part) if done.part else of
            shapes = prints_of(done.step.region, part.card.panel_width_mm, part.card.panel_height_mm, done.step.seed)
            assert len(placing.marks) == len(shapes)
    if placings:
        assert len(PdfReader(BytesIO(placing_template(of))).pages) >= len(placings)
