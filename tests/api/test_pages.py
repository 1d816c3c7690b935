"""Pages to print and to send: every letter of a name, nothing fetched, nothing let through, and every step on them."""

import base64
import re
from dataclasses import replace
from html.parser import HTMLParser
from io import BytesIO
from pathlib import Path

import numpy as np
import pytest
from fastapi.testclient import TestClient
from PIL import Image
from pypdf import PdfReader

from cielo.app.sheets import card_page, run_sheet
from cielo.core.geometry.pieces import pieces_of
from cielo.core.notes import Remembered
from cielo.core.plan import Plan, plan_of_piece
from cielo.core.say import say
from cielo.core.sequence.durations import seconds_of
from cielo.core.units import Units
from cielo.demo.cards import demo_plans
from cielo.exchange.card_page import write_html, write_pdf
from cielo.exchange.letters import BOLD, PLAIN, UNKNOWN, markup
from cielo.exchange.plan_file import write_plan
from cielo.exchange.templates import write_pdf as write_templates
from tests.cli.test_cli import cielo

PLANS = demo_plans()
DUSK = PLANS[0]
# Names as people have them: Latin with marks, Greek, Cyrillic, Vietnamese.
NAMES = ("Zoë Łódź", "Ωμέγα", "Привет", "Ngọc Ánh", "Åse Þórður", "Crème “brûlée” × 2")


def text_of(data: bytes) -> str:
    return "\n".join(page.extract_text() for page in PdfReader(BytesIO(data)).pages)


def faces_of(data: bytes) -> set[str]:
    """The faces a PDF uses, and whether each is embedded."""
    found = set()
    for page in PdfReader(BytesIO(data)).pages:
        for font in page["/Resources"]["/Font"].values():  # type: ignore[index]
            descriptor = font.get_object().get("/FontDescriptor")
            embedded = descriptor is not None and any(key in descriptor for key in ("/FontFile", "/FontFile2", "/FontFile3"))
            found.add(f"{font.get_object()['/BaseFont']}{'' if embedded else ' missing'}")
    return found


@pytest.mark.parametrize("name", NAMES)
def test_any_name_prints_in_letters_that_the_sheet_brings_along(name: str) -> None:
    plan = replace(DUSK, title=name)
    for data in (run_sheet(plan), write_pdf(card_page(plan))):
        assert name in text_of(data)
        assert not [face for face in faces_of(data) if "missing" in face]
    named = replace(pieces_of(DUSK)[1], name=name)
    assert name in text_of(write_templates([named], "in"))


def test_what_no_face_has_is_shown_as_a_box_and_nothing_is_lost() -> None:
    assert markup("a<b & c") == "a&lt;b &amp; c"
    assert markup("dusk 🙂") == f"dusk {UNKNOWN}"
    assert "HeiseiKakuGo" in markup("かな")
    assert "dusk" in text_of(run_sheet(replace(DUSK, title="dusk 漢字 🙂")))
    assert {PLAIN, BOLD} == {"Cielo", "Cielo-Bold"}


def test_nothing_on_the_run_sheet_is_smaller_than_nine_points_and_sentences_are_larger() -> None:
    sizes: list[float] = []

    def seen(text: str, _matrix: object, _text_matrix: object, _font: object, size: float) -> None:
        if text.strip():
            sizes.append(size)

    for page in PdfReader(BytesIO(run_sheet(DUSK))).pages:
        page.extract_text(visitor_text=seen)
    assert sizes
    assert min(sizes) >= 9
    assert np.median(sizes) >= 10.5


@pytest.mark.parametrize("plan", PLANS[:8], ids=lambda plan: plan.title)
def test_the_sheet_shows_the_finished_card_and_how_long_it_takes(plan: Plan) -> None:
    reader = PdfReader(BytesIO(run_sheet(plan)))
    first = reader.pages[0]
    largest = max(image.image.size[1] for image in first.images if image.image)
    assert largest >= 150, "the finished card stands at its head"
    said = re.search(r"It takes about (?:(\d+) h(?:ours?)? ?)?(\d+)? ?min", text_of(run_sheet(plan)).replace("\n", " "))
    assert said, text_of(run_sheet(plan))[:400]
    minutes = (
        sum(seconds_of(part, step) for part in [plan, *(plan_of_piece(plan, p.key) for p in plan.pieces)] for step in part.steps)
        / 60
    )
    assert 60 * int(said[1] or 0) + int(said[2] or 0) == pytest.approx(minutes, abs=1)


