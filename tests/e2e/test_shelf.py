"""Her own inks, stocks and things, from an empty database: by mouse, and again by keyboard alone."""

import csv
import io
import re
import time
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from playwright.sync_api import Browser, Page, expect
from pypdf import PdfReader

from tests.e2e.conftest import UNFOLDED, Server
from tests.e2e.looking import AXE, bring, choose, panel

WHITE = (95.0, 0.0, 0.0)


class EmptyServer(Server):
    """Cielo as it is when it is new: nothing on the shelf."""

    command = "serve"


@pytest.fixture
def empty(tmp_path: Path) -> Iterator[EmptyServer]:
    started = EmptyServer(tmp_path / "empty.sqlite")
    yield started
    started.stop()


@pytest.fixture
def new_page(browser: Browser, empty: EmptyServer) -> Iterator[Page]:
    context = browser.new_context(
        viewport={"width": 1280, "height": 800},
        base_url=empty.address,
        locale="en-US",
        accept_downloads=True,
        service_workers="block",
    )
    context.add_init_script(UNFOLDED)
    page = context.new_page()
    trouble: list[str] = []
    page.on("pageerror", lambda error: trouble.append(str(error)))
    page.on("console", lambda message: trouble.append(message.text) if message.type == "error" else None)
    yield page
    context.close()
    assert trouble == []


BEFORE_MORE = "() => !!document.activeElement?.matches('.pick') && !!document.activeElement.nextElementSibling?.matches('.pick')"


class Actions:
    """What a maker does, counted."""

    def __init__(self, page: Page) -> None:
        self.page, self.count, self.began = page, 0, time.monotonic()

    def tap(self, name: str | re.Pattern[str], *, role: Any = "button", first: bool = False) -> None:
        there = self.page.get_by_role(role, name=name)
        (there.first if first else there).click()
        self.count += 1

    def write(self, label: str, text: str) -> None:
        self.page.get_by_label(label).fill(text)
        self.count += 1

    def pick(self, across: float, down: float) -> None:
        """A place of the field of colours."""
        field = self.page.locator("[data-test=field]")
        box = field.bounding_box()
        assert box is not None
        field.click(position={"x": box["width"] * across, "y": box["height"] * down})
        self.count += 1


def test_an_empty_start_asks_what_she_has_and_leads_to_a_first_card_on_her_own_stock(new_page: Page, empty: EmptyServer) -> None:
    """Own stock (mid blue), three own inks by eye, one by the reader, a stencil; a tone-on-tone card to its run sheet."""
    page, do = new_page, Actions(new_page)
    page.goto("/shelf")
    expect(page.get_by_role("heading", name="What do you have?")).to_be_visible()
    do.tap("One thing at a time")
    do.write("Name of the stock", "Lagoon card")
    expect(page.get_by_role("button", name="Add to my shelf")).to_be_disabled()
    expect(page.get_by_text("Choose its colour.")).to_be_visible()
    do.pick(0.72, 0.45)
    do.tap("Add to my shelf")
    inks = page.get_by_role("region", name="A new ink")
    expect(inks).to_be_visible()
    for n, (name, across, down) in enumerate((("Agave deep", 0.66, 0.8), ("Agave mid", 0.66, 0.62), ("Agave pale", 0.66, 0.3))):
        do.write("Name of the ink", name)
        do.pick(across, down)
        do.tap("Add to my shelf")
        expect(page.get_by_label("Name of the ink")).to_have_value("")
        assert len(page.request.get(f"{empty.address}/api/shelf").json()["inks"]) == n + 1
    page.get_by_text("reader", exact=True).click()
    do.count += 1
    do.write("Name of the ink", "Read violet")
    do.tap("read it")
    expect(page.get_by_text("Read ", exact=False).and_(page.get_by_role("status"))).to_contain_text("of each other")
    do.tap("Add to my shelf")
    expect(page.get_by_label("Name of the ink")).to_have_value("")
    assert len(page.request.get(f"{empty.address}/api/shelf").json()["inks"]) == 4
    page.goto("/")
    do.tap("Start a new card")
    grounds = page.get_by_role("list", name="Grounds")
    expect(grounds.get_by_role("button", name="Shaded stencil")).to_be_visible(timeout=30_000)
    grounds.get_by_role("button", name="Shaded stencil").click()
    do.count += 1
    do.tap("Create the card")
    expect(page.get_by_role("list", name="Run of proofs")).to_be_visible()
    expect(page.get_by_role("button", name="Stock: Lagoon card")).to_be_visible()
    rgb = panel(page)
    corner = rgb[3, 3]
    assert corner[2] > corner[0] + 20, "the stock is blue"
    assert np.abs(rgb - corner).sum(axis=2).max() > 20, "and something shows on it"
    sheet = page.request.get(f"{empty.address}{page.get_by_role('link', name='Run sheet').get_attribute('href')}")
    assert "Lagoon card" in PdfReader(io.BytesIO(sheet.body())).pages[0].extract_text()
    assert do.count <= 21, f"{do.count} actions"
    assert time.monotonic() - do.began < 180


