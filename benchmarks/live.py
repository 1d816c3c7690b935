"""How many pictures a second follow the hand on the Desk, in the browser: ``make bench``. Prints figures, asserts nothing.

A number of a step is spun, a mask is dragged, a lamp is moved over a panel tilted to the light; and how long after the last move the true
picture is there.
"""

import time
from collections.abc import Callable
from pathlib import Path
from tempfile import TemporaryDirectory

from playwright.sync_api import Page, sync_playwright
from tests.e2e.conftest import CHROMIUM_ARGUMENTS, Server

SECONDS = 3.0
SETTLED = "[data-test=panel][data-settled=true]"
TRUE = "[data-test=live][data-sharp=true]"


def pictures_per_s(page: Page, move: Callable[[int], None]) -> float:
    """Live pictures drawn while ``move`` is called again and again."""
    drawn = page.locator("[data-test=live]")
    move(0)
    page.wait_for_function("() => Number(document.querySelector('[data-test=live]').dataset.drawn) > 0")
    before, began, n = int(drawn.get_attribute("data-drawn") or 0), time.perf_counter(), 0
    while time.perf_counter() - began < SECONDS:
        n += 1
        move(n)
    return (int(drawn.get_attribute("data-drawn") or 0) - before) / (time.perf_counter() - began)


def open_card(page: Page, address: str, title: str) -> None:
    page.goto(address)
    page.get_by_role("link", name=title).first.click()
    page.wait_for_selector(SETTLED)


def spin(page: Page, step: int, word: str) -> tuple[float, float]:
    """Pictures a second while a number of a step is spun up and down, and ms until the true one."""
    page.locator(".proof").nth(step - 1).click()
    page.wait_for_selector(SETTLED)
    page.get_by_role("button", name=f"{word}:").first.click()
    field = page.get_by_role("spinbutton").first
    rate = pictures_per_s(page, lambda n: field.press("ArrowUp" if n // 6 % 2 else "ArrowDown"))
    began = time.perf_counter()
    page.wait_for_selector(TRUE)
    ms = 1000 * (time.perf_counter() - began)
    field.press("Enter")
    page.wait_for_selector(SETTLED)
    return rate, ms


def over_panel(page: Page, title: str, n: int) -> tuple[float, float]:
    box = page.locator("[data-test=over]").bounding_box()
    assert box is not None, title
    return box["x"] + box["width"] * (0.3 + 0.02 * (n % 20)), box["y"] + box["height"] * (0.4 + 0.01 * (n % 17))


def main() -> None:
    with TemporaryDirectory() as folder, sync_playwright() as playwright:
        server = Server(Path(folder) / "live.sqlite")
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=CHROMIUM_ARGUMENTS)
        try:
            page = browser.new_page(viewport={"width": 1280, "height": 800})
            open_card(page, server.address, "Cool border")
            rate, ms = spin(page, 1, "Fading over")
            print(f"a band's edge spun, eight steps: {rate:.1f} pictures a second, the true one {ms:.0f} ms after the last move")
            open_card(page, server.address, "Spines")
            rate, ms = spin(page, 6, "Passes")
            print(f"the passes of a vignette spun: {rate:.1f} pictures a second, the true one {ms:.0f} ms after the last move")
            open_card(page, server.address, "First light, invitation")
            page.locator(".proof").nth(1).click()
            page.wait_for_selector(SETTLED)
            mask = page.locator("[data-test=over] .placed.mask .grip").first.bounding_box()
            assert mask is not None
            page.mouse.move(mask["x"] + mask["width"] / 2, mask["y"] + mask["height"] / 2)
            page.mouse.down()
            rate = pictures_per_s(page, lambda n: page.mouse.move(*over_panel(page, "mask", n)))
            began = time.perf_counter()
            page.wait_for_selector(TRUE)
            ms = 1000 * (time.perf_counter() - began)
            page.mouse.up()
            page.wait_for_selector(SETTLED)
            print(f"a mask dragged, eleven steps: {rate:.1f} pictures a second, the true one {ms:.0f} ms after the last move")
            open_card(page, server.address, "Spines")
            page.get_by_role("button", name="Tilt it to the light").click()
            rate = pictures_per_s(page, lambda n: page.mouse.move(*over_panel(page, "lamp", n)))
            print(f"a lamp over the panel: {rate:.1f} pictures a second")
        finally:
            browser.close()
            server.stop()


if __name__ == "__main__":
    main()
