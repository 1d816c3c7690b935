"""The panel tilted to the light, on the Desk and at the Bench; and as it looks while the ink is wet."""

import numpy as np
from playwright.sync_api import Page, expect

from tests.e2e.looking import check_reachable, choose, panel

DRAWN = "() => Number(document.querySelector('[data-test=live]').dataset.drawn)"
MORE = "(than) => Number(document.querySelector('[data-test=live]').dataset.drawn) > than"


def open_demo(page: Page, title: str) -> None:
    page.goto("/")
    page.get_by_role("link", name=title).first.click()
    panel(page)


def test_a_lamp_goes_with_the_hand_and_with_the_arrow_keys(page: Page) -> None:
    open_demo(page, "Spines")
    flat = panel(page)
    page.get_by_role("button", name="Tilt it to the light").click()
    page.wait_for_function(MORE, arg=0)
    expect(page.get_by_text("Colours are only true laid flat.")).to_be_visible()
    over = page.locator("[data-test=over]").bounding_box()
    assert over is not None
    before = page.evaluate(DRAWN)
    page.mouse.move(over["x"] + over["width"] * 0.8, over["y"] + over["height"] * 0.7)
    page.wait_for_function(MORE, arg=before)
    lamp = page.get_by_role("button", name="The lamp")
    box = lamp.bounding_box()
    assert box is not None
    assert abs(box["x"] + box["width"] / 2 - over["x"] - over["width"] * 0.8) < 4
    lamp.focus()
    page.keyboard.press("ArrowLeft")
    moved = lamp.bounding_box()
    assert moved is not None
    assert moved["x"] < box["x"] - 4
    check_reachable(page)
    page.get_by_role("button", name="Lay it flat").click()
    assert np.array_equal(panel(page), flat), "laid flat it is what it was"


def test_at_the_bench_too(page: Page) -> None:
    open_demo(page, "Spines")
    page.get_by_role("link", name="Bench", exact=True).click()
    picture = page.get_by_alt_text("How the panel should look after this step")
    expect(picture).to_be_visible()
    page.get_by_role("button", name="Tilt it to the light").click()
    page.wait_for_function("() => [...document.images].some((image) => image.src.includes('lamp='))")
    box = picture.bounding_box()
    assert box is not None
    first = picture.get_attribute("src")
    page.mouse.move(box["x"] + box["width"] * 0.7, box["y"] + box["height"] * 0.6)
    expect(picture).not_to_have_attribute("src", str(first))
    page.get_by_role("button", name="Lay it flat").click()
    page.wait_for_function("() => ![...document.images].some((image) => image.src.includes('lamp='))")


def test_still_wet_is_darker_and_dries_to_what_is_predicted(page: Page) -> None:
    open_demo(page, "Glaze, poured")
    page.locator(".proof").nth(0).click()
    dry = panel(page)
    page.get_by_role("button", name="Show it:").click()
    choose(page, "still wet")
    expect(page.get_by_text("it dries lighter")).to_be_visible()
    wet = panel(page)
    assert wet.mean() < dry.mean() - 0.5
    page.get_by_role("button", name="Show it:").click()
    choose(page, "as predicted")
    assert np.array_equal(panel(page), dry)