def test_the_same_by_keyboard_alone(new_page: Page, empty: EmptyServer) -> None:
    page = new_page

    def to(name: str, most: int = 90) -> None:
        for _ in range(most):
            # A row of inks is one stop: from one to the next by the arrows.
            page.keyboard.press("ArrowRight" if page.evaluate(BEFORE_MORE) else "Tab")
            seen = page.evaluate(
                "() => { const e = document.activeElement; return e.getAttribute('aria-label') || e.innerText || '' }"
            )
            if seen.strip().startswith(name):
                return
        raise AssertionError(f"no {name} within {most} tabs")

    page.goto("/shelf")
    expect(page.get_by_role("heading", name="What do you have?")).to_be_visible()
    to("One thing at a time")
    page.keyboard.press("Enter")
    to("Name of the stock")
    page.keyboard.type("Lagoon card")
    to("Colour of the stock: light")
    page.keyboard.press("ArrowLeft")
    to("Add to my shelf")
    page.keyboard.press("Enter")
    expect(page.get_by_role("region", name="A new ink")).to_be_visible()
    for n, (name, hue) in enumerate((("Deep", "Home"), ("Pale", "End"))):
        page.get_by_label("Name of the ink").focus()
        page.keyboard.type(name)
        to("One pass: hue")
        page.keyboard.press(hue)
        to("Add to my shelf")
        page.keyboard.press("Enter")
        expect(page.get_by_label("Name of the ink")).to_have_value("")
        assert len(page.request.get(f"{empty.address}/api/shelf").json()["inks"]) == n + 1
    page.goto("/")
    expect(page.get_by_role("button", name="Start a new card")).to_be_visible()
    to("Start a new card", 10)
    page.keyboard.press("Enter")
    expect(page.get_by_label("Name of the card")).to_be_focused()
    for ink in ("Deep", "Pale"):
        to(ink)
        page.keyboard.press("Space")
    to("Create the card", 120)
    page.keyboard.press("Enter")
    expect(page.get_by_role("list", name="Run of proofs")).to_be_visible()
    expect(page.get_by_role("link", name="Run sheet")).to_be_visible()


def test_the_usual_shelf_shows_grounds_before_an_ink_is_chosen(new_page: Page) -> None:
    page = new_page
    page.goto("/")
    page.get_by_role("button", name="Start a new card").click()
    page.get_by_role("button", name="A basic shelf to start").click()
    grounds = page.get_by_role("list", name="Grounds").get_by_role("button")
    expect(grounds.first).to_be_visible(timeout=30_000)
    assert grounds.count() > 20
    expect(page.get_by_role("button", name="Create the card")).to_be_disabled()
    page.get_by_role("list", name="Grounds").get_by_role("button", name="Hills in ranks").click()
    assert page.locator(".pick[aria-pressed=true]").count() >= 2, "its inks are taken with it"
    page.get_by_role("button", name=re.compile("^Laid: upright")).click()
    page.get_by_role("button", name=re.compile("^Folded:")).click()
    choose(page, "at the right")
    page.get_by_role("button", name="Create the card").click()
    expect(page.get_by_role("list", name="Run of proofs")).to_be_visible()
    rgb = panel(page)
    assert rgb.shape[1] > rgb.shape[0], "it lies across"


