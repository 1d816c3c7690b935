"""Crossings in the browser: choose, read a square, change the stock, spot the mud, measure, print."""

import re
from pathlib import Path

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.e2e.conftest import Server
from tests.e2e.looking import bring, check_reachable, choose, write


def open_crossings(page: Page, inks: str = "yucca-4,ocotillo-5,agave-6") -> None:
    page.goto(f"/crossings?stock=glasshouse-white&inks={inks}")
    expect(page.locator(".square").first).to_be_visible()


def square(page: Page, bottom: str, top: str) -> Locator:
    return page.locator(f"[data-test='{bottom}/{top}']")


def colours(page: Page, bottom: str, top: str) -> list[tuple[int, ...]]:
    shown = square(page, bottom, top).locator(".over").evaluate("e => getComputedStyle(e).backgroundImage")
    return [tuple(map(int, rgb)) for rgb in re.findall(r"rgb\((\d+), (\d+), (\d+)\)", shown)]


def test_choose_inks_read_a_square_and_spot_the_mud(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name="Crossings").click()
    page.get_by_role("button", name=re.compile("inks$")).click()
    chosen = page.locator(".pick[aria-pressed=true]")
    while chosen.count() > 1:
        chosen.last.click()
    page.locator(".pick", has_text="Ocotillo 5").click()
    page.locator(".pick", has_text="Agave 6").click()
    page.get_by_role("button", name="Done").click()
    expect(square(page, "ocotillo-5", "agave-6")).to_contain_text(re.compile("dull|brown"))
    square(page, "ocotillo-5", "agave-6").click()
    expect(page.get_by_role("heading", name="Agave 6 over Ocotillo 5")).to_be_visible()
    expect(page.locator("[data-test=seam-mud]")).to_contain_text("dull each other")
    expect(page.get_by_text("nine times in ten")).to_be_visible()
    once, twice = colours(page, "ocotillo-5", "agave-6")
    assert sum(twice) < sum(once)
    page.get_by_role("button", name="Swap the order").click()
    expect(page.get_by_role("heading", name="Ocotillo 5 over Agave 6")).to_be_visible()


def test_it_all_moves_with_the_stock_and_the_light_and_stays_after_a_reload(page: Page) -> None:
    open_crossings(page)
    white = colours(page, "yucca-4", "agave-6")
    page.get_by_role("button", name="Stock:").click()
    choose(page, "Night slate")
    expect(square(page, "yucca-4", "agave-6")).to_contain_text("hidden")
    assert sum(colours(page, "yucca-4", "agave-6")[0]) < sum(white[0]) / 2
    page.reload()
    expect(page.get_by_role("button", name="Stock: Night slate")).to_be_visible()
    page.get_by_role("button", name="Light:").click()
    choose(page, "warm lamp")
    expect(page.get_by_text("In other light the colours are an estimate")).to_be_visible()


def test_a_stark_line_is_told_and_cured_with_one_tap(page: Page) -> None:
    open_crossings(page, "yucca-1,sage-8")
    page.get_by_role("button", name=re.compile("^Overlap:")).click()
    write(page, "Overlap", "1/8")
    said = page.locator("[data-test=strip-said]")
    expect(said).to_contain_text("A hard line would show there.")
    said.get_by_role("button", name=re.compile("^Overlap each by")).click()
    expect(said).to_contain_text("It is even: no line shows.")
    page.get_by_role("button", name="Ink 1 of the blend").click()
    choose(page, "Sage 8")
    page.get_by_role("button", name="Sort light to dark").click()
    expect(page.get_by_role("button", name="Ink 1 of the blend: Yucca 1")).to_be_visible()


def test_a_reading_is_kept_shown_and_taken_back(page: Page) -> None:
    open_crossings(page)
    square(page, "yucca-4", "ocotillo-5").click()
    page.get_by_role("button", name="Add my reading").click()
    for axis, value in (("L", "50"), ("a", "44"), ("b", "30,5")):
        page.get_by_label(f"Measured {axis}").fill(value)
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.get_by_text("You measured this crossing.")).to_be_visible()
    expect(square(page, "yucca-4", "ocotillo-5")).to_contain_text("read")
    page.get_by_role("button", name="Undo", exact=True).click()
    expect(page.get_by_text("You measured this crossing.")).to_have_count(0)


def test_print_and_readings_out_and_in(page: Page, server: Server, tmp_path: Path) -> None:
    open_crossings(page)
    for name in ("Print the chart", "Swatch sheet"):
        address = page.get_by_role("link", name=name).get_attribute("href")
        assert page.request.get(f"{server.address}{address}").body().startswith(b"%PDF")
    with page.expect_download() as download:
        page.get_by_role("link", name="Predicted readings").click()
    readings = tmp_path / "readings.txt"
    download.value.save_as(readings)
    bring(page, "Import readings", readings)
    expect(page.get_by_text("new swatches for Yucca 4, Ocotillo 5, Agave 6")).to_be_visible()


@pytest.mark.parametrize("expected_refusals", [[422]])
def test_broken_readings_are_refused_in_words(page: Page, tmp_path: Path) -> None:
    open_crossings(page)
    broken = tmp_path / "broken.txt"
    broken.write_text("this is no file of readings")
    bring(page, "Import readings", broken)
    expect(page.get_by_text("These are no readings")).to_be_visible()


def test_crossings_by_keyboard_and_for_every_reader(page: Page) -> None:
    open_crossings(page)
    square(page, "yucca-4", "yucca-4").focus()
    page.keyboard.press("ArrowRight")
    page.keyboard.press("ArrowDown")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Ocotillo 5 alone")).to_be_visible()
    check_reachable(page)


def test_colours_are_seen_with_other_eyes_on_crossings_and_on_the_desk(page: Page) -> None:
    page.goto("/crossings?stock=glasshouse-white&inks=ocotillo-5,juniper-5,sage-8")
    page.get_by_role("button", name=re.compile("^Eyes")).click()
    page.get_by_role("option", name="by eyes weak in green").click()
    weave = page.locator(".weave > *").last
    expect(weave).to_have_css("filter", re.compile("sight-weak-green"))
    page.goto("/")
    page.get_by_role("link", name=re.compile("Dusk over dunes")).first.click()
    image = page.locator("[data-test=panel]")
    expect(image).to_have_css("filter", "none")
    page.get_by_role("button", name=re.compile("^Show it")).click()
    page.get_by_role("option", name="by eyes weak in red").click()
    expect(image).to_have_css("filter", re.compile("sight-weak-red"))
    page.get_by_role("button", name=re.compile("^Show it")).click()
    page.get_by_role("option", name="paler").click()
    expect(image).to_have_css("filter", "none")
