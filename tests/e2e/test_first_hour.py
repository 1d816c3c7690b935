"""The first hour: a card begun in colours that suit, the shelf at the end of every word, the evening, backups, and the network away."""

import re
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from playwright.sync_api import Browser, Page, expect

from tests.e2e.conftest import UNFOLDED, Server
from tests.e2e.looking import check_reachable, choose, panel


@pytest.fixture
def own_server(tmp_path: Path) -> Iterator[Server]:
    """A demo of its own, for what would change everything for the others."""
    started = Server(tmp_path / "own.sqlite")
    yield started
    started.stop()


@pytest.fixture
def evening(browser: Browser, server: Server, browser_context_args: dict[str, Any]) -> Iterator[Page]:
    context = browser.new_context(**{**browser_context_args, "color_scheme": "dark"})
    context.add_init_script(UNFOLDED)
    yield context.new_page()
    context.close()


def begin(page: Page) -> None:
    page.goto("/")
    page.get_by_role("button", name="Start a new card").click()
    expect(page.get_by_role("list", name="Grounds").get_by_role("button").first).to_be_visible(timeout=30_000)


def word(page: Page, name: str) -> Any:
    return page.locator("[data-chosen]").get_by_role("button", name=re.compile(f"^{name}"))


def test_a_ground_is_shown_in_other_inks_and_keeps_a_moon_on_a_panel_as_large_as_its_card(page: Page) -> None:
    begin(page)
    tile = page.get_by_role("listitem").filter(has=page.get_by_role("button", name=re.compile("^Night vignette")))
    before = tile.locator("img").get_attribute("src")
    tile.get_by_role("button", name="Other inks").click()
    after = str(tile.locator("img").get_attribute("src"))
    assert after != before, "it is shown in others"
    page.get_by_role("button", name="Round mask: no round mask").click()
    choose(page, "a moon")
    page.get_by_role("button", name="Panel: with the usual border").click()
    choose(page, "as large as the card")
    page.get_by_role("button", name=re.compile("^Horizon glow")).click()
    expect(page.get_by_text("Horizon glow has a round mask of its own, so a moon is left out.")).to_be_visible()
    page.get_by_role("button", name=re.compile("^Two zones|^Wall and floor")).click()
    expect(page.get_by_text(re.compile("has no place for a moon"))).to_be_visible()
    page.get_by_role("button", name=re.compile("^Night vignette")).click()
    expect(page.get_by_text(re.compile("a moon is left out|no place for"))).to_have_count(0)
    inks = re.findall(r"ink=([\w-]+)", after)
    name = page.get_by_label("Name of the card")
    name.fill("All of it")
    name.press("Enter")
    expect(page.get_by_role("list", name="Run of proofs")).to_be_visible()
    card = page.request.get(page.url.replace("/desk/", "/api/cards/")).json()
    assert {ink["key"] for ink in card["plan"]["inks"]} >= set(inks)
    assert card["reading"]["panel_width_mm"] == card["plan"]["card"]["width_mm"]
    rgb = panel(page)
    rows, columns = rgb.shape[:2]
    moon, beside = rgb[int(rows * 0.28), int(columns * 0.66)], rgb[int(rows * 0.28), int(columns * 0.2)]
    assert moon.mean() > beside.mean() + 40, "the moon is bare"


def test_the_shelf_stands_at_the_end_of_a_word_and_undo_takes_all_of_it_back(page: Page) -> None:
    begin(page)
    page.get_by_role("button", name=re.compile("^Banded gradient")).click()
    page.get_by_role("button", name="Create the card").click()
    expect(page.get_by_role("list", name="Run of proofs")).to_be_visible()
    page.locator(".steps .line").first.click()
    word(page, "Ink").click()
    page.get_by_role("combobox", name="Search ink").fill("Yarrow")
    choose(page, "Yarrow 0")
    # Powder is dabbed through and melted: its tool comes with it.
    expect(page.locator("[data-chosen] .sentence").first).to_contain_text("cover it with Yarrow 0")
    expect(page.locator("[data-chosen] .sentence").first).to_contain_text("dauber")
    page.get_by_role("button", name="Undo").click()
    expect(page.locator("[data-chosen] .sentence").first).not_to_contain_text("Yarrow 0")
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()
    plan = page.request.get(page.url.replace("/desk/", "/api/cards/")).json()["plan"]
    assert "yarrow-0" not in [ink["key"] for ink in plan["inks"]]


