"""Trying another way beside what stands, and a card as it was: compared, brought back, begun from."""

import re

import numpy as np
from playwright.sync_api import Page, expect

from tests.e2e.looking import choose, panel
from tests.e2e.test_grounds import start_on


def another_ink(page: Page) -> None:
    """The first step that is inked, in another of the card's inks."""
    steps = page.get_by_role("list", name="Steps")
    steps.get_by_role("button", name=re.compile("^Brush Yucca 1")).first.click()
    steps.get_by_text("Yucca 1", exact=True).first.click()
    choose(page, "Cholla 7")


def test_another_way_is_tried_and_taken_or_left(page: Page) -> None:
    start_on(page, "Banded gradient", ("Yucca 1", "Ocotillo 2", "Cholla 7"))
    usual = panel(page)
    beside = page.get_by_role("region", name="Before and now")
    otherwise = beside.get_by_role("list", name="What changed")
    page.get_by_role("button", name="Try a variation").click()
    expect(beside.get_by_text("No changes yet")).to_be_visible()
    another_ink(page)
    expect(otherwise).to_contain_text("It was: Brush Yucca 1")
    expect(page.locator("[data-test=stands-now]")).to_contain_text("will go wrong: ")
    expect(page.locator("[data-test=stands-was]")).to_contain_text("No problems found")
    page.get_by_role("button", name="Show one over the other").click()
    page.get_by_role("slider", name=re.compile("Before, left")).press("ArrowRight")
    page.get_by_role("button", name="Cancel").click()
    expect(beside).to_be_hidden()
    expect(page.get_by_role("button", name="Undo")).to_have_attribute("title", re.compile("bring back an earlier version"))
    page.reload()
    assert np.array_equal(panel(page), usual)
    page.get_by_role("button", name="Try a variation").click()
    another_ink(page)
    expect(otherwise).to_be_visible()
    page.get_by_role("button", name="Keep this version").click()
    taken = panel(page)
    assert np.abs(taken - usual).mean() > 2


def test_what_it_was_is_seen_in_pictures_brought_back_and_begun_from(page: Page) -> None:
    start_on(page, "Banded gradient", ("Yucca 1", "Ocotillo 2", "Cholla 7"))
    usual = panel(page)
    page.get_by_role("list", name="Steps").get_by_role("button").nth(1).click()
    page.get_by_role("button", name="Remove").click()
    expect(page.get_by_role("button", name="Undo")).to_have_attribute("title", re.compile("remove step"))
    page.get_by_role("button", name="History", exact=True).click()
    history = page.get_by_role("region", name="History").get_by_role("listitem")
    expect(history.first).to_contain_text("Now")
    count = history.count()
    history.nth(1).get_by_role("button").click()
    beside = page.get_by_role("region", name="Before and now")
    expect(beside.get_by_role("list", name="What changed")).to_contain_text("Not done: ")
    beside.get_by_role("button", name="Before, shown").click()
    choose(page, "after step 1")
    expect(beside.get_by_alt_text("The panel before")).to_have_attribute("src", re.compile("steps=1"))
    beside.get_by_role("button", name="Bring this one back").click()
    expect(page.get_by_role("button", name="Undo")).to_have_attribute("title", re.compile("bring back an earlier version"))
    page.reload()
    assert np.array_equal(panel(page), usual)
    page.get_by_role("button", name="History", exact=True).click()
    expect(history).to_have_count(count)
    history.nth(1).get_by_role("button").click()
    was = page.url
    beside.get_by_role("button", name="Make a copy of it").click()
    expect(page).not_to_have_url(was)
    expect(page.get_by_role("heading", name=re.compile(", varied, on the desk"))).to_be_visible()
    expect(page.get_by_role("list", name="Steps").get_by_role("listitem")).not_to_have_count(0)