class Seen(HTMLParser):
    """Everything an HTML file holds: tags, sources, text."""

    def __init__(self, data: bytes) -> None:
        super().__init__()
        self.tags: list[str] = []
        self.sources: list[str] = []
        self.words = ""
        self.feed(data.decode())

    def handle_starttag(self, tag: str, attrs: list[tuple[str, str | None]]) -> None:
        self.tags.append(tag)
        self.sources += [value or "" for name, value in attrs if name in ("src", "href", "srcset", "data", "action")]

    def handle_data(self, data: str) -> None:
        self.words += data


@pytest.mark.parametrize("plan", PLANS[:8], ids=lambda plan: plan.title)
def test_a_page_to_send_is_one_file_with_every_step_and_fetches_nothing(plan: Plan) -> None:
    seen = Seen(write_html(card_page(plan)))
    assert not {"script", "link", "iframe", "object", "form"} & set(seen.tags)
    assert all(source.startswith("data:image/") for source in seen.sources)
    picture = Image.open(BytesIO(base64.b64decode(seen.sources[0].split(",")[1])))
    assert picture.size[1] / picture.size[0] == pytest.approx(plan.card.height_mm / plan.card.width_mm, rel=0.02)
    for step in plan.steps:
        assert say(plan, step) in seen.words
    for piece in plan.pieces:
        own = plan_of_piece(plan, piece.key)
        assert all(say(own, step) in seen.words for step in own.steps)
    assert "predicted" in seen.words


def test_hostile_words_stay_words() -> None:
    hostile = "</title><script>alert(1)</script><img src=x onerror=alert(2)>"
    page = replace(card_page(DUSK), title=hostile, notes=(("Next time", hostile),))
    seen = Seen(write_html(page))
    assert "script" not in seen.tags
    assert seen.sources == [source for source in seen.sources if source.startswith("data:image/")]
    assert hostile in seen.words
    assert hostile in text_of(write_pdf(page)).replace("\n", "")


def test_the_photograph_comes_first_and_notes_last() -> None:
    photo = BytesIO()
    Image.new("RGB", (120, 160), (200, 40, 40)).save(photo, "JPEG")
    page = card_page(DUSK, photo.getvalue(), (("Next time", "less blue"), ("Done differently", "")))
    html = write_html(page).decode()
    assert html.index("image/jpeg") < html.index("image/png")
    assert "less blue" in html
    assert "Done differently" not in html, "nothing is said at nothing"
    assert "less blue" in text_of(write_pdf(page))
    assert write_pdf(page) == write_pdf(page)


def test_by_command_and_over_the_web(web: TestClient, tmp_path: Path) -> None:
    file = tmp_path / "dusk.cielo.json"
    file.write_bytes(write_plan(DUSK))
    assert cielo("page", file, "--out", tmp_path / "dusk.html").returncode == 0
    assert (tmp_path / "dusk.html").read_bytes() == write_html(card_page(DUSK))
    assert cielo("page", file, "--out", tmp_path / "dusk.pdf").returncode == 0
    assert cielo("page", file, "--out", tmp_path / "dusk.docx").returncode == 2
    card = next(one["id"] for one in web.get("/api/cards").json() if one["title"] == DUSK.title)
    sent = web.get(f"/api/cards/{card}/page.html")
    assert "attachment" in sent.headers["content-disposition"]
    assert DUSK.title in sent.text
    assert web.get(f"/api/cards/{card}/page.pdf").content.startswith(b"%PDF")


def test_what_she_wanted_to_remember_stands_on_the_sheet_at_its_step() -> None:
    step = next(step for step in DUSK.steps if step.do == "brush")
    note = Remembered(step.id, "0" * 12, "First light", "Work the brush off longer.", "the same inks again")
    assert "Work the brush off longer." in text_of(run_sheet(DUSK, None, [note]))
    assert "Work the brush off longer." not in text_of(run_sheet(DUSK))


@pytest.mark.parametrize("units", ["in", "cm"])
def test_the_sheets_to_cut_from_are_named_with_how_many(units: Units) -> None:
    said = text_of(run_sheet(replace(DUSK, units=units)))
    assert f"of {DUSK.stock.name} " in " ".join(said.split())