def test_a_list_of_300_inks_with_5_bad_rows_is_looked_through_first(new_page: Page, empty: EmptyServer, tmp_path: Path) -> None:
    page = new_page
    page.request.post(f"{empty.address}/api/things/start")
    path = tmp_path / "inks.csv"
    with path.open("w", newline="") as file:
        rows = csv.writer(file)
        rows.writerow(["name", "kind", "colour", "left", "note"])
        for n in range(300):
            rows.writerow([f"Agave {n}", "dye", f"{20 + n % 70} {n % 40} {n % 30 - 15}", n, "=1+1" if n == 7 else ""])
        for bad in (
            ["", "dye", "#aabbcc"],
            ["No colour", "dye", ""],
            ["Odd", "paint", "#aabbcc"],
            ["Too much", "dye", "50 0 0", "-3"],
            ["Agave 1", "dye", "#000000"],
        ):
            rows.writerow(bad)
    page.goto("/shelf")
    expect(page.get_by_role("button", name="coral dye")).to_be_visible()
    bring(page, "Import a list", path)
    expect(page.get_by_text("300 new, 0 changed")).to_be_visible(timeout=30_000)
    expect(page.get_by_text("5 rows have a problem")).to_be_visible()
    expect(page.get_by_text("it has no colour")).to_be_visible()
    assert len(page.request.get(f"{empty.address}/api/shelf").json()["inks"]) < 50, "nothing is taken yet"
    page.get_by_role("button", name="Import 300 inks").click()
    expect(page.get_by_text("Imported: 300 new")).to_be_visible(timeout=60_000)
    page.get_by_role("button", name="Done", exact=True).click()
    page.get_by_label("Search the shelf").fill("agave 29")
    expect(page.locator(".tile")).to_have_count(13)
    out = page.request.get(f"{empty.address}/api/things/ink.csv").text()
    assert "'=1+1" in out, "a formula is harmless"


def test_what_is_done_on_the_shelf_is_undone_there(page: Page) -> None:
    page.goto("/shelf")
    undo = page.get_by_role("button", name="Undo")
    expect(undo).to_be_disabled()
    page.locator(".tile, button", has_text="Yucca 4").first.click()
    page.get_by_role("button", name=re.compile("^Kept")).click()
    page.get_by_role("textbox", name=re.compile("^Kept")).fill("third drawer")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Kept: third drawer")).to_be_visible()
    page.get_by_role("button", name="Archive", exact=True).click()
    expect(page.get_by_text("Yucca 4 is archived")).to_be_visible()
    expect(undo).to_have_attribute("title", "Undo: archive Yucca 4")
    undo.click()
    page.locator(".tile, button", has_text="Yucca 4").first.click()
    undo.click()
    expect(page.get_by_role("button", name="Kept: add a place")).to_be_visible()
    expect(undo).to_be_disabled()


def test_what_a_card_takes_is_counted_down_and_re_inking_resets(new_page: Page, empty: EmptyServer) -> None:
    page = new_page
    page.request.post(f"{empty.address}/api/things/start")
    page.goto("/shelf")
    page.get_by_role("button", name="coral dye").click()
    page.get_by_role("button", name=re.compile("^When new:")).click()
    page.get_by_role("spinbutton", name="When new").fill("40")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="When new: 40 when new")).to_be_visible()
    page.get_by_role("button", name="Re-inked today").click()
    expect(page.get_by_role("button", name="Left: 40 passes")).to_be_visible()
    page.goto("/")
    page.get_by_role("button", name="Start a new card").click()
    for ink in ("coral dye", "red dye"):
        page.locator(".pick", has_text=ink).click()
    page.get_by_role("button", name="Create the card").click()
    expect(page.get_by_role("list", name="Run of proofs")).to_be_visible()
    page.get_by_role("link", name="Bench", exact=True).click()
    # The Desk has sentences too, and stands until the Bench does.
    expect(page.locator(".count")).to_be_visible()
    taken = 0
    for _ in range(30):
        sentence = page.locator("main .spoken").first
        expect(sentence).to_be_visible()
        passes = re.search(r"coral dye .*?(\d+) \w+ pass", sentence.inner_text())
        taken += int(passes[1]) if passes else 0
        step = page.locator(".count").inner_text()
        if page.get_by_role("button", name="Done, it's finished").is_visible():
            break
        page.get_by_role("button", name="Done, next step").click()
        expect(page.locator(".count")).not_to_have_text(step)
    assert taken > 0
    page.get_by_role("button", name="Done, it's finished").click()
    expect(page.get_by_text("What you used is counted off")).to_be_visible()
    page.goto("/shelf")
    page.get_by_role("button", name="coral dye").click()
    expect(page.get_by_role("button", name=f"Left: {40 - taken} passes")).to_be_visible()


