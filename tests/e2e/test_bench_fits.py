"""The bench as it stands on the table: all of a step is seen without scrolling, on a tablet and on a phone; rulers and crosses; and the work
goes from the panel to a piece and back as the card is made."""

import re

import pytest
from playwright.sync_api import Page, expect

from tests.e2e.looking import next_step

# Words and pictures as they are measured by the browser itself: what of the words is out of sight, and how tall the head is.
OUT_OF_SIGHT = "() => { const it = document.querySelector('main section'); return it.scrollHeight - it.clientHeight }"
HEAD = "() => document.querySelector('.bench > header').getBoundingClientRect().height"


def at_bench(page: Page, title: str) -> None:
    page.goto("/")
    page.get_by_text(title, exact=True).first.click()
    page.get_by_role("link", name="Bench", exact=True).click()
    expect(page.locator(".spoken")).to_be_visible()
    while page.locator(".count b").inner_text() != "1":  # the card stands where another test left it
        page.keyboard.press("ArrowLeft")


@pytest.mark.parametrize("size", [(1024, 768), (390, 844), (1280, 800)], ids=["tablet", "phone", "table"])
def test_twelve_ordinary_steps_are_seen_whole_without_scrolling(page: Page, size: tuple[int, int]) -> None:
    at_bench(page, "Dusk over dunes")
    page.set_viewport_size({"width": size[0], "height": size[1]})
    for n in range(12):
        expect(page.locator(".count b")).to_have_text(str(n + 1))
        page.wait_for_timeout(150)
        assert page.evaluate(OUT_OF_SIGHT) <= 1, page.locator(".spoken").inner_text()
        assert page.evaluate(HEAD) <= 72, "the head is one line"
        letters = page.locator(".spoken").evaluate("(it) => parseFloat(getComputedStyle(it).fontSize)")
        assert letters >= 20, "read at half a metre"
        if n < 11:
            next_step(page)


@pytest.mark.parametrize("touch", ["(pointer: coarse)"])
def test_lines_stand_close_where_no_word_is_tapped(page: Page, touch: str) -> None:
    """The wide lines of a touch screen are for sentences whose words are tapped; the bench has none."""
    at_bench(page, "Spines")
    rules = page.evaluate(
        """(media) => [...document.styleSheets].flatMap((sheet) => [...sheet.cssRules])
            .filter((rule) => rule.media?.mediaText === media).flatMap((rule) => [...rule.cssRules])
            .filter((rule) => rule.style?.lineHeight).map((rule) => rule.selectorText)""",
        touch,
    )
    assert rules
    for selector in rules:
        assert page.locator(f".bench {selector}").count() == 0, selector


def test_the_picture_has_rulers_and_a_numbered_cross_at_every_place(page: Page) -> None:
    at_bench(page, "Winter show, thank you")
    while "three in a triangle" not in page.locator(".spoken").inner_text():
        next_step(page)
    crosses = page.locator(".surround .place")
    expect(crosses).to_have_count(3)
    expect(crosses.locator("text")).to_have_text(["1", "2", "3"])
    marks = page.locator(".surround .mark text")
    expect(marks.first).to_have_text("0")
    assert marks.count() >= 10, "inches across and down"


def test_the_work_goes_to_the_piece_where_the_card_does_and_back(page: Page) -> None:
    at_bench(page, "Glasshouse thank-you")
    on = page.get_by_role("button", name=re.compile("^Done, on to the"))
    while on.count() == 0:
        next_step(page)
    expect(on).to_have_text("Done, on to the strip")
    on.click()
    expect(page.locator(".spoken")).to_contain_text("Thank you")
    expect(page.get_by_role("status").filter(has_text="comes first")).to_have_count(0)
    on.click()
    expect(page.locator(".spoken")).to_contain_text("Let it dry")
    expect(page.get_by_role("link", name="strip")).to_contain_text("✓")
    page.get_by_role("button", name="Done, next step").click()
    expect(page.locator(".spoken")).to_contain_text("Put the strip on the panel")


def test_what_comes_first_on_another_part_is_said(page: Page) -> None:
    at_bench(page, "Cool border")
    for _ in range(7):
        page.keyboard.press("ArrowRight")
    expect(page.locator(".spoken")).to_contain_text("Let it dry")
    first = page.get_by_role("status").filter(has_text="Do the circle first")
    expect(first).to_be_visible()
    first.get_by_role("link", name="Go there").click()
    expect(page.locator(".spoken")).to_contain_text("the snail")


def test_the_run_sheet_comes_on_other_papers_and_places_as_templates(page: Page) -> None:
    page.goto("/")
    page.get_by_text("Dusk over dunes", exact=True).first.click()
    page.evaluate("() => { window.open = (address) => { window.asked = address; return null } }")
    for choice, within in (("on A5", "paper=a5"), ("with less ink", "less_ink=true"), ("at real size", "placing.pdf")):
        page.get_by_role("button", name="Other ways to print it").click()
        page.get_by_role("menuitem", name=re.compile(choice)).click()
        address = page.evaluate("() => window.asked")
        assert within in address
        answer = page.request.get(address)
        assert answer.ok
        assert answer.body().startswith(b"%PDF")