def test_a_sheet_is_swapped_where_it_is_laid_and_all_that_has_to_do_with_it_goes_along(page: Page) -> None:
    begin(page)
    page.get_by_role("button", name=re.compile("^Halo and moon")).click()
    page.get_by_role("button", name="Create the card").click()
    expect(page.get_by_role("list", name="Run of proofs")).to_be_visible()
    page.locator(".steps .line").filter(has_text=re.compile("^Lay the")).first.click()
    was = str(word(page, "Mask").inner_text())
    word(page, "Mask").click()
    page.get_by_role("combobox", name="Search mask").fill("saguaro")
    page.get_by_role("option").first.click()
    expect(word(page, "Mask")).to_contain_text("saguaro")
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()
    steps = page.get_by_role("list", name="Steps")
    expect(steps).not_to_contain_text(was)
    expect(steps).to_contain_text("Lift the saguaro")
    page.keyboard.press("Escape")
    expect(page.locator("[data-chosen]")).to_have_count(0)


def test_no_page_has_an_accessibility_fault_in_the_dark(evening: Page) -> None:
    page = evening
    page.goto("/")
    expect(page.get_by_text("Dusk over dunes").first).to_be_visible()
    assert page.evaluate("() => getComputedStyle(document.body).backgroundColor") == "rgb(35, 37, 45)"
    page.get_by_text("Dusk over dunes").first.click()
    expect(page.get_by_role("list", name="Steps")).to_be_visible()
    page.locator(".steps .line").nth(3).click()
    word(page, "Ink").click()
    check_reachable(page)
    desk = page.url
    for address in ("/", desk.replace("/desk/", "/bench/"), "/shelf", "/crossings", "/journal", "/stencils", "/settings"):
        for width, height in ((1280, 800), (1024, 768), (390, 844)):
            page.set_viewport_size({"width": width, "height": height})
            page.goto(address)
            expect(page.get_by_role("heading", level=1).first).to_be_visible()
            check_reachable(page)


def test_settings_hold_for_every_page_and_everything_goes_back_to_a_backup(
    browser: Browser, own_server: Server, browser_context_args: dict[str, Any]
) -> None:
    context = browser.new_context(**{**browser_context_args, "base_url": own_server.address})
    page = context.new_page()
    page.goto("/settings")
    page.get_by_text("Dark", exact=True).click()
    page.get_by_text("Centimetres", exact=True).click()
    page.get_by_role("button", name="Back up now").click()
    expect(page.get_by_text("Backed up.")).to_be_visible()
    page.goto("/")
    assert page.evaluate("() => document.documentElement.dataset.look") == "dark"
    tiles = page.get_by_role("link", name=re.compile("Dusk over dunes"))
    expect(tiles.first).to_be_visible()
    with page.expect_response(lambda answer: answer.request.method != "GET" and "/api/cards/" in answer.url):
        page.get_by_role("button", name="Archive", exact=True).first.click()
    page.get_by_role("button", name="Start a new card").click()
    expect(page.get_by_role("button", name=re.compile("centimetres"))).to_be_visible()
    before = page.request.get("/api/cards").json()
    page.goto("/settings")
    page.get_by_role("list", name="Backups").get_by_role("button", name="Restore").first.click()
    page.get_by_role("button", name="Restore", exact=True).last.click()
    expect(page).to_have_url(re.compile("/$"))
    expect(tiles.first).to_be_visible()
    assert len(page.request.get("/api/cards").json()) == len(before) + 1
    context.close()


def test_pages_and_what_was_looked_at_are_there_while_the_server_is_away(
    browser: Browser, own_server: Server, browser_context_args: dict[str, Any]
) -> None:
    context = browser.new_context(**{**browser_context_args, "base_url": own_server.address, "service_workers": "allow"})
    page = context.new_page()
    page.goto("/")
    page.evaluate("() => navigator.serviceWorker.ready.then(() => true)")
    page.reload()
    page.get_by_text("Dusk over dunes").first.click()
    seen = panel(page)
    desk = page.url
    page.goto(desk.replace("/desk/", "/bench/"))
    expect(page.locator(".count")).to_be_visible()
    own_server.stop()
    page.reload()
    expect(page.locator(".count")).to_be_visible(timeout=20_000)
    page.goto(desk)
    expect(page.get_by_role("list", name="Steps").get_by_role("button").first).to_be_visible(timeout=20_000)
    expect(page.get_by_role("status").filter(has_text="isn't responding").first).to_be_visible()
    assert np.abs(panel(page) - seen).mean() < 1, "the picture too"
    own_server.start()
    expect(page.get_by_role("status").filter(has_text="isn't responding")).to_have_count(0, timeout=20_000)
    context.close()