def test_put_away_brought_back_merged_and_deleted_only_when_sure(new_page: Page, empty: EmptyServer) -> None:
    page = new_page
    page.request.post(f"{empty.address}/api/things/start")
    page.goto("/shelf")
    page.locator(".tile", has_text="coral dye").click()
    page.get_by_role("button", name="Archive", exact=True).click()
    expect(page.locator(".tile", has_text="coral dye")).to_have_count(0)
    page.get_by_role("button", name="Bring back").click()
    expect(page.locator(".tile", has_text="coral dye")).to_be_visible()
    page.get_by_role("button", name="Select several").click()
    for name in ("red dye", "orange dye"):
        page.get_by_role("button", name=name).click()
    page.get_by_role("button", name=re.compile("^The same")).click()
    expect(page.locator(".tile", has_text="red dye")).to_have_count(0)
    page.locator(".tile", has_text="violet dye").click()
    page.get_by_role("button", name="Delete", exact=True).click()
    expect(page.get_by_text("was measured for good")).to_be_visible()
    page.get_by_role("button", name="Cancel", exact=True).click()
    expect(page.locator(".tile", has_text="violet dye")).to_be_visible()
    page.get_by_role("button", name="Delete", exact=True).click()
    page.get_by_role("button", name="Delete violet dye").click()
    expect(page.locator(".tile", has_text="violet dye")).to_have_count(0)


def test_cards_are_searched_grouped_put_away_and_deleted(page: Page, server: Server) -> None:
    made = page.request.post(
        f"{server.address}/api/cards", data={"title": "Search me", "format": "five-seven", "stock": "glasshouse-white"}
    ).json()
    page.goto("/")
    page.get_by_label("Search the cards").fill("search ME")
    cards = page.get_by_role("main").get_by_role("listitem")
    expect(cards).to_have_count(1)
    page.get_by_role("button", name="Group: add to a group").click()
    page.get_by_role("textbox", name="Group").fill("Winter show")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Winter show")).to_be_visible()
    cards.get_by_role("button", name="Archive", exact=True).click()
    expect(page.get_by_text("No cards match.")).to_be_visible()
    page.get_by_role("button", name="Archived cards").click()
    expect(cards).to_have_count(1)
    cards.get_by_role("button", name="Delete", exact=True).click()
    expect(page.get_by_text("Deletes the card and its steps for good.")).to_be_visible()
    cards.get_by_role("button", name="Delete card").click()
    expect(cards).to_have_count(0)
    assert page.request.get(f"{server.address}/api/cards/{made['id']}").status == 404


def test_axe_finds_nothing_on_the_shelf_with_words_open(page: Page) -> None:
    page.goto("/shelf")
    page.get_by_role("button", name="Yucca 1", exact=False).first.click()
    page.get_by_role("button", name="Add an ink").click()
    page.evaluate(AXE.read_text())
    for word in ("", "Show", "In water", "Left"):
        if word:
            page.get_by_role("button", name=re.compile(f"^{word}:")).first.click()
            page.wait_for_timeout(150)
        found = page.evaluate("async () => (await axe.run(document)).violations.map((v) => [v.id, v.nodes.map((n) => n.html)])")
        assert not found, f"{word}: {found}"
        page.keyboard.press("Escape")
