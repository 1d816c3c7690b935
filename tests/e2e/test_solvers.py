"""What no hand can do, used to change a plan: wished for, spread, brought out, threaded, used up; bridges and the trainer.

Finding, evening, other colours and a picture are with the journal's."""

import re

import numpy as np
import pytest
from playwright.sync_api import Page, expect

from tests.e2e.looking import check_reachable, choose, panel
from tests.e2e.test_grounds import start_on


def saved(page: Page) -> None:
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()


def changed(page: Page, before: np.ndarray) -> float:
    """How much the panel differs from what it was, mean of 255."""
    after = panel(page)
    return float(np.abs(after - before).mean()) if after.shape == before.shape else 255.0


@pytest.mark.parametrize("expected_refusals", [[422]])
def test_a_wish_begins_a_card(page: Page) -> None:
    page.goto("/")
    page.get_by_role("button", name="Start a new card").click()
    page.get_by_label("Colours and mood, in words").fill("flurbl")
    page.get_by_role("button", name="Show three grounds").click()
    expect(page.get_by_text("Cielo knows none of those words")).to_be_visible()
    page.get_by_label("Colours and mood, in words").fill("a quiet sea")
    page.get_by_role("button", name="Time at hand").click()
    choose(page, "30 minutes")
    page.get_by_role("button", name="Show three grounds").click()
    proposed = page.get_by_role("form", name="A wish").get_by_role("listitem")
    expect(proposed).to_have_count(3, timeout=30_000)
    expect(proposed.first).to_contain_text("of your 30 minutes")
    check_reachable(page)
    proposed.nth(1).get_by_role("button").click()
    expect(page.get_by_role("list", name="Steps")).to_be_visible()
    expect(page.get_by_text("No problems found.")).to_be_visible()


def test_prints_are_spread_evenly_and_brought_out_softly(page: Page) -> None:
    start_on(page, "Meeting blend", ("Yucca 4", "Agave 6"))
    page.get_by_role("list", name="Run of proofs").get_by_role("button").last.click()
    page.get_by_role("button", name="Add: Add after").click()
    page.get_by_role("combobox", name="Search add").fill("Stamp the moth")
    choose(page, "Stamp the moth")
    saved(page)
    for _ in range(2):
        page.get_by_role("button", name="Places: How many, where").click()
        choose(page, "one more beside it")
        saved(page)
    before = panel(page)
    page.get_by_role("button", name="Places: How many, where").click()
    choose(page, "spread evenly")
    saved(page)
    assert changed(page, before) > 1
    spread = panel(page)
    ink = page.locator("[data-chosen]").get_by_role("button", name=re.compile("^Ink"))
    was = ink.inner_text()
    page.get_by_role("button", name="Make it stand out").click()
    choose(page, "softly")
    ways = page.get_by_role("region", name="Ways to stand out softly").get_by_role("listitem")
    # The tile is pressed before its picture has come and let go after: the tap counts.
    page.route("**/api/cards/picture.png?*", lambda _: None)
    tile = ways.first.get_by_role("button")
    expect(tile).to_be_visible(timeout=30_000)
    tile.hover()
    expect(tile.locator("img")).to_have_count(0)
    page.mouse.down()
    page.unroute("**/api/cards/picture.png?*")  # what was held goes on
    expect(tile.locator("img")).to_be_visible()
    page.mouse.up()
    saved(page)
    assert changed(page, spread) > 0.3
    assert ink.inner_text() != was or page.locator("[data-chosen]").get_by_text("freshly inked").count() == 0


def test_a_strip_is_threaded_between_the_figures(page: Page) -> None:
    start_on(page, "Three and a sentiment", ("Yucca 4", "Agave 6", "Cholla 7"))
    page.get_by_role("button", name=re.compile("^Make a piece")).click()
    choose(page, "a strip")
    page.get_by_role("navigation", name="The parts of the card").get_by_role("link", name="strip").click()
    place = page.get_by_role("button", name=re.compile("^From the top"))
    was = place.inner_text()
    page.get_by_role("button", name="Thread it between the figures").click()
    expect(place).not_to_have_text(was)


def test_what_is_left_makes_a_second_card(page: Page) -> None:
    start_on(page, "Meeting blend", ("Yucca 4", "Agave 6"))
    page.goto(f"{page.url}/pieces")
    page.get_by_role("button", name="Make a second card from what is left").click()
    seconds = page.get_by_role("region", name="A second card from what is left").get_by_role("listitem")
    expect(seconds.first).to_contain_text("offcut", timeout=30_000)
    seconds.first.get_by_role("button").click()
    expect(page.get_by_label("Name of the card")).to_have_value(re.compile("what was left"))


def test_a_seam_is_bridged_on_the_crossings(page: Page) -> None:
    page.goto("/crossings")
    page.get_by_role("button", name="Bridge the seam between them").click()
    ways = page.get_by_role("list", name="Ways across the seam").get_by_role("listitem")
    expect(ways.nth(2)).to_contain_text("between them", timeout=30_000)
    check_reachable(page)


def test_the_trainer_asks_marks_and_says_how_it_goes(page: Page) -> None:
    page.goto("/crossings")
    page.get_by_role("link", name="Train the eye").click()
    page.get_by_role("button", name=re.compile("^What to practise")).click()
    choose(page, "how many passes")
    expect(page.get_by_role("heading", name=re.compile("^How many light passes"))).to_be_visible()
    page.get_by_role("list", name="Choices").get_by_role("button").first.focus()
    page.keyboard.press("Enter")
    expect(page.get_by_text("✓ right").or_(page.locator(".so"))).to_be_visible()
    expect(page.get_by_role("region", name="How you're doing")).to_contain_text("1 answered")
    check_reachable(page)
    page.get_by_role("button", name="Next question").click()
    expect(page.locator(".so")).to_have_count(0)


def test_a_question_mark_helps_where_one_is_and_gives_the_focus_back(page: Page) -> None:
    page.goto("/crossings")
    link = page.get_by_role("link", name="Train the eye")
    link.focus()
    page.keyboard.press("?")
    told = page.locator("[data-test=help]")
    expect(told).to_contain_text("Every ink over every other")
    check_reachable(page)
    page.keyboard.press("Escape")
    expect(told).to_have_count(0)
    expect(link).to_be_focused()
    page.goto("/")
    page.get_by_placeholder("search").fill("?")
    expect(told).to_have_count(0)
    page.get_by_role("button", name="Help for this place").click()
    expect(told).to_contain_text("say what you'd like")
