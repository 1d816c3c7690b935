"""The six stories on cards they were not told of, in the browser and from the command line: right as they stand, to print, to make."""

from io import BytesIO
from itertools import cycle
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect
from pypdf import PdfReader

from cielo.app.card_sizes import card_of
from cielo.core.geometry.formats import FORMATS
from cielo.core.geometry.placing import evened
from cielo.core.order.derive import with_derived
from cielo.core.plan import fitted
from cielo.core.table.purpose import settled
from cielo.exchange.plan_file import write_plan
from tests.cli.test_cli import cielo
from tests.core.test_stories import STORIES
from tests.e2e.looking import bring

CASES = list(zip(STORIES, cycle(["slim", "six-square", "a6", "five-seven"]), strict=False))


@pytest.mark.parametrize(("name", "key"), CASES, ids=[f"{name} on {key}" for name, key in CASES])
def test_a_story_on_another_card(page: Page, tmp_path: Path, name: str, key: str) -> None:
    of = settled(evened(fitted(settled(with_derived(STORIES[name].plan())), card_of(FORMATS[key]))))
    path = tmp_path / "other.cielo.json"
    path.write_bytes(write_plan(of))
    checked = cielo("check", path)
    assert checked.returncode == 0, checked.stdout
    page.goto("/")
    bring(page, "Open a plan file", path)
    expect(page.get_by_role("list", name="Steps")).to_be_visible()
    # Its inks are of nobody's shelf; nothing else is told.
    card = page.request.get(f"/api/cards/{page.url.rsplit('/', 1)[1]}").json()
    assert {f["code"] for f in card["reading"]["findings"] if f["severity"] != "remind"} <= {"not-on-shelf"}
    href = page.get_by_role("link", name="Run sheet").get_attribute("href")
    sheet = PdfReader(BytesIO(page.request.get(str(href)).body()))
    text = " ".join(" ".join(side.extract_text().split()) for side in sheet.pages)
    for piece in of.pieces:
        assert not piece.steps or f"The {piece.name}" in text
    page.get_by_role("link", name="Bench", exact=True).click()
    expect(page.locator(".spoken")).to_be_visible()
    expect(page.locator(".count")).to_contain_text(f"of {len(card['plan']['steps'])}")
