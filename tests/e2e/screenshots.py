"""Take the pictures of docs/screenshots/ from the demo: ``make screenshots``."""

from pathlib import Path
from tempfile import mkdtemp

from playwright.sync_api import Page, sync_playwright

from tests.e2e.conftest import CHROMIUM_ARGUMENTS, Server

OUT = Path(__file__).parents[2] / "docs" / "screenshots"


def settle(page: Page) -> None:
    page.wait_for_load_state("networkidle")
    page.wait_for_timeout(500)


def take(page: Page, address: str) -> None:
    page.goto(address)
    page.wait_for_selector(".cards img")
    settle(page)
    page.screenshot(path=OUT / "cards.png")
    page.get_by_text("Dusk over dunes").click()
    page.wait_for_selector("[data-test=panel]")
    page.locator(".proof").nth(5).click()
    box = page.locator("[data-test=over]").bounding_box()
    assert box is not None
    page.mouse.move(box["x"] + box["width"] * 0.3, box["y"] + box["height"] * 0.55)
    settle(page)
    page.screenshot(path=OUT / "desk.png")
    page.get_by_role("link", name="Crossings").click()
    page.wait_for_selector(".square")
    page.locator("[data-test='ocotillo-2/sage-8']").click()
    settle(page)
    page.screenshot(path=OUT / "crossings.png")
    page.go_back()
    page.get_by_role("link", name="To the bench").click()
    page.get_by_role("button", name="Done, next step").click()
    page.get_by_role("button", name="Done, next step").click()
    settle(page)
    page.screenshot(path=OUT / "bench.png")


def main() -> None:
    OUT.mkdir(parents=True, exist_ok=True)
    server = Server(Path(mkdtemp()) / "demo.sqlite")
    try:
        with sync_playwright() as playwright:
            browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=CHROMIUM_ARGUMENTS)
            take(browser.new_page(viewport={"width": 1280, "height": 800}), server.address)
            browser.close()
    finally:
        server.stop()


if __name__ == "__main__":
    main()
