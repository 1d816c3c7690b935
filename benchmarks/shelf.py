"""The Shelf and a list of choices with 30 inks and with 500, in the browser: ``make bench``. Prints figures and ratios, asserts nothing."""

import statistics
import time
from collections.abc import Callable
from pathlib import Path
from tempfile import TemporaryDirectory

from playwright.sync_api import Page, sync_playwright
from tests.e2e.conftest import CHROMIUM_ARGUMENTS, Server

from cielo.app.cards import import_card
from cielo.app.shelf_files import import_csv
from cielo.demo.cards import demo_plans
from cielo.exchange.plan_file import write_plan
from cielo.store.database import Store

TIMES = 7


class Serving(Server):
    """Cielo on a database that is there."""

    command = "serve"


INKS = (30, 500)


def filled(path: Path, inks: int) -> None:
    """A shelf of so many inks, and one card."""
    rows = ["name,kind,colour"]
    rows += [f"Bench {n},dye,{20 + n * 7 % 70} {n * 13 % 60 - 30} {n * 17 % 60 - 30}" for n in range(inks)]
    store = Store(path)
    import_card(store, write_plan(demo_plans()[0]))
    import_csv(store, "ink", "\n".join(rows).encode(), take=True)
    store.close()


def median_ms(action: Callable[[], None]) -> float:
    took = []
    for _ in range(TIMES):
        begin = time.perf_counter()
        action()
        took.append(time.perf_counter() - begin)
    return statistics.median(took) * 1000


def measure(page: Page, address: str) -> tuple[float, float]:
    """How long the Shelf takes until its tiles stand, and a list of inks on the Desk until it is open, ms."""

    def open_shelf() -> None:
        page.goto(f"{address}/shelf")
        page.locator(".tile").first.wait_for()

    def open_choices() -> None:
        page.get_by_role("button", name="Ink:").first.click()
        page.get_by_role("option").first.wait_for()
        page.keyboard.press("Escape")
        page.get_by_role("option").first.wait_for(state="hidden")

    open_shelf()
    shelf = median_ms(open_shelf)
    page.goto(address)
    page.locator(".cards a.open").first.click()
    page.locator(".proof").nth(2).click()
    page.get_by_role("button", name="Ink:").first.wait_for()
    return shelf, median_ms(open_choices)


def main() -> None:
    found = {}
    with TemporaryDirectory() as folder, sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=CHROMIUM_ARGUMENTS)
        for inks in INKS:
            path = Path(folder) / f"{inks}.sqlite"
            filled(path, inks)
            server = Serving(path)
            try:
                found[inks] = measure(browser.new_page(viewport={"width": 1280, "height": 800}), server.address)
            finally:
                server.stop()
        browser.close()
    for what, few, many in zip(("opening the Shelf", "opening a list of inks"), *(found[inks] for inks in INKS), strict=True):
        print(f"{what:24} {INKS[0]} inks {few:7.0f} ms, {INKS[1]} inks {many:7.0f} ms, {many / few:5.2f} times")


if __name__ == "__main__":
    main()
